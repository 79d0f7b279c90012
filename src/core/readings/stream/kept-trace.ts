/**
 * Pressures before a setting was recorded, small enough for the record: the last minutes, a point every few seconds. Gauge pressures kPa,
 * temperatures degC.
 */
import * as z from "../../zod";
import type { StreamSample } from "./judged-stream";

const keptChannels = ["low", "high", "vent"] as const;
export type KeptChannel = (typeof keptChannels)[number];

/** Points of each channel. */
export const MOST_KEPT = 100;
/** A cycle of a clutch is rarely shorter than four of these, s. */
const EVERY_S = 2;

/** Beyond what any gauge or probe shows; no number in a record is without a bound. */
const course = z.array(z.number().min(-200).max(10_000).nullable()).max(MOST_KEPT);

export const keptTraceSchema = z.strictObject({
  /** Between two points, s; the last one is when it was taken. */
  everyS: z.number().min(0.5).max(60),
  low: course,
  high: course,
  vent: course,
});
export type KeptTrace = z.infer<typeof keptTraceSchema>;

/** The end of a stream as it is kept, from `since` on at most; null where there is hardly any. A second without a reading stays a gap. */
export function keptTrace(samples: readonly StreamSample[], since: number): KeptTrace | null {
  const last = samples.at(-1);
  if (last === undefined) return null;
  const count = Math.min(MOST_KEPT, Math.floor((last.time - Math.max(since, samples[0]!.time)) / EVERY_S) + 1);
  if (count < 3) return null;
  const kept: KeptTrace = { everyS: EVERY_S, low: [], high: [], vent: [] };
  let at = samples.length - 1;
  for (let i = 0; i < count; i++) {
    const time = last.time - i * EVERY_S;
    while (at > 0 && samples[at]!.time > time) at--;
    const sample = samples[at]!;
    const here = time - sample.time < EVERY_S;
    for (const channel of keptChannels) {
      const value = sample[channel];
      kept[channel].unshift(here && value !== null ? rounded(value, channel) : null);
    }
  }
  return kept;
}

const rounded = (value: number, channel: KeptChannel) =>
  channel === "vent" ? Math.round(value * 10) / 10 : Math.round(value);

/** Seconds before it was taken, and the value, of every point that was read. */
export function courseOfTrace(trace: KeptTrace, channel: KeptChannel): { beforeS: number; value: number }[] {
  const values = trace[channel];
  return values.flatMap((value, i) =>
    value === null ? [] : [{ beforeS: (values.length - 1 - i) * trace.everyS, value }],
  );
}
