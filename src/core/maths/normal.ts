/** The standard normal distribution. */

/** Share below so many spreads; Abramowitz and Stegun 26.2.17, absolute error below 7.5e-8. */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI)) * poly;
  return z > 0 ? 1 - tail : tail;
}
