/**
 * Is a channel settling, steady or cycling? A first method: least-squares slope and residual spread over a window, and
 * for cycling the crossings of the trend line. Documented in docs/design-notes.md.
 */
export interface Sample {
  /** s since the stream began. */
  time: number;
  value: number;
}

/** What counts as still for a channel, in its base unit. */
export interface SteadyLimits {
  /** Drift that no longer matters, per minute. */
  driftPerMinute: number;
  /** Standard deviation that noise alone explains. */
  noise: number;
}

export type StreamState =
  | { state: "waiting" }
  | { state: "settling"; driftPerMinute: number; secondsToGo: number | null }
  | { state: "steady"; mean: number }
  | { state: "cycling"; period: number; lowest: number; highest: number };

/** Long enough for a slope out of the noise, short against the settling of a circuit. */
const WINDOW = 30;
/** A swing must be this many times the noise before it is called cycling. */
const SWING_OVER_NOISE = 4;
const FEWEST_SAMPLES = 12;
/** Long enough to hold two full periods of a slow clutch. */
const CYCLE_WINDOW = 90;
const FEWEST_CROSSINGS = 4;

/** State of a channel at the end of `samples`, which are in order of time. */
export function streamState(samples: readonly Sample[], limits: SteadyLimits): StreamState {
  const recent = lastSeconds(samples, WINDOW);
  if (recent.length < FEWEST_SAMPLES || spanOf(recent) < WINDOW * 0.8) return { state: "waiting" };
  const cycling = cyclingState(lastSeconds(samples, CYCLE_WINDOW), limits);
  if (cycling) return cycling;
  const line = fitLine(recent);
  const driftPerMinute = line.slope * 60;
  const drifting = Math.abs(driftPerMinute) > limits.driftPerMinute + slopeNoisePerMinute(recent.length, limits);
  if (!drifting && line.residual <= 2 * limits.noise) return { state: "steady", mean: line.mean };
  return { state: "settling", driftPerMinute, secondsToGo: secondsToGo(recent, driftPerMinute, limits) };
}

function cyclingState(samples: readonly Sample[], limits: SteadyLimits): StreamState | null {
  if (samples.length < FEWEST_SAMPLES) return null;
  const line = fitLine(samples);
  const swing = SWING_OVER_NOISE * limits.noise;
  // Crossings with hysteresis: the signal must clear the noise on both sides of the trend before one is counted.
  let side = 0;
  const crossings: number[] = [];
  let lowest = Number.POSITIVE_INFINITY;
  let highest = Number.NEGATIVE_INFINITY;
  for (const sample of samples) {
    const offset = sample.value - (line.mean + line.slope * (sample.time - line.middle));
    const now = offset > swing ? 1 : offset < -swing ? -1 : side;
    if (side !== 0 && now !== side) crossings.push(sample.time);
    side = now;
    lowest = Math.min(lowest, sample.value);
    highest = Math.max(highest, sample.value);
  }
  const first = crossings[0];
  const last = crossings.at(-1);
  if (crossings.length < FEWEST_CROSSINGS || first === undefined || last === undefined) return null;
  return { state: "cycling", period: (2 * (last - first)) / (crossings.length - 1), lowest, highest };
}

/** Standard error of a slope over the window from white noise, per minute, doubled for 95 %. */
function slopeNoisePerMinute(count: number, limits: SteadyLimits): number {
  return (2 * 60 * limits.noise * Math.sqrt(12 / count)) / WINDOW;
}

/** An exponential approach loses slope at a constant rate: compare the two halves of the window. */
function secondsToGo(recent: readonly Sample[], driftPerMinute: number, limits: SteadyLimits): number | null {
  const half = Math.floor(recent.length / 2);
  const early = fitLine(recent.slice(0, half)).slope;
  const late = fitLine(recent.slice(half)).slope;
  const ratio = late / early;
  if (!(ratio > 0 && ratio < 0.98)) return null;
  const timeConstant = WINDOW / 2 / -Math.log(ratio);
  const seconds = timeConstant * Math.log(Math.abs(driftPerMinute) / limits.driftPerMinute);
  return Number.isFinite(seconds) && seconds > 0 && seconds < 600 ? seconds : null;
}

function fitLine(samples: readonly Sample[]): { mean: number; middle: number; slope: number; residual: number } {
  const count = samples.length;
  const middle = samples.reduce((sum, s) => sum + s.time, 0) / count;
  const mean = samples.reduce((sum, s) => sum + s.value, 0) / count;
  let xx = 0;
  let xy = 0;
  for (const { time, value } of samples) {
    xx += (time - middle) ** 2;
    xy += (time - middle) * (value - mean);
  }
  const slope = xx > 0 ? xy / xx : 0;
  const squares = samples.reduce((sum, s) => sum + (s.value - mean - slope * (s.time - middle)) ** 2, 0);
  return { mean, middle, slope, residual: Math.sqrt(squares / count) };
}

function lastSeconds(samples: readonly Sample[], seconds: number): readonly Sample[] {
  const end = samples.at(-1)?.time ?? 0;
  const start = samples.findIndex((sample) => sample.time >= end - seconds);
  return start <= 0 ? samples : samples.slice(start);
}

function spanOf(samples: readonly Sample[]): number {
  return (samples.at(-1)?.time ?? 0) - (samples[0]?.time ?? 0);
}
