/**
 * Whether readings fit together at all: how far they lie, as a whole, from anything that the population of vehicles shows with any cause at any
 * severity. A mixture of normal distributions of what is read, over whatever was read; the limit is passed by one honest reading in two hundred.
 */
import { cholesky, solveLower } from "../../maths/linear";
import type { ReadingFile } from "../../readings/file/reading-file";
import { FEATURES, featuresOf, VALUE_COUNT, valueNames } from "./features";
import type { Scales } from "./scales";

/** Independent values of a test: none follows from another. */
const SETTING_VALUES = [
  "lowT",
  "approach",
  "ventOverAir",
  "suctionOverLow",
  "liquidOverAir",
  "dischargeOverHigh",
  "inletOverAir",
  "airRise",
  "command",
  "swingK",
  "lnPeriod",
  "lineFall",
];
const ONCE_VALUES = ["ambient", "restOver", "restBetween", "lnMeeting"];
/** Their places in a row of features. */
const populationPlaces: readonly number[] = [
  ...["idle", "fast"].flatMap((slot) => SETTING_VALUES.map((name) => `${slot} ${name}`)),
  ...ONCE_VALUES,
].map((name) => valueNames.indexOf(name));
export const POPULATION_VALUES = populationPlaces.length;

export interface Component {
  mean: Float32Array;
  /** Lower triangle, row by row. */
  covariance: Float32Array;
}

export interface Population {
  components: Component[];
  /** By how many values were read: the squared distance that one honest reading in two hundred exceeds. */
  limits: Float32Array;
}

/** A value this many spreads off is off: farther says no more. */
const FARTHEST = 15;

/** The values of a reading in spreads of the population; NaN where not read. */
export function standardised(row: ArrayLike<number>, { mean, spread }: Scales): Float64Array {
  return Float64Array.from(populationPlaces, (place) =>
    Math.min(Math.max((row[place]! - mean[place]!) / spread[place]!, -FARTHEST), FARTHEST),
  );
}

/** Squared Mahalanobis distance to the nearest component over the values that were read, and how many those are. */
export function distanceOf(
  values: ArrayLike<number>,
  components: readonly Component[],
): { squared: number; read: number } {
  const read: number[] = [];
  for (let i = 0; i < POPULATION_VALUES; i++) if (Number.isFinite(values[i]!)) read.push(i);
  const n = read.length;
  const matrix = new Float64Array(n * n);
  const gap = new Float64Array(n);
  let squared = n === 0 ? 0 : Number.POSITIVE_INFINITY;
  for (const { mean, covariance } of components) {
    for (let a = 0; a < n; a++) {
      const i = read[a]!;
      gap[a] = values[i]! - mean[i]!;
      for (let b = 0; b <= a; b++) matrix[a * n + b] = covariance[(i * (i + 1)) / 2 + read[b]!]!;
    }
    const factor = cholesky(matrix, n);
    if (factor === null) continue;
    let sum = 0;
    for (const y of solveLower(factor, gap)) sum += y * y;
    if (sum < squared) squared = sum;
  }
  return { squared, read: n };
}

/** Distance of a reading from all learned ones, in units of the limit: above 1 its values do not fit together. */
export function misfitOf(reading: ReadingFile, scales: Scales, { components, limits }: Population): number {
  const { squared, read } = distanceOf(
    standardised(featuresOf(reading, new Float64Array(FEATURES)), scales),
    components,
  );
  return read === 0 ? 0 : squared / limits[read]!;
}

if (populationPlaces.some((place) => place < 0 || place >= VALUE_COUNT)) {
  throw new Error("a value of the population is none of the features");
}
