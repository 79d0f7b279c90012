/** Natural logarithm of the gamma function for x > 0: Stirling's series after raising x above 8 (Abramowitz and Stegun, 6.1.41); relative error below 1e-10. */
export function logGamma(x: number): number {
  let shift = 0;
  let z = x;
  for (; z < 8; z++) shift += Math.log(z);
  const square = 1 / (z * z);
  const series = (1 / 12 - square * (1 / 360 - square * (1 / 1260 - square / 1680))) / z;
  return (z - 0.5) * Math.log(z) - z + 0.5 * Math.log(2 * Math.PI) + series - shift;
}
