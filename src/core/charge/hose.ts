/** The charging hose between container and port: what it holds after liquid, after vapour, and once it was drawn in. All masses in g. */

import { atmosphericPressureKpa } from "../air/atmosphere";
import type { Refrigerant } from "../fluids/refrigerants";
import { fluidTable } from "../fluids/tables";
import { hoseVolumeM3 } from "../readings/derive/hose-content";
import type { HoseState } from "./hose-states";

/** Hose content in each state, g. */
export type ChargingHose = Readonly<Record<HoseState, number>>;

/** Low side of a running circuit that draws a hose empty, kPa gauge. */
const DRAWN_TO_KPA = 200;

/**
 * Contents of a hose of `lengthM` and `boreM`, m, at the hose's temperature, degC: saturated liquid, saturated vapour, and vapour at the low side of
 * a running circuit. Densities of the equation of state.
 */
export function chargingHose(
  refrigerant: Refrigerant,
  altitudeM: number,
  lengthM: number,
  boreM: number,
  temperatureC: number,
): ChargingHose {
  const fluid = fluidTable(refrigerant);
  const grams = 1000 * hoseVolumeM3(lengthM, boreM);
  const saturated = fluid.saturationPressureKpa(temperatureC);
  const drawn = Math.min(DRAWN_TO_KPA + atmosphericPressureKpa(altitudeM), saturated);
  return {
    liquid: grams * fluid.liquidDensity(saturated),
    vapour: grams * fluid.vapourDensity(saturated),
    "drawn-in": grams * fluid.density(drawn, fluid.vapourEnthalpyAt(drawn, temperatureC)),
  };
}

/** Time the low side needs for a hose full of liquid, s. */
export const DRAW_IN_S = 40;
/** Less than this in a hose is not worth drawing in. */
export const WORTH_DRAWING_IN_G = 1.5;
