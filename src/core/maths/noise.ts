/** Seeded noise: the same seed gives the same instruments, sample for sample. */
export interface NoiseSource {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Standard normal. */
  normal(): number;
}

/** Mulberry32 by T. Ettinger (public domain) with the Box-Muller transform. */
export function seededNoise(seed: number): NoiseSource {
  let state = seed >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

/**
 * Standard normal draws for `count` members of an ensemble, evenly spread: each call of a member's draw is a coordinate of its own, in which
 * every member stands in another of `count` equal slices (Latin hypercube; McKay, Beckman and Conover, Technometrics 21 (1979) 239).
 */
export function stratifiedNormals(count: number, seed: number): (() => number)[] {
  const noise = seededNoise(seed);
  const coordinates: Float64Array[] = [];
  const coordinate = (k: number) => {
    while (coordinates.length <= k) {
      const values = Float64Array.from({ length: count }, (_, i) => normalQuantile((i + noise.uniform()) / count));
      for (let i = count - 1; i > 0; i--) {
        const j = Math.floor(noise.uniform() * (i + 1));
        [values[i], values[j]] = [values[j]!, values[i]!];
      }
      coordinates.push(values);
    }
    return coordinates[k]!;
  };
  return Array.from({ length: count }, (_, member) => {
    let k = 0;
    return () => coordinate(k++)[member]!;
  });
}

/** Quantile of the standard normal distribution, absolute error below 4.5e-4 (Abramowitz and Stegun, 26.2.23). */
export function normalQuantile(share: number): number {
  const p = Math.min(Math.max(share, 1e-9), 1 - 1e-9);
  const t = Math.sqrt(-2 * Math.log(Math.min(p, 1 - p)));
  const x =
    t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
  return p < 0.5 ? -x : x;
}
