/** A vacuum hold: what it is read from, and what a rise stands for. kPa absolute, s. */
import { SECONDS_A_YEAR } from "../../dates";
import { chokedFlux, gasDensity } from "../../fluids/choked-flow";
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

/** A shorter hold says nothing, s. */
export const LEAST_HOLD_S = 120;

/**
 * A rise of one kPa a second under vacuum as grams of refrigerant a year out of the same hole: the air that comes in is choked at the
 * atmosphere's pressure, the refrigerant that goes out at the standing one.
 */
export function gYearPerKpaS(
  { volumeM3, standingKpa }: Pick<HoldSetting, "volumeM3" | "standingKpa">,
  atmosphere: number,
): number {
  const airKgS = volumeM3 * gasDensity("air");
  const sameHole = (chokedFlux("refrigerant") * standingKpa) / (chokedFlux("air") * atmosphere);
  return airKgS * sameHole * 1000 * SECONDS_A_YEAR;
}
