import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import { type ChannelId, channelIds } from "@/core/readings/channels";
import { type LogColumns, momentAt } from "@/core/readings/file/log-columns";
import type { LogSample } from "@/core/readings/file/log-import";
import { unmeasured } from "./unmeasured";

/** Interval between moments of a log, ms. */
const TICK_MS = 250;

export interface LogPlayer {
  setPace: (pace: number) => void;
  close: () => void;
}

/** Plays a log as if it were live: moments arrive when they did, times the pace. */
export function playLog(log: LogColumns, onSamples: (batch: SimulatorSample[]) => void, onEnd: () => void): LogPlayer {
  let pace = 1;
  let at = 0;
  let next = 0;
  const timer = setInterval(() => {
    at += (pace * TICK_MS) / 1000;
    const batch: SimulatorSample[] = [];
    for (; next < log.count && log.time[next]! <= at; next++) batch.push(asSimulatorSample(momentAt(log, next)));
    if (batch.length > 0) onSamples(batch);
    if (next >= log.count) {
      clearInterval(timer);
      onEnd();
    }
  }, TICK_MS);
  return {
    setPace: (wanted) => {
      pace = wanted;
    },
    close: () => clearInterval(timer),
  };
}

const nothingRead = Object.fromEntries(channelIds.map((id) => [id, null])) as Record<ChannelId, null>;

const asSimulatorSample = (sample: LogSample): SimulatorSample => ({ ...nothingRead, ...sample, ...unmeasured });
