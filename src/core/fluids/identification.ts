/**
 * Which refrigerants could stand at this pressure and temperature at rest. The two this tool works with come from their
 * equations; others from a few saturation points (within 1 %), interpolated as ln P against 1/T, only to be told apart.
 */

import points from "./identification-points.json" with { type: "json" };
import { isRefrigerant, refrigerants } from "./refrigerants";
import { KELVIN, saturationRangeC } from "./saturation";
import { fluidTable } from "./tables";

export interface Candidate {
  name: CandidateName;
  /** Saturation pressure at the temperature, kPa absolute. */
  saturationKpa: number;
  /** Reading minus saturation, kPa. */
  marginKpa: number;
  /** Within the uncertainty of reading and saturation together. */
  fits: boolean;
}

const names = [...refrigerants, ...(Object.keys(points.fluids) as (keyof typeof points.fluids)[])];
export type CandidateName = (typeof names)[number];
export const candidateNames: readonly CandidateName[] = names;

/** Points are good for this share of the pressure. */
const POINT_SHARE = 0.01;

/** Saturation pressure of a candidate, kPa absolute, at -30 to 60 degC; held at the ends. */
export function candidateSaturationKpa(name: CandidateName, temperatureC: number): number {
  if (isRefrigerant(name)) return fluidTable(name).saturationPressureKpa(temperatureC);
  // Above its critical point a fluid has no value: its line ends there, and is held.
  const known = points.fluids[name].flatMap((kpa, i) => (kpa === null ? [] : [[points.T[i]!, kpa] as const]));
  const grid = known.map(([t]) => t);
  const values = known.map(([, kpa]) => kpa);
  let i = 0;
  while (i < grid.length - 2 && grid[i + 1]! < temperatureC) i++;
  const inverse = (t: number) => 1 / (t + KELVIN);
  const share = (inverse(temperatureC) - inverse(grid[i]!)) / (inverse(grid[i + 1]!) - inverse(grid[i]!));
  return Math.exp(Math.log(values[i]!) + share * (Math.log(values[i + 1]!) - Math.log(values[i]!)));
}

/** Temperatures between which a candidate's saturation can be asked for, degC: of its equation, or of its points. */
export function candidateRangeC(name: CandidateName): { min: number; max: number } {
  if (isRefrigerant(name)) {
    const { min, max } = saturationRangeC(name);
    return { min: Math.max(min, LEAST_ASKED_C), max };
  }
  const known = points.fluids[name].flatMap((kpa, i) => (kpa === null ? [] : [points.T[i]!]));
  return { min: known[0]!, max: known.at(-1)! };
}

/** Colder than this no gauge of a workshop is read, degC; the tables begin here. */
const LEAST_ASKED_C = -60;

/** Saturation temperature of a candidate at a pressure, kPa absolute, within its range; null beyond it. Bisection: the line only rises. */
export function candidateSaturationC(name: CandidateName, pressureKpa: number): number | null {
  const { min, max } = candidateRangeC(name);
  let [cold, warm] = [min, max];
  if (!(pressureKpa >= candidateSaturationKpa(name, cold) && pressureKpa <= candidateSaturationKpa(name, warm)))
    return null;
  for (let i = 0; i < 60; i++) {
    const middle = (cold + warm) / 2;
    if (candidateSaturationKpa(name, middle) < pressureKpa) cold = middle;
    else warm = middle;
  }
  return (cold + warm) / 2;
}

/**
 * Candidates ordered by how near they lie. Pressures kPa absolute, uncertainties 95 %: of the reading, and of the temperature
 * (K), which moves the saturation.
 */
export function identify(
  pressureKpa: number,
  pressureUncertainty: number,
  temperatureC: number,
  temperatureUncertainty: number,
): Candidate[] {
  return candidateNames
    .map((name) => {
      const saturationKpa = candidateSaturationKpa(name, temperatureC);
      const slope =
        (candidateSaturationKpa(name, temperatureC + 1) - candidateSaturationKpa(name, temperatureC - 1)) / 2;
      const own = isRefrigerant(name) ? 0 : POINT_SHARE * saturationKpa;
      const allowed = Math.hypot(pressureUncertainty, slope * temperatureUncertainty, own);
      const marginKpa = pressureKpa - saturationKpa;
      return { name, saturationKpa, marginKpa, fits: Math.abs(marginKpa) <= allowed };
    })
    .sort((a, b) => Math.abs(a.marginKpa) - Math.abs(b.marginKpa));
}
