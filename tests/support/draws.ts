import { drawTest, type TrueTest } from "@/core/diagnosis/learn/draw-test";
import { seededNoise } from "@/core/maths/noise";

/** So many tests drawn from today's model; the same seed draws the same. */
export function draws(count: number, seed: number): TrueTest[] {
  const noise = seededNoise(seed);
  const made: TrueTest[] = [];
  while (made.length < count) {
    const test = drawTest(noise);
    if (test) made.push(test);
  }
  return made;
}
