/**
 * A stream as a person follows it: what each channel shows, whether it has settled, whether it can be believed, and how the circuit cycles.
 * Gauge pressures kPa, temperatures degC, times s on the stream's own clock.
 */

import {
  channels,
  type StreamChannel,
  steadyLimits,
  streamChannels,
  type TakenChannel,
  takenChannels,
} from "../channels";
import { type ChannelHealth, channelHealth } from "./channel-health";
import { readBeforeCutOut } from "./cycle-reading";
import { type Sample, type StreamState, streamState } from "./stream-state";

/** `rpm` is missing or null where the source does not measure it. */
export type StreamSample = { time: number; rpm?: number | null } & Record<StreamChannel, number | null>;

export interface JudgedStream {
  /** Null where a channel is missing or cannot be true. */
  values: Record<StreamChannel, number | null>;
  states: Record<StreamChannel, StreamState>;
  health: Record<StreamChannel, ChannelHealth>;
}

/** A needle is read over this long, so that a number on the screen can be read too. */
const DISPLAY_S = 3;
/** The longest window the judgement looks at, and the shorter one that tells whether a channel lives, at 5 Hz. */
const STATE_SAMPLES = 750;
const HEALTH_SAMPLES = 120;
/** A gauge that showed more values than this lately stirs; one or two more are a slow drift across the steps of a rounded one. */
const STIRRED_VALUES = 4;

/** Every channel at the end of the stream; states are judged from what came after `since`. */
export function judgeStream(samples: readonly StreamSample[], since: number): JudgedStream {
  const perChannel = <Value>(of: (channel: StreamChannel) => Value) =>
    Object.fromEntries(streamChannels.map((channel) => [channel, of(channel)])) as Record<StreamChannel, Value>;
  const health = perChannel((channel) => healthOf(samples, channel));
  const believed = (channel: StreamChannel) => health[channel] !== "missing" && health[channel] !== "impossible";
  const judged = samples.slice(-STATE_SAMPLES);
  return {
    health,
    values: perChannel((channel) => (believed(channel) ? recentMean(samples, channel, DISPLAY_S) : null)),
    states: perChannel((channel) => streamState(seriesOf(judged, channel, since), steadyLimits[channel])),
  };
}

/** A channel's readings after `since`; gaps are left out. */
function seriesOf(samples: readonly StreamSample[], channel: StreamChannel, since: number): Sample[] {
  return samples.flatMap((sample) => {
    const value = sample[channel];
    return value === null || sample.time <= since ? [] : [{ time: sample.time, value }];
  });
}

function healthOf(samples: readonly StreamSample[], channel: StreamChannel): ChannelHealth {
  const recent = samples.slice(-HEALTH_SAMPLES).map((sample) => ({ time: sample.time, value: sample[channel] }));
  const { readable, dimension } = channels[channel];
  // Probes may stand still on a tenth of a degree.
  return channelHealth(recent, readable, dimension === "pressure" && pressuresStir(samples, channel));
}

/** Gauges tremble while the engine runs. At rest, or under test gas, a rounded one stands still: there the other gauge tells. */
function pressuresStir(samples: readonly StreamSample[], channel: StreamChannel): boolean {
  if ((samples.at(-1)?.rpm ?? 0) > 0) return true;
  const other = channel === "low" ? "high" : "low";
  const shown = new Set(samples.slice(-HEALTH_SAMPLES).map((sample) => sample[other]));
  shown.delete(null);
  return shown.size > STIRRED_VALUES;
}

/** Mean over the last `seconds` of the stream; null without samples. */
export function recentMean(samples: readonly StreamSample[], channel: StreamChannel, seconds: number): number | null {
  const end = samples.at(-1)?.time;
  if (end === undefined) return null;
  let sum = 0;
  let count = 0;
  for (let i = samples.length - 1; i >= 0 && samples[i]!.time > end - seconds; i--) {
    const value = samples[i]![channel];
    if (value === null) continue;
    sum += value;
    count++;
  }
  return count === 0 ? null : sum / count;
}

/** Channels of the running test that are there: one that is not connected keeps nobody waiting. */
export function presentIn({ health }: Pick<JudgedStream, "health">): TakenChannel[] {
  return takenChannels.filter((channel) => health[channel] !== "missing");
}

const order: readonly StreamState["state"][] = ["waiting", "settling", "cycling", "steady"];

/** The worst state among channels: one that has not settled speaks for all. */
export function worstState(states: readonly StreamState[]): StreamState {
  return [...states].sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state))[0] ?? { state: "waiting" };
}

/** A circuit while its clutch cycles: how the low side swings, and every channel just before the clutch lets go. */
export interface StreamCycle {
  /** The high side while engaged; null where it is not coupled. */
  swing: { periodS: number; lowMinKpa: number; lowMaxKpa: number; lowMeanKpa: number; highEngagedKpa: number | null };
  at: (channel: StreamChannel) => number | null;
}

/** Whole cycles are read, not the moment; null while it does not cycle or has not for two whole ones. */
export function cycleOfStream(
  samples: readonly StreamSample[],
  since: number,
  { states, values }: JudgedStream,
): StreamCycle | null {
  const { low } = states;
  if (low.state !== "cycling") return null;
  const streamOf = (channel: StreamChannel) => seriesOf(samples, channel, since);
  const read = readBeforeCutOut(streamOf("low"), low.period);
  if (read === null) return null;
  const engagedKpa = values.high === null ? null : (read.engagedMean(streamOf("high")) ?? values.high);
  return {
    swing: {
      periodS: Math.round(read.periodS * 10) / 10,
      lowMinKpa: Math.round(read.lowMinKpa),
      lowMaxKpa: Math.round(read.lowMaxKpa),
      lowMeanKpa: Math.round(read.lowMeanKpa),
      highEngagedKpa: engagedKpa === null ? null : Math.round(engagedKpa),
    },
    at: (channel) => read.at(streamOf(channel)),
  };
}
