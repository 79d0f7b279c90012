/** When readings or the likely cause forbid to run the engine on. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { fluidTable } from "../../fluids/tables";
import { readSaturationC } from "../../readings/derive/saturation-temperature";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { COLDER_K, HOT_DISCHARGE_C, LOW_HIGH_SIDE_K, LOW_NOT_LOW_KPA, STOP_KPA, STOP_PROBABILITY } from "../thresholds";
import type { RankedCause, Warning } from "./diagnosis";

/** Warnings that stop the engine, from the running readings (kPa gauge, degC) and the ranked causes. */
export function stopsOf(
  reading: Pick<ReadingFile, "running" | "conditions" | "vehicle">,
  ranked: readonly Pick<RankedCause, "cause" | "probability">[],
): Warning[] {
  const found: Warning[] = [];
  const running = reading.running ?? [];
  const highest = Math.max(0, ...running.map(({ highKpa }) => highKpa ?? 0));
  if (highest > STOP_KPA) found.push({ code: "stop-high-side", kpa: highest });
  const probability = ranked.find(({ cause }) => cause === "restriction-before-port")?.probability ?? 0;
  const hot = running.some(({ dischargeLineC }) => (dischargeLineC ?? 0) > HOT_DISCHARGE_C);
  const least = hot ? STOP_PROBABILITY / 2 : STOP_PROBABILITY;
  if (probability > least || running.some((setting) => worksAgainstBlockage(setting, reading)))
    found.push({ code: "stop-blocked-before-port", probability });
  return found;
}

/**
 * High side low and low side not low, while the discharge line is very hot or the line behind the condenser is below the ambient: what is
 * compressed does not come past the condenser. That alone stops the engine, whatever else would rank first.
 */
function worksAgainstBlockage(
  { lowKpa, highKpa, dischargeLineC, liquidLineC }: RunningSetting,
  { vehicle, conditions }: Pick<ReadingFile, "vehicle" | "conditions">,
): boolean {
  if (lowKpa == null || highKpa == null || lowKpa < LOW_NOT_LOW_KPA) return false;
  const kpa = highKpa + atmosphericPressureKpa(conditions.altitudeM ?? 0);
  const condensing = readSaturationC(fluidTable(vehicle.refrigerant), kpa);
  if (condensing > conditions.ambientC + LOW_HIGH_SIDE_K) return false;
  const flashed = liquidLineC != null && liquidLineC < conditions.ambientC - COLDER_K;
  return (dischargeLineC != null && dischargeLineC > HOT_DISCHARGE_C) || flashed;
}
