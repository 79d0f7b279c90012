/** Identification of what else may be in a circuit whose static pressure does not fit its label's refrigerant. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { type CandidateName, identify } from "../../fluids/identification";
import type { Refrigerant } from "../../fluids/refrigerants";
import { fluidTable } from "../../fluids/tables";
import { workshopInstruments } from "./instruments";
import { readSaturationC } from "./saturation-temperature";

export interface Foreign {
  /** Refrigerants that stand at this pressure; none where only air or a mixture does. */
  fits: CandidateName[];
  /** Over saturation of the label's refrigerant, kPa; below it where negative. */
  overKpa: number;
  /** One that fits burns. */
  flammable: boolean;
}

/** Parts of an engine bay stand this far apart even when soaked, K. */
const BAY_K = 2.5;
/** So far below saturation a soak temperature and a gauge err together: another refrigerant is not named for less, K. */
const LEAST_BELOW_K = 5;

function belowK(absoluteKpa: number, soakC: number, label: Refrigerant): number {
  return soakC - readSaturationC(fluidTable(label), absoluteKpa);
}

const flammable: readonly CandidateName[] = ["R152a", "R290", "R600a"];

/**
 * Pressures at rest kPa gauge, either may be missing; soak degC. Null where the label's refrigerant fits, or where the pressure is below it and no other
 * fits: then it is a lack. Above it and nothing fits is air, another gas or a mixture.
 */
export function foreignRefrigerant(
  label: Refrigerant,
  lowKpa: number | null | undefined,
  highKpa: number | null | undefined,
  soakC: number,
  altitudeM: number | null | undefined,
): Foreign | null {
  const sides = [lowKpa, highKpa].filter((kpa) => kpa != null);
  if (sides.length === 0) return null;
  const meanKpa = sides.reduce((sum, kpa) => sum + kpa, 0) / sides.length + atmosphericPressureKpa(altitudeM ?? 0);
  const list = identify(meanKpa, workshopInstruments.highKpa, soakC, BAY_K);
  const own = list.find(({ name }) => name === label);
  if (own === undefined || own.fits) return null;
  const fits = list.filter((candidate) => candidate.fits).map(({ name }) => name);
  if (own.marginKpa < 0 && (fits.length === 0 || belowK(meanKpa, soakC, label) < LEAST_BELOW_K)) return null;
  return { fits, overKpa: own.marginKpa, flammable: fits.some((name) => flammable.includes(name)) };
}
