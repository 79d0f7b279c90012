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
