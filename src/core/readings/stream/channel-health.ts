/** Is a channel of a stream to be believed: is it there, does it live, can it be true. A gap never becomes a zero. */

export type ChannelHealth = "ok" | "missing" | "frozen" | "impossible";

/** A gap this long is one, and a value this long without its least stir is frozen, s. */
export const GAP_S = 3;
const FROZEN_S = 20;
const FEWEST = 12;

/**
 * Judges the end of a channel. `values` in order of time; `limits` are what the instrument can read at all; `stirs` says that
 * the instrument shows noise when it lives (a rounded or a dead-quiet one does not).
 */
export function channelHealth(
  values: readonly { time: number; value: number | null }[],
  limits: { min: number; max: number },
  stirs: boolean,
): ChannelHealth {
  const end = values.at(-1);
  if (!end) return "missing";
  const last = values.findLast(({ value }) => value !== null);
  if (!last || end.time - last.time > GAP_S) return "missing";
  if (last.value! < limits.min || last.value! > limits.max) return "impossible";
  const recent = values.filter(({ time, value }) => value !== null && time > end.time - FROZEN_S);
  const whole = end.time - (values[0]?.time ?? end.time) >= FROZEN_S;
  if (stirs && whole && recent.length >= FEWEST && recent.every(({ value }) => value === last.value)) return "frozen";
  return "ok";
}
