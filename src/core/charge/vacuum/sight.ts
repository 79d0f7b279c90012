/** The smallest leak that a hold can show, and how long a hold must be to show one. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import {
  gYearPerKpaS,
  type HoldSetting,
  INDEPENDENT,
  LEAST_HOLD_S,
  leakSlopeVariance,
  SEEN_SDS,
  UNREST_KPA,
  WANDER,
} from "./hold";
import { gaugeSpecs } from "./target";

/** Leak that a hold of this length could see, with readings every few seconds from `startKpa` on; g a year. */
export function smallestLeak(holdS: number, startKpa: number, setting: HoldSetting): number {
  const spec = gaugeSpecs[setting.gauge];
  const sd = Math.hypot(spec.stepKpa / Math.sqrt(12), (spec.share + WANDER) * startKpa, UNREST_KPA);
  const t = Array.from({ length: INDEPENDENT }, (_, i) => (holdS * i) / (INDEPENDENT - 1));
  const slopeSd = Math.sqrt(
    leakSlopeVariance(
      t,
      t.map(() => 1 / sd ** 2),
    ),
  );
  return SEEN_SDS * slopeSd * gYearPerKpaS(setting, atmosphericPressureKpa(setting.altitudeM));
}

/** Longest hold anybody waits for, s. */
const LONGEST_HOLD_S = 86_400;

/** How long to hold to see a leak of this size, s; null when not within a day. */
export function holdFor(wantedGYear: number, startKpa: number, setting: HoldSetting): number | null {
  if (smallestLeak(LONGEST_HOLD_S, startKpa, setting) > wantedGYear) return null;
  let short = LEAST_HOLD_S;
  let long = LONGEST_HOLD_S;
  if (smallestLeak(short, startKpa, setting) <= wantedGYear) return short;
  for (let i = 0; i < 40; i++) {
    const middle = Math.sqrt(short * long);
    if (smallestLeak(middle, startKpa, setting) > wantedGYear) short = middle;
    else long = middle;
  }
  return long;
}
