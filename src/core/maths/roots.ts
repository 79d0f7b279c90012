/**
 * Root of a falling function between `low` (where it is positive) and `high` (where it is negative), by the Illinois
 * variant of false position (Dowell and Jarratt, BIT 11 (1971) 168). Ends when the bracket or the value is small enough.
 */
export function fallingRoot(
  f: (x: number) => number,
  low: number,
  high: number,
  tolerance: number,
  start: number,
): number {
  let a = low;
  let b = high;
  let fa = Number.NaN;
  let fb = Number.NaN;
  let x = start > low && start < high ? start : (low + high) / 2;
  let side = 0;
  for (let i = 0; i < 60; i++) {
    const value = f(x);
    if (Math.abs(value) < tolerance || b - a < tolerance) return x;
    if (value > 0) {
      a = x;
      fa = value;
      if (side === 1 && !Number.isNaN(fb)) fb /= 2;
      side = 1;
    } else {
      b = x;
      fb = value;
      if (side === -1 && !Number.isNaN(fa)) fa /= 2;
      side = -1;
    }
    // Until both ends are known, step by the value itself: both pressure drops are nearly x + f(x).
    const next = Number.isNaN(fa) || Number.isNaN(fb) ? x + value : (a * fb - b * fa) / (fb - fa);
    x = next > a && next < b ? next : (a + b) / 2;
  }
  return x;
}
