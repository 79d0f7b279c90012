/**
 * Halton's low-discrepancy sequence (Numer. Math. 2 (1960) 84): term `index`, from 1, in a prime `base`. In 0 to 1, even, and
 * always the same.
 */
export function halton(index: number, base: number): number {
  let share = 0;
  let weight = 1 / base;
  for (let i = index; i > 0; i = Math.floor(i / base)) {
    share += weight * (i % base);
    weight /= base;
  }
  return share;
}
