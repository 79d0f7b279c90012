/** Apart from the simulation that makes bands, so that a page can join them without it. */
import type { Band, BandChannel, ExpectedBands } from "./expected";

/** Bands of a vehicle that may be built in several ways (at least one): they reach as far as those of any. */
export function bandsOfAll(all: readonly ExpectedBands[]): ExpectedBands {
  const [first] = all;
  if (first === undefined) throw new Error("no bands to be made one of");
  if (all.length === 1) return first;
  const bands = Object.fromEntries(
    (Object.keys(first.bands) as BandChannel[]).map((channel) => [
      channel,
      {
        low: Math.min(...all.map((one) => one.bands[channel].low)),
        median: all.reduce((sum, one) => sum + one.bands[channel].median, 0) / all.length,
        high: Math.max(...all.map((one) => one.bands[channel].high)),
      },
    ]),
  ) as Record<BandChannel, Band>;
  return {
    bands,
    members: all.reduce((sum, { members }) => sum + members, 0),
    ownTests: Math.max(...all.map(({ ownTests }) => ownTests)),
    cycling: Math.max(...all.map(({ cycling }) => cycling)),
    lines: all.flatMap(({ lines }) => lines),
  };
}
