/** When readings or the likely cause forbid to run the engine on. */
import type { ReadingFile } from "../../readings/file/reading-file";
import type { RankedCause, Warning } from "./verdict";

/** Above this pressure the relief valve is near, kPa gauge. */
export const STOP_KPA = 2600;
/** A restriction before the port that is this probable is an immediate stop: the pressure behind it cannot be read. */
export const STOP_PROBABILITY = 0.5;
/** Hotter than this the discharge line itself says that the compressor works against something, degC: half the probability is then enough. */
export const HOT_DISCHARGE_C = 105;

/** Warnings that stop the engine, from the running readings (kPa gauge, degC) and the ranked causes. */
export function stopsOf(
  running: NonNullable<ReadingFile["running"]>,
  ranked: readonly Pick<RankedCause, "cause" | "probability">[],
): Warning[] {
  const found: Warning[] = [];
  const highest = Math.max(0, ...running.map(({ highKpa }) => highKpa ?? 0));
  if (highest > STOP_KPA) found.push({ code: "stop-high-side", kpa: highest });
  const blocked = ranked.find(({ cause }) => cause === "restriction-before-port");
  const hot = running.some(({ dischargeLineC }) => (dischargeLineC ?? 0) > HOT_DISCHARGE_C);
  if (blocked && blocked.probability > (hot ? STOP_PROBABILITY / 2 : STOP_PROBABILITY))
    found.push({ code: "stop-blocked-before-port", probability: blocked.probability });
  return found;
}
