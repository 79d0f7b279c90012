/**
 * A log that was read, column by column: numbers only, so that hours of it pass from thread to thread without being copied. Seconds and base
 * units, gauge pressures; NaN where there was no reading.
 */
import { type LogChannel, logChannels } from "../channels";
import type { LogSample } from "./log-import";

export interface LogColumns {
  count: number;
  time: Float64Array<ArrayBuffer>;
  values: Record<LogChannel, Float64Array<ArrayBuffer>>;
}

const FIRST_ROOM = 1024;

/** Gathers moments; its columns grow as they must. */
export class LogGatherer {
  private room = FIRST_ROOM;
  private readonly log: LogColumns = columnsOf(FIRST_ROOM);

  get count(): number {
    return this.log.count;
  }

  push(sample: LogSample): void {
    const { log } = this;
    if (log.count === this.room) this.grow();
    log.time[log.count] = sample.time;
    for (const channel of logChannels) log.values[channel][log.count] = sample[channel] ?? Number.NaN;
    log.count++;
  }

  /** Collected readings; the collector is not used after this. */
  take(): LogColumns {
    return this.log;
  }

  private grow(): void {
    this.room *= 2;
    const larger = columnsOf(this.room);
    larger.time.set(this.log.time);
    for (const channel of logChannels) larger.values[channel].set(this.log.values[channel]);
    Object.assign(this.log, { time: larger.time, values: larger.values });
  }
}

function columnsOf(room: number): LogColumns {
  const values = Object.fromEntries(logChannels.map((channel) => [channel, new Float64Array(room)]));
  return { count: 0, time: new Float64Array(room), values: values as LogColumns["values"] };
}

/** One moment of it; `at` from 0 to below its count. */
export function momentAt(log: LogColumns, at: number): LogSample {
  const moment = { time: log.time[at]! } as LogSample;
  for (const channel of logChannels) {
    const value = log.values[channel][at]!;
    moment[channel] = Number.isNaN(value) ? null : value;
  }
  return moment;
}

/** The buffers behind it, to be handed over rather than copied. */
export function buffersOf(log: LogColumns): ArrayBuffer[] {
  return [log.time.buffer, ...Object.values(log.values).map(({ buffer }) => buffer)];
}
