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
