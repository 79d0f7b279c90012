/** Days, rounding and names that the parts of the made-up year share. */
import type { NoiseSource } from "@/core/maths/noise";

export const MINUTE_MS = 60_000;

export const ALTITUDE_M = 310;

export const technicians = ["Tamsin Rowe", "Idris Kovac", "Nell Achterberg"] as const;

export const round = (value: number, step: number) => Math.round(value / step) * step;

export const pick = <Kind>(noise: NoiseSource, list: readonly Kind[]): Kind =>
  list[Math.floor(noise.uniform() * list.length)]!;

export const instant = (ms: number) => new Date(ms).toISOString();
