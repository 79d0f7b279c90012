/**
 * The shut-off test: how long the sides take to meet after the engine is stopped. A valve stuck open looks normal while it runs
 * and gives itself away here; a blockage never lets them meet.
 */
import { fitLine } from "../../maths/fits";

export interface ShutOffSample {
  time: number;
  rpm: number;
  /** kPa gauge. */
  low: number;
  high: number;
}

/** The sides count as met when gauges of an ordinary class no longer part them, kPa. */
export const MET_WITHIN_KPA = 35;
/** Longer than this nobody waits, s. */
export const LONGEST_WAIT_S = 900;
/** An engine below this speed has stopped. */
const STOPPED_RPM = 150;

export type ShutOffState =
  | { state: "running" }
  /** Stopped too short a time ago, or too close together then, to say anything. */
  | { state: "watching"; sinceS: number; apartKpa: number }
  /** An exponential approach is certain enough to say when they will meet. */
  | { state: "approaching"; sinceS: number; apartKpa: number; equalisesAtS: number }
  | { state: "met"; seconds: number }
  | { state: "never"; sinceS: number; apartKpa: number };

/** Fit over this stretch, s; and how well two halves of it must agree on the time constant to be believed. */
const FIT_S = 24;
const AGREEMENT = 0.35;
/** Apart by at least this when it stopped, kPa: sides that were never apart cannot meet. */
const APART_AT_STOP_KPA = 120;

/** Follows the sides after the last stop of the engine; samples in order of time. */
export function followShutOff(samples: readonly ShutOffSample[]): ShutOffState {
  let stop = -1;
  for (let i = samples.length - 1; i > 0; i--) {
    if (samples[i]!.rpm >= STOPPED_RPM) break;
    if (samples[i - 1]!.rpm >= STOPPED_RPM) stop = i;
  }
  const last = samples.at(-1);
  if (!last || last.rpm >= STOPPED_RPM || stop < 0) return { state: "running" };
  const from = samples[stop]!.time;
  const since = samples.slice(stop);
  const before = samples[stop - 1]!;
  const sinceS = last.time - from;
  const apartKpa = last.high - last.low;
  if (before.high - before.low < APART_AT_STOP_KPA) return { state: "watching", sinceS, apartKpa };
  // A gauge that trembles across the limit once has not met it.
  const met = since.findIndex(
    (sample, i) => i > 1 && [sample, since[i - 1]!].every(({ high, low }) => high - low < MET_WITHIN_KPA),
  );
  if (met > 0) return { state: "met", seconds: since[met]!.time - from };
  if (sinceS > LONGEST_WAIT_S) return { state: "never", sinceS, apartKpa };
  const willMeetS = extrapolate(since, from);
  return willMeetS === null
    ? { state: "watching", sinceS, apartKpa }
    : willMeetS > LONGEST_WAIT_S * 1.5
      ? { state: "watching", sinceS, apartKpa }
      : { state: "approaching", sinceS, apartKpa, equalisesAtS: willMeetS };
}

/** Seconds after the stop at which the difference would fall to the limit; null while its two halves disagree. */
function extrapolate(since: readonly ShutOffSample[], from: number): number | null {
  const last = since.at(-1)!;
  const recent = since.filter(({ time }) => time > last.time - FIT_S);
  if (recent.length < 10 || last.time - from < FIT_S) return null;
  const half = Math.floor(recent.length / 2);
  const early = decay(recent.slice(0, half));
  const late = decay(recent.slice(half));
  const whole = decay(recent);
  if (early === null || late === null || whole === null) return null;
  if (Math.abs(early.rate / late.rate - 1) > AGREEMENT) return null;
  const now = whole.at(last.time);
  return last.time - from + Math.log(now / MET_WITHIN_KPA) / whole.rate;
}

/** Least squares of ln(high - low) against time; null where the sides do not approach. */
function decay(samples: readonly ShutOffSample[]): { rate: number; at: (time: number) => number } | null {
  const apart = samples.filter(({ high, low }) => high - low > 5);
  if (apart.length < 4) return null;
  const { meanX, meanY, slope } = fitLine(
    apart.map(({ time }) => time),
    apart.map(({ high, low }) => Math.log(high - low)),
  );
  const rate = -slope;
  if (!(rate > 1e-4)) return null;
  return { rate, at: (time) => Math.exp(meanY - rate * (time - meanX)) };
}

export type EqualisationResult = "too-fast" | "usual" | "slow" | "never";

/** Seconds below which, and above which, a time is unusual for a metering device. */
export const usualEqualisationS: Record<"expansion-valve" | "orifice-tube", { from: number; to: number }> = {
  // Sound valves often need more than eight minutes, some a quarter of an hour and more; seconds are never sound.
  "expansion-valve": { from: 60, to: 1500 },
  "orifice-tube": { from: 18, to: 150 },
};

/** Judges a time by metering device. */
export function judgeShutOff(
  metering: "expansion-valve" | "orifice-tube",
  seconds: number,
  met: boolean,
): EqualisationResult {
  const { from, to } = usualEqualisationS[metering];
  if (!met) return seconds > to ? "never" : "usual";
  return seconds < from ? "too-fast" : seconds > to ? "slow" : "usual";
}
