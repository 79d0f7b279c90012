/** Made-up vacuum holds: pumped, shut off, read by an electronic gauge with its own error. Used by the tests and by the benchmark. */
import type { HoldPoint, HoldSetting } from "@/core/charge/vacuum/hold";
import { type HoldCause, holdCauses } from "@/core/charge/vacuum/hold-fit";
import { evacuate, type VacuumState, vacuumKpa } from "../../src/core/circuit/time/evacuation";
import { seededNoise } from "../../src/core/maths/noise";

export interface MadeHold {
  cause: HoldCause;
  /** True leak as refrigerant, g a year; 0 for none. */
  leakGYear: number;
  points: HoldPoint[];
  setting: HoldSetting;
}

const ATMOSPHERE_KPA = 101.325;
const STANDING_KPA = 572;
const SECONDS_A_YEAR = 31_557_600;

/** Holds of a quarter of an hour, half an hour and an hour, every cause in turn. */
export function madeHolds(count: number, seed: number): MadeHold[] {
  const random = seededNoise(seed);
  return Array.from({ length: count }, (_, i) => {
    const cause = holdCauses[i % holdCauses.length]!;
    const volumeM3 = (2.5 + 2 * random.uniform()) / 1000;
    const coldestWallC = 14 + 16 * random.uniform();
    const holdS = [900, 1800, 3600][i % 3]!;
    const leaks = cause === "leak" || cause === "leak-and-moisture";
    // Even on a logarithmic scale, from what an hour shows to a port core that hisses.
    const leakGYear = leaks ? (holdS < 1000 ? 900 : 200) * 40 ** random.uniform() : 0;
    const leakKpaM3S = (leakGYear / 1000 / SECONDS_A_YEAR) * (ATMOSPHERE_KPA / STANDING_KPA) * 0.28705 * 295;
    const wet = cause === "moisture" || cause === "leak-and-moisture";
    const state: VacuumState = {
      airKpa: 0.3,
      refrigerantKpa: 20,
      waterKpa: 0,
      waterKg: wet ? 0.003 + 0.006 * random.uniform() : 0,
      dissolvedKg: 2e-4 + 4e-4 * random.uniform(),
    };
    const setting = { volumeM3, wallC: coldestWallC, atmosphereKpa: ATMOSPHERE_KPA, pumpOn: true, leakKpaM3S };
    const pumpedS = (20 + 20 * random.uniform()) * 60;
    for (let t = 0; t < pumpedS; t++) evacuate(state, setting, 1);
    const gain = 1 + 0.05 * random.normal();
    const zero = 0.002 * random.normal();
    const points: HoldPoint[] = [];
    for (let time = 0; time <= holdS; time += 5) {
      for (let k = 0; k < 5; k++) evacuate(state, { ...setting, pumpOn: false }, 1);
      const read = gain * vacuumKpa(state) + zero + 0.0007 * random.normal();
      points.push({ time, kpa: Math.max(0.001, Math.round(read * 1000) / 1000) });
    }
    return {
      cause,
      leakGYear,
      points,
      setting: { volumeM3, coldestWallC, altitudeM: 0, gauge: "electronic", standingKpa: STANDING_KPA },
    };
  });
}
