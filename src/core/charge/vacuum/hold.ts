/** What a hold is read from, and what a rise under vacuum stands for. kPa absolute, s. */
import { fitColumns } from "../../maths/fits";
import type { VacuumGauge } from "./target";

export interface HoldPoint {
  /** Since the pump was shut off. */
  time: number;
  kpa: number;
}

export interface HoldSetting {
  /** Inner volume of the circuit and hoses. */
  volumeM3: number;
  coldestWallC: number;
  altitudeM: number;
  gauge: VacuumGauge;
  /** Pressure at rest that a leak will face over the year, kPa absolute. */
  standingKpa: number;
}

/** Ideal gas: kg of air are a kPa m3 divided by this at a temperature near that of a workshop. */
const AIR_KJ_KG = 0.28705 * 295;
const SECONDS_A_YEAR = 31_557_600;
export const LEAST_HOLD_S = 120;
/** A leak smaller than this many of its standard deviations is not seen. */
export const SEEN_SDS = 3;
/** Wobble of a wall's temperature and of the gauge's own warmth, as a share of the pressure. */
export const WANDER = 0.002;
/** And for itself: what walls and oil give off is never quite steady, kPa. */
export const UNREST_KPA = 0.001;
/** Neighbouring readings wander together: no hold holds more independent ones than this. */
export const INDEPENDENT = 60;

/** What the slope's variance is when something that levels off must be told from it: slowest usual time constant. */
export function leakSlopeVariance(t: readonly number[], weights: readonly number[]): number {
  const share = Math.min(1, INDEPENDENT / t.length);
  const columns = [t.map(() => 1), t, t.map((time) => 1 - Math.exp(-time / SLOWEST_TAU_S))];
  const fit = fitColumns(
    columns,
    t,
    weights.map((weight) => share * weight),
  );
  return fit?.variances[1] ?? Number.POSITIVE_INFINITY;
}

/** Something that levels off does so within this time constant, s. */
const SLOWEST_TAU_S = 420;

/**
 * A rise of one kPa a second under vacuum as grams of refrigerant a year out of the same hole: the air that comes in is choked at the
 * atmosphere's pressure, the refrigerant that goes out at the standing one.
 */
export function gYearPerKpaS({ volumeM3, standingKpa }: HoldSetting, atmosphere: number): number {
  const airKgS = volumeM3 / AIR_KJ_KG;
  return airKgS * (standingKpa / atmosphere) * 1000 * SECONDS_A_YEAR;
}
