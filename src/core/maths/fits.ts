/** Least squares: a straight line, any few columns with weights, and the parabola that a course must be rid of. */
import { inverse } from "./linear";

export interface Line {
  meanX: number;
  meanY: number;
  /** Rise of y for one of x; nought where all x are the same. */
  slope: number;
  /** Root of the mean squared distance from the line. */
  residual: number;
}

/** The straight line through points, each counting the same. */
export function fitLine(x: ArrayLike<number>, y: ArrayLike<number>): Line {
  const n = x.length;
  let meanX = 0;
  let meanY = 0;
  for (let i = 0; i < n; i++) {
    meanX += x[i]! / n;
    meanY += y[i]! / n;
  }
  let xx = 0;
  let xy = 0;
  for (let i = 0; i < n; i++) {
    xx += (x[i]! - meanX) ** 2;
    xy += (x[i]! - meanX) * (y[i]! - meanY);
  }
  const slope = xx > 0 ? xy / xx : 0;
  let squares = 0;
  for (let i = 0; i < n; i++) squares += (y[i]! - meanY - slope * (x[i]! - meanX)) ** 2;
  return { meanX, meanY, slope, residual: Math.sqrt(squares / n) };
}

export interface ColumnFit {
  coefficients: Float64Array;
  /** Variance of each coefficient where the weights are one over the variance of a point. */
  variances: Float64Array;
  /** Weighted sum of the squared distances. */
  chi: number;
}

/**
 * Weighted least squares of y as a sum of columns: `columns[c][i]` is column c at point i, `weights` one over the variance of each point. Null
 * where the columns cannot be told apart.
 */
export function fitColumns(
  columns: readonly ArrayLike<number>[],
  y: ArrayLike<number>,
  weights: ArrayLike<number>,
): ColumnFit | null {
  const n = columns.length;
  const normal = new Float64Array(n * n);
  const right = new Float64Array(n);
  for (let i = 0; i < y.length; i++) {
    for (let r = 0; r < n; r++) {
      const weighted = weights[i]! * columns[r]![i]!;
      right[r] = right[r]! + weighted * y[i]!;
      for (let c = 0; c < n; c++) normal[r * n + c] = normal[r * n + c]! + weighted * columns[c]![i]!;
    }
  }
  const inverted = inverse(normal, n);
  if (inverted === null) return null;
  const coefficients = new Float64Array(n);
  for (let r = 0; r < n; r++) {
    for (let c = 0; c < n; c++) coefficients[r] = coefficients[r]! + inverted[r * n + c]! * right[c]!;
  }
  let chi = 0;
  for (let i = 0; i < y.length; i++) {
    let model = 0;
    for (let c = 0; c < n; c++) model += coefficients[c]! * columns[c]![i]!;
    chi += weights[i]! * (y[i]! - model) ** 2;
  }
  return { coefficients, variances: Float64Array.from({ length: n }, (_, c) => inverted[c * n + c]!), chi };
}

/** Takes the least-squares parabola away from evenly spaced values, in place. */
export function removeParabola(values: Float64Array): void {
  const n = values.length;
  // Orthogonal on an even grid: constant, t, t2 - mean(t2).
  const middle = (n - 1) / 2;
  let mean = 0;
  let tt = 0;
  for (let i = 0; i < n; i++) {
    mean += values[i]! / n;
    tt += ((i - middle) * (i - middle)) / n;
  }
  let slope = 0;
  let bend = 0;
  let slopes = 0;
  let bends = 0;
  for (let i = 0; i < n; i++) {
    const t = i - middle;
    const q = t * t - tt;
    slope += t * values[i]!;
    slopes += t * t;
    bend += q * values[i]!;
    bends += q * q;
  }
  for (let i = 0; i < n; i++) {
    const t = i - middle;
    values[i] = values[i]! - mean - (slope / slopes) * t - (bend / bends) * (t * t - tt);
  }
}
