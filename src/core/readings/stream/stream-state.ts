/**
 * Is a channel settling, steady or cycling? Least-squares slope and spread over half a minute, both against the noise that the
 * stream itself shows; for cycling the autocorrelation of what is left beside the trend. Described in docs/readings.md.
 */
import { fitLine, type Line, removeParabola } from "../../maths/fits";

export interface Sample {
  /** s since the stream began. */
  time: number;
  value: number;
}

/** Steadiness limits of a channel, in its base unit. */
export interface SteadyLimits {
  /** Drift that no longer matters, per minute. */
  driftPerMinute: number;
  /** Standard deviation that noise alone explains. */
  noise: number;
  /** Half of a swing that is read through like a trembling needle: no clutch and no fan swings so little. */
  swing: number;
}

export type StreamState =
  | { state: "waiting" }
  | { state: "settling"; driftPerMinute: number; secondsToGo: number | null }
  | { state: "steady"; mean: number }
  | { state: "cycling"; period: number; lowest: number; highest: number };

/** Long enough for a slope out of the noise, short against the settling of a circuit. */
const WINDOW = 30;
/** Half the swing must be this many times the noise before it is called cycling. */
const SWING_OVER_NOISE = 2.2;
const FEWEST_SAMPLES = 12;
/** Windows in which a cycle is looked for, s: the short one sees fast clutches soon, the long one slow ones. */
const CYCLE_WINDOWS = [45, 150] as const;
/** Autocorrelation at the period from which a swing repeats and is no wandering. */
const REPEATS = 0.45;
const SHORTEST_PERIOD = 2.5;
/** Grid on which the autocorrelation is taken, s, at most. */
const GRID = 0.5;

/** State of a channel at the end of `samples`, which are in order of time. */
export function streamState(samples: readonly Sample[], limits: SteadyLimits): StreamState {
  const recent = lastSeconds(samples, WINDOW);
  if (recent.length < FEWEST_SAMPLES || spanOf(recent) < WINDOW * 0.8) return { state: "waiting" };
  const noise = Math.max(noiseOf(recent), limits.noise * 0.5);
  for (const window of CYCLE_WINDOWS) {
    const cycling = cyclingState(lastSeconds(samples, window), Math.max(noise, limits.noise), limits.swing);
    if (cycling) return cycling;
  }
  const line = lineThrough(recent);
  const driftPerMinute = line.slope * 60;
  const drifting = Math.abs(driftPerMinute) > limits.driftPerMinute + slopeNoisePerMinute(recent.length, noise);
  if (!drifting && line.residual <= Math.max(2 * noise, 2 * limits.noise, limits.swing / Math.SQRT2))
    return { state: "steady", mean: line.meanY };
  return { state: "settling", driftPerMinute, secondsToGo: secondsToGo(recent, driftPerMinute, limits) };
}

/** Noise of one sample from second differences, which a slow course does not touch: median, so that a jump does not either. */
function noiseOf(samples: readonly Sample[]): number {
  const seconds = samples
    .slice(2)
    .map((sample, i) => Math.abs(sample.value - 2 * samples[i + 1]!.value + samples[i]!.value))
    .sort((a, b) => a - b);
  // Second differences of white noise spread sqrt(6) times as far; the median of their size is 0.6745 of that.
  return (seconds[Math.floor(seconds.length / 2)] ?? 0) / (Math.sqrt(6) * 0.6745);
}

