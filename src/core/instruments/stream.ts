/**
 * The one stream of readings: the simulated instruments give it, and the log of real ones can take its place. A channel that
 * was not read is null, never zero. CSV: a header line, then one line a sample; see docs/instruments.md.
 */
import { type ChannelId, channels } from "../readings/channels";
import { fail, type Result, succeed } from "../result";
import { workshopSensors } from "./workshop-sensors";

/** Channels in the order of the CSV's columns. */
const order = Object.keys(workshopSensors) as ChannelId[];

export interface InstrumentSample extends Record<ChannelId, number | null> {
  /** Since the start of the stream, s. */
  time: number;
}

const TIME_COLUMN = "time_s";
const DECIMALS = 4;

export function csvHeader(): string {
  return [TIME_COLUMN, ...order.map((name) => channels[name].column)].join(",");
}

export function csvLine(sample: InstrumentSample): string {
  const cell = (value: number | null) => (value === null ? "" : String(Number(value.toFixed(DECIMALS))));
  return [cell(sample.time), ...order.map((name) => cell(sample[name]))].join(",");
}

export function toCsv(samples: readonly InstrumentSample[]): string {
  return `${[csvHeader(), ...samples.map(csvLine)].join("\n")}\n`;
}

export type StreamCsvIssue =
  | { code: "no-time-column"; line: number }
  | { code: "no-known-column"; line: number; found: string[] }
  | { code: "not-a-number"; line: number; column: string; text: string }
  | { code: "time-not-rising"; line: number; time: number; before: number };

/**
 * Reads a stream written by {@link toCsv}, or any CSV with its column names in any order; unknown columns are passed over,
 * empty cells are gaps. The first thing wrong is named by line, counted from 1.
 */
export function fromCsv(text: string): Result<InstrumentSample[], StreamCsvIssue> {
  const lines = text.split(/\r?\n/);
  const columns = (lines[0] ?? "").split(",").map((name) => name.trim());
  const timeAt = columns.indexOf(TIME_COLUMN);
  if (timeAt < 0) return fail({ code: "no-time-column", line: 1 });
  const places = order.map((name) => ({ name, at: columns.indexOf(channels[name].column) }));
  if (places.every(({ at }) => at < 0)) return fail({ code: "no-known-column", line: 1, found: columns });
  const samples: InstrumentSample[] = [];
  for (let i = 1; i < lines.length; i++) {
    const line = lines[i]!;
    if (line.trim() === "") continue;
    const cells = line.split(",");
    const sample = emptySample(0);
    for (const { name, at } of [{ name: "time" as const, at: timeAt }, ...places]) {
      const cell = at < 0 ? "" : (cells[at] ?? "").trim();
      if (cell === "" && name !== "time") continue;
      const value = Number(cell);
      if (cell === "" || !Number.isFinite(value)) {
        return fail({ code: "not-a-number", line: i + 1, column: columns[at] ?? TIME_COLUMN, text: cell });
      }
      sample[name] = value;
    }
    const before = samples.at(-1)?.time ?? Number.NEGATIVE_INFINITY;
    if (sample.time <= before) return fail({ code: "time-not-rising", line: i + 1, time: sample.time, before });
    samples.push(sample);
  }
  return succeed(samples);
}

export function emptySample(time: number): InstrumentSample {
  const sample = { time } as InstrumentSample;
  for (const name of order) sample[name] = null;
  return sample;
}
