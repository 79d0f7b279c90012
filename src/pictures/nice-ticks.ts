/** Round tick values from `min` to at least `max`, about `count` of them, with steps of 1, 2 or 5 times a power of ten. */
export function niceTicks(min: number, max: number, count: number): number[] {
  const rough = (max - min) / Math.max(1, count);
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough) ?? rough;
  const first = Math.ceil(min / step - 1e-9);
  const last = Math.ceil(max / step - 1e-9);
  return Array.from({ length: last - first + 1 }, (_, i) => Number(((first + i) * step).toPrecision(12)));
}
