/** Linear algebra on small dense matrices; row by row in one array. */

/** Lower Cholesky factor of a symmetric positive matrix of `n` rows (Golub and Van Loan, 4.2); null when it is not positive. */
export function cholesky(matrix: ArrayLike<number>, n: number): Float64Array | null {
  const factor = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * n + j]!;
      for (let k = 0; k < j; k++) sum -= factor[i * n + k]! * factor[j * n + k]!;
      if (i === j) {
        if (!(sum > 0)) return null;
        factor[i * n + i] = Math.sqrt(sum);
      } else factor[i * n + j] = sum / factor[j * n + j]!;
    }
  }
  return factor;
}

/** Solves L y = right for a lower triangle. */
export function solveLower(factor: ArrayLike<number>, right: ArrayLike<number>): Float64Array {
  const n = right.length;
  const y = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = right[i]!;
    for (let k = 0; k < i; k++) sum -= factor[i * n + k]! * y[k]!;
    y[i] = sum / factor[i * n + i]!;
  }
  return y;
}

/**
 * Solves a x = b in place by Gaussian elimination with partial pivoting (Golub and Van Loan, 3.4): `b` becomes x, `a` is spent. False when
 * the matrix is singular to rounding.
 */
export function solveInPlace(a: Float64Array, b: Float64Array, n: number = b.length): boolean {
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]!) > Math.abs(a[pivot * n + k]!)) pivot = i;
    if (!(Math.abs(a[pivot * n + k]!) > SINGULAR)) return false;
    if (pivot !== k) {
      for (let j = 0; j < n; j++) {
        const held = a[k * n + j]!;
        a[k * n + j] = a[pivot * n + j]!;
        a[pivot * n + j] = held;
      }
      const held = b[k]!;
      b[k] = b[pivot]!;
      b[pivot] = held;
    }
    for (let i = k + 1; i < n; i++) {
      const factor = a[i * n + k]! / a[k * n + k]!;
      for (let j = k; j < n; j++) a[i * n + j] = a[i * n + j]! - factor * a[k * n + j]!;
      b[i] = b[i]! - factor * b[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    let sum = b[k]!;
    for (let j = k + 1; j < n; j++) sum -= a[k * n + j]! * b[j]!;
    b[k] = sum / a[k * n + k]!;
  }
  return true;
}

/** A pivot no larger than this is none. */
const SINGULAR = 1e-14;

/** Inverse of a small matrix, or null when it is singular. */
export function inverse(matrix: ArrayLike<number>, n: number): Float64Array | null {
  const whole = new Float64Array(n * n);
  for (let column = 0; column < n; column++) {
    const unit = new Float64Array(n);
    unit[column] = 1;
    if (!solveInPlace(Float64Array.from(matrix), unit, n)) return null;
    for (let row = 0; row < n; row++) whole[row * n + column] = unit[row]!;
  }
  return whole;
}
