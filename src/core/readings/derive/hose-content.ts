/** Refrigerant in the gauge hoses that is lost with them. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { fluidTable } from "../../fluids/tables";

/** Bore of a usual gauge hose, m. */
export const USUAL_BORE_M = 4.8e-3;

/** Inside of a hose, m3: length m, bore m. */
export function hoseVolumeM3(lengthM: number, boreM: number): number {
  return (Math.PI / 4) * boreM * boreM * lengthM;
}

export interface HoseContent {
  lowG: number;
  /** As vapour, once it has been let back into the low side, and as liquid, taken off as it stands; null without a high hose. */
  highVapourG: number | null;
  highLiquidG: number | null;
}

/** Hoses of one length and bore, m, and their temperature, degC. */
export interface Hoses {
  lengthM: number;
  boreM?: number;
  temperatureC: number;
}

/**
 * Grams in one hose a side, each of `lengthM` and `boreM`, at gauge pressures (kPa) and the hose's temperature (degC). Vapour on the low
 * side; the high hose fills with liquid at a port on the liquid line. Source: densities of the equation of state.
 */
export function hoseContent(
  refrigerant: Refrigerant,
  altitudeM: number,
  { lengthM, boreM = USUAL_BORE_M, temperatureC }: Hoses,
  lowKpa: number,
  highKpa: number | null,
): HoseContent {
  const fluid = fluidTable(refrigerant);
  const volumeM3 = hoseVolumeM3(lengthM, boreM);
  const atmosphere = atmosphericPressureKpa(altitudeM);
  const vapourG = (gaugeKpa: number) => {
    const pressure = Math.max(gaugeKpa + atmosphere, 8);
    return fluid.density(pressure, fluid.vapourEnthalpyAt(pressure, temperatureC)) * volumeM3 * 1000;
  };
  if (highKpa === null) return { lowG: vapourG(lowKpa), highVapourG: null, highLiquidG: null };
  const liquid = fluid.liquidDensity(Math.min(Math.max(highKpa + atmosphere, 50), 3200));
  // Let back, the high hose ends at the low side's pressure.
  return { lowG: vapourG(lowKpa), highVapourG: vapourG(lowKpa), highLiquidG: liquid * volumeM3 * 1000 };
}