function cyclingState(samples: readonly Sample[], noise: number, swing: number): StreamState | null {
  if (samples.length < FEWEST_SAMPLES) return null;
  const { values, step } = uniform(samples);
  const count = values.length;
  removeParabola(values);
  let power = 0;
  for (const value of values) power += value * value;
  const spread = Math.sqrt(power / count);
  // A sine of half-swing a spreads a / sqrt(2).
  if (spread * Math.SQRT2 < Math.max(SWING_OVER_NOISE * noise, swing)) return null;
  const correlation = (lag: number) => {
    let sum = 0;
    for (let i = lag; i < count; i++) sum += values[i]! * values[i - lag]!;
    return (sum / (count - lag) / power) * count;
  };
  // First it must swing to the other side, then come back: two whole periods have to lie in the window.
  const longest = Math.floor(count / 2);
  let lag = 1;
  while (lag <= longest && correlation(lag) > -0.1) lag++;
  if (lag > longest) return null;
  let best = 0;
  let at = 0;
  let r = correlation(lag);
  for (; lag <= longest; lag++) {
    r = correlation(lag);
    if (r > best) {
      best = r;
      at = lag;
    } else if (best > REPEATS && r < best * 0.5) break;
  }
  if (best < REPEATS || at >= longest || at * step < SHORTEST_PERIOD) return null;
  const before = correlation(at - 1);
  const after = correlation(at + 1);
  const shift = (before - after) / (2 * (before - 2 * best + after) || 1);
  const period = (at + Math.max(-0.5, Math.min(0.5, shift))) * step;
  const { lowest, highest } = swingOf(lastSeconds(samples, Math.max(2 * period, period + 2)));
  return { state: "cycling", period, lowest, highest };
}

/** Turning points of the last cycles. */
function swingOf(samples: readonly Sample[]): { lowest: number; highest: number } {
  let lowest = Number.POSITIVE_INFINITY;
  let highest = Number.NEGATIVE_INFINITY;
  for (const { value } of samples) {
    lowest = Math.min(lowest, value);
    highest = Math.max(highest, value);
  }
  return { lowest, highest };
}

/** The stream on an even grid, by straight lines between its samples. */
function uniform(samples: readonly Sample[]): { values: Float64Array; step: number } {
  const from = samples[0]!.time;
  const to = samples.at(-1)!.time;
  const step = Math.max(GRID, (to - from) / 400);
  const values = new Float64Array(Math.max(3, Math.floor((to - from) / step) + 1));
  let j = 0;
  for (let i = 0; i < values.length; i++) {
    const time = from + i * step;
    while (j < samples.length - 2 && samples[j + 1]!.time < time) j++;
    const a = samples[j]!;
    const b = samples[j + 1] ?? a;
    const share = b.time > a.time ? (time - a.time) / (b.time - a.time) : 0;
    values[i] = a.value + Math.min(Math.max(share, 0), 1) * (b.value - a.value);
  }
  return { values, step };
}

/** Standard error of a slope over the window from white noise, per minute, doubled for 95 %. */
function slopeNoisePerMinute(count: number, noise: number): number {
  return (2 * 60 * noise * Math.sqrt(12 / count)) / WINDOW;
}

/** An exponential approach loses slope at a constant rate: compare the two halves of the window. */
function secondsToGo(recent: readonly Sample[], driftPerMinute: number, limits: SteadyLimits): number | null {
  const half = Math.floor(recent.length / 2);
  const early = lineThrough(recent.slice(0, half)).slope;
  const late = lineThrough(recent.slice(half)).slope;
  const ratio = late / early;
  if (!(ratio > 0 && ratio < 0.98)) return null;
  const timeConstant = WINDOW / 2 / -Math.log(ratio);
  const seconds = timeConstant * Math.log(Math.abs(driftPerMinute) / limits.driftPerMinute);
  return Number.isFinite(seconds) && seconds > 0 && seconds < 600 ? seconds : null;
}

function lineThrough(samples: readonly Sample[]): Line {
  return fitLine(
    samples.map(({ time }) => time),
    samples.map(({ value }) => value),
  );
}

export function lastSeconds(samples: readonly Sample[], seconds: number): readonly Sample[] {
  const end = samples.at(-1)?.time ?? 0;
  const start = samples.findIndex((sample) => sample.time >= end - seconds);
  return start <= 0 ? samples : samples.slice(start);
}

function spanOf(samples: readonly Sample[]): number {
  return (samples.at(-1)?.time ?? 0) - (samples[0]?.time ?? 0);
}
