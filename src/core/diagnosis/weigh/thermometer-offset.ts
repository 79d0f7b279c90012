/**
 * Offset of one instrument as a single test suggests it: how far its channels would have to be moved for all readings to fit together best. The
 * mixture of the population (population.ts) weighs each assumed offset. One test says little; many tests with the same instrument say much
 * (core/learning/instrument-offsets.ts).
 */
import { cholesky, solveLower } from "../../maths/linear";
import { type ChannelField, channels } from "../../readings/channels";
import type { ReadingFile } from "../../readings/file/reading-file";
import { type ThermometerOffset, thermometerNames, thermometers } from "../../readings/thermometers";
import { featuresOf } from "./features";
import { type Component, POPULATION_VALUES, type Population, standardised } from "./population";
import type { Scales } from "./scales";

/** Assumed offsets, K. */
const FARTHEST_K = 12;
const STEP_K = 1;
const grid = Array.from({ length: (2 * FARTHEST_K) / STEP_K + 1 }, (_, i) => -FARTHEST_K + i * STEP_K);
/** Fewer values beside the channel leave its offset open. */
const LEAST_OTHERS = 3;

/** Offsets of the thermometers that a test read with; none for one that was not used, or that too little stands beside. */
export function thermometerOffsets(reading: ReadingFile, scales: Scales, population: Population): ThermometerOffset[] {
  const row = standardised(featuresOf(reading), scales);
  const read = Array.from({ length: POPULATION_VALUES }, (_, i) => i).filter((i) => Number.isFinite(row[i]!));
  if (read.length < LEAST_OTHERS + 1) return [];
  const fits = population.components.flatMap((component) => fitOf(component, row, read) ?? []);
  return thermometerNames.flatMap((thermometer) => {
    const fields = thermometers[thermometer].map((channel) => channels[channel].field);
    const used = fields.every((field) => (reading.running ?? []).some((setting) => setting[field] != null));
    if (!used) return [];
    // An offset of 1 K taken away: between the two lies a straight line.
    const corrected = standardised(featuresOf(moved(reading, fields, -1)), scales);
    const change = read.map((i) => corrected[i]! - row[i]!);
    return [{ thermometer, ...posteriorOf(fits, change) }];
  });
}

/** The reading with some fields moved at every engine speed. */
function moved(reading: ReadingFile, fields: readonly ChannelField[], byK: number): ReadingFile {
  const running = (reading.running ?? []).map((setting) => ({
    ...setting,
    ...Object.fromEntries(
      fields.flatMap((field) => {
        const value = setting[field];
        return value == null ? [] : [[field, value + byK]];
      }),
    ),
  }));
  return { ...reading, running };
}

/** A component of the mixture over the values that were read: its factor, and the row's gap from its mean, solved. */
interface Fit {
  factor: Float64Array;
  gap: Float64Array;
  lnDeterminant: number;
}

function fitOf({ mean, covariance }: Component, row: Float64Array, read: readonly number[]): Fit | null {
  const n = read.length;
  const matrix = new Float64Array(n * n);
  for (const [a, i] of read.entries())
    for (let b = 0; b <= a; b++) matrix[a * n + b] = covariance[(i * (i + 1)) / 2 + read[b]!]!;
  const factor = cholesky(matrix, n);
  if (factor === null) return null;
  const gap = solveLower(
    factor,
    read.map((i) => row[i]! - mean[i]!),
  );
  return { factor, gap, lnDeterminant: read.reduce((sum, _, i) => sum + Math.log(factor[i * n + i]!), 0) };
}

/** Mean and standard deviation over the assumed offsets, each as probable as the mixture holds the row moved by it; `change` of the row per kelvin. */
function posteriorOf(fits: readonly Fit[], change: readonly number[]): Omit<ThermometerOffset, "thermometer"> {
  const logs = fits.map(({ factor, gap, lnDeterminant }) => {
    const moves = solveLower(factor, change);
    return grid.map((k) => -gap.reduce((sum, y, i) => sum + (y + k * moves[i]!) ** 2, 0) / 2 - lnDeterminant);
  });
  const most = Math.max(...logs.flat());
  const weights = grid.map((_, k) => logs.reduce((sum, own) => sum + Math.exp(own[k]! - most), 0));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const offsetK = weights.reduce((sum, weight, k) => sum + weight * grid[k]!, 0) / total;
  const variance = weights.reduce((sum, weight, k) => sum + weight * (grid[k]! - offsetK) ** 2, 0) / total;
  return { offsetK, sdK: Math.sqrt(Math.max(variance, STEP_K ** 2 / 12)) };
}
