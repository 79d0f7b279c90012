/** The scales on which the values of a row are put before any network sees them. */
import { VALUE_COUNT } from "./features";

/** Scales of the values: mean, spread, and the range within which all but one in two hundred were learned. */
export interface Scales {
  mean: Float32Array;
  spread: Float32Array;
  least: Float32Array;
  most: Float32Array;
}

/** A value this many spreads from its mean is held there. */
const MOST_SPREADS = 4;

/** Scales a row of features in place: what was not read is nought, and so says its mask. */
export function scaleRow(row: Float64Array, { mean, spread }: Scales): void {
  for (let i = 0; i < VALUE_COUNT; i++) {
    const value = (row[i]! - mean[i]!) / spread[i]!;
    row[i] = Number.isFinite(value) ? Math.min(Math.max(value, -MOST_SPREADS), MOST_SPREADS) : 0;
  }
}
