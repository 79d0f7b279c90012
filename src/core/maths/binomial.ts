import { logGamma } from "./gamma";

/** Middle 90 % of a count of successes in `n` trials of probability `p`: from the first count that is not below the 5 % quantile to that of 95 %. */
export function binomialRange(n: number, p: number): { low: number; high: number } {
  let below = 0;
  let low = 0;
  for (let k = 0; k <= n; k++) {
    below += probabilityOf(k, n, p);
    if (below < 0.05) low = k + 1;
    if (below >= 0.95) return { low, high: k };
  }
  return { low, high: n };
}

function probabilityOf(k: number, n: number, p: number): number {
  if (p <= 0 || p >= 1) return k === (p <= 0 ? 0 : n) ? 1 : 0;
  const ways = logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1);
  return Math.exp(ways + k * Math.log(p) + (n - k) * Math.log(1 - p));
}
