/** Simulated vacuum holds: evacuated, shut off, read by a gauge with its own error. Used by the tests and by the benchmark. */
import type { HoldPoint, HoldSetting } from "@/core/charge/vacuum/hold";
import type { HoldCause } from "@/core/charge/vacuum/judge-hold";
import { gaugeSpecs, type VacuumGauge } from "@/core/charge/vacuum/target";
import { evacuate, type VacuumState, vacuumKpa } from "../../src/core/circuit/time/evacuation";
import { chokedFlux, gasDensity } from "../../src/core/fluids/choked-flow";
import { seededNoise } from "../../src/core/maths/noise";

export interface SimulatedHold {
  /** True leak as refrigerant, g a year; 0 for none. */
  leakGYear: number;
  /** Pressure of water vapour at the end, kPa, and that of refrigerant out of the oil. */
  waterKpa: number;
  oilKpa: number;
  points: HoldPoint[];
  setting: HoldSetting;
}

const ATMOSPHERE_KPA = 101.325;
const STANDING_KPA = 572;
const SECONDS_A_YEAR = 31_557_600;

/** Air through a hole that loses so many grams of refrigerant a year at the standing pressure, kPa m3/s. */
export const airOfLeak = (gYear: number): number =>
  ((gYear / 1000 / SECONDS_A_YEAR) * (chokedFlux("air") * ATMOSPHERE_KPA)) /
  (chokedFlux("refrigerant") * STANDING_KPA) /
  gasDensity("air");

/**
 * Holds of 15, 30, 60 min and 15 h in turn: tight or leaking over four decades (10 g to 100 kg a year), dry or with up to 5 g of water, dry or wet
 * oil, walls and oil that give off quickly or slowly, evacuated for 20 to 45 min.
 */
export function simulatedHolds(count: number, seed: number, gauge: VacuumGauge = "electronic"): SimulatedHold[] {
  const random = seededNoise(seed);
  return Array.from({ length: count }, (_, i) => {
    const volumeM3 = (2.5 + 2 * random.uniform()) / 1000;
    const coldestWallC = 10 + 22 * random.uniform();
    const holdS = [900, 1800, 3600, 54_000][i % 4]!;
    const leakGYear = random.uniform() < 0.5 ? 0 : 10 ** (1 + 4 * random.uniform());
    const waterKg = random.uniform() < 0.6 ? 0 : 5e-3 * random.uniform() ** 2;
    const state: VacuumState = {
      airKpa: 0.3,
      refrigerantKpa: 20,
      waterKpa: 0,
      waterKg,
      dissolvedKg: random.uniform() < 0.5 ? 2e-4 * (1 + random.uniform()) : 4e-4 * (1 + random.uniform()),
    };
    const setting = {
      volumeM3,
      wallC: coldestWallC,
      atmosphereKpa: ATMOSPHERE_KPA,
      pumpOn: true,
      leakKpaM3S: airOfLeak(leakGYear),
      boilLagS: 150 * 6 ** random.uniform(),
      oilLagS: 300 * 2.5 ** random.uniform(),
    };
    const pumpedS = (20 + 25 * random.uniform()) * 60;
    for (let t = 0; t < pumpedS; t++) evacuate(state, setting, 1);
    const { stepKpa, share } = gaugeSpecs[gauge];
    const gain = gauge === "electronic" ? 1 + 0.05 * random.normal() : 1;
    const zero = gauge === "electronic" ? 0.002 * random.normal() : stepKpa * (random.uniform() - 0.5);
    const readEveryS = gauge === "electronic" ? Math.max(5, holdS / 700) : holdS / 12;
    const points: HoldPoint[] = [];
    let weather = 0;
    const steps = Math.round(holdS / readEveryS);
    for (let n = 0; n <= steps; n++) {
      const noise = gaugeSpecs[gauge].relative ? weather : 0.3 * share * vacuumKpa(state) * random.normal();
      const read = gain * vacuumKpa(state) + zero + noise;
      points.push({
        time: n * readEveryS,
        kpa: Math.max(gauge === "electronic" ? stepKpa : 0, Math.round(read / stepKpa) * stepKpa),
      });
      const pieces = Math.ceil(readEveryS / 5);
      for (let k = 0; k < pieces; k++) evacuate(state, { ...setting, pumpOn: false }, readEveryS / pieces);
      weather += 0.08 * Math.sqrt(readEveryS / 3600) * random.normal();
    }
    return {
      leakGYear,
      waterKpa: state.waterKpa,
      oilKpa: state.refrigerantKpa,
      points,
      setting: { volumeM3, coldestWallC, altitudeM: 0, gauge, standingKpa: STANDING_KPA },
    };
  });
}

/** Truth of a hold: a leak counts above `leakAboveGYear`, moisture above `moistAboveKpa`. */
export function causeOf(
  { leakGYear, waterKpa, oilKpa }: SimulatedHold,
  leakAboveGYear: number,
  moistAboveKpa: number,
): HoldCause {
  const leaks = leakGYear > leakAboveGYear;
  const moist = waterKpa + oilKpa > moistAboveKpa;
  return leaks ? (moist ? "leaking-and-moist" : "leaking") : moist ? "moist" : "tight";
}
