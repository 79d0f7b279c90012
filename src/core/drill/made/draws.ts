/** Draws of the makers of cases. Given out with codes as they are: NOTHING in this file may ever change what a seed gives. */
import { seededNoise } from "../../maths/noise";

export interface Draws {
  /** From 0 to below 1. */
  uniform: () => number;
  /** Evenly, in whole steps, to three decimals. */
  between: (least: number, most: number, step: number) => number;
  /** True with this probability. */
  chance: (share: number) => boolean;
  /** One by weights. */
  pick: <One>(weighted: readonly (readonly [One, number])[]) => One;
  /** One, evenly. */
  one: <One>(list: readonly One[]) => One;
}

/** Draws of one seed, in the order in which they are asked. */
export function drawsOf(seed: number): Draws {
  const { uniform } = seededNoise(seed);
  // The first draws of neighbouring seeds are alike.
  for (let i = 0; i < 8; i++) uniform();
  return {
    uniform,
    between: (least, most, step) =>
      Math.round((Math.round((least + (most - least) * uniform()) / step) * step + Number.EPSILON) * 1000) / 1000,
    chance: (share) => uniform() < share,
    pick: (weighted) => {
      let left = uniform() * weighted.reduce((sum, [, weight]) => sum + weight, 0);
      for (const [one, weight] of weighted) {
        left -= weight;
        if (left < 0) return one;
      }
      return weighted[0]![0];
    },
    one: (list) => list[Math.floor(uniform() * list.length)]!,
  };
}
