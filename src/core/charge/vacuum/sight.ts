/** The smallest leak that a hold can show beside the outgassing of a sound circuit, and how long a hold must be to show one. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { seededNoise } from "../../maths/noise";
import { SOUND_G_YEAR } from "../sound-loss";
import { gaugeSd } from "./gauge-noise";
import { gYearPerKpaS, type HoldSetting, LEAST_HOLD_S } from "./hold";
import { HOLD_DIMENSIONS, holdModel, levellingRise } from "./hold-model";

/** A trace shows whether the rise bends; two readings only show how far it went. */
export type HoldReadings = "trace" | "ends";

/** Dry circuits whose outgassing is compared; enough that the share below stands still. */
const SOUND_CIRCUITS = 400;
/** A leak must rise faster than the outgassing of this share of sound circuits. */
const SOUND_SHARE = 0.98;
/** Standard deviations of the gauge that a rise must exceed. */
const SEEN_SDS = 3;

/** Leak that a hold of this length shows, g of refrigerant a year. The same figure before a hold and after it. */
export function smallestLeak(holdS: number, setting: HoldSetting, readings: HoldReadings = "trace"): number {
  // A trace is judged by its later half, when most of the outgassing is over.
  const from = readings === "trace" ? holdS / 2 : 0;
  const outgassing = quantile(
    soundCircuits.map((model) => levellingRise(model, holdS) - levellingRise(model, from)),
    SOUND_SHARE,
  );
  const gauge = SEEN_SDS * Math.SQRT2 * gaugeSd(USUAL_KPA, holdS, setting.gauge);
  const kpaPerS = (outgassing + gauge) / (holdS - from);
  // Nor is what a sound car loses through hoses and shaft seal a leak.
  return SOUND_G_YEAR.high + kpaPerS * gYearPerKpaS(setting, atmosphericPressureKpa(setting.altitudeM));
}

/** Pressure of a usual hold, for the share of the reading in a gauge's scatter. */
const USUAL_KPA = 0.15;

const soundCircuits = (() => {
  const noise = seededNoise(1);
  return Array.from({ length: SOUND_CIRCUITS }, () => {
    const normals = Array.from({ length: HOLD_DIMENSIONS }, () => noise.normal());
    return { ...holdModel(normals, 20, 1), waterKpa: 0 };
  });
})();

function quantile(values: number[], share: number): number {
  return values.sort((a, b) => a - b)[Math.floor(share * (values.length - 1))]!;
}

/** Longest hold anybody waits for, s. */
export const LONGEST_HOLD_S = 86_400;

/** Hold time that shows a leak of this size, s; null above a day. */
export function holdFor(wantedGYear: number, setting: HoldSetting): number | null {
  if (smallestLeak(LONGEST_HOLD_S, setting) > wantedGYear) return null;
  let short = LEAST_HOLD_S;
  let long = LONGEST_HOLD_S;
  if (smallestLeak(short, setting) <= wantedGYear) return short;
  for (let i = 0; i < 20; i++) {
    const middle = Math.sqrt(short * long);
    if (smallestLeak(middle, setting) > wantedGYear) short = middle;
    else long = middle;
  }
  return long;
}
