/**
 * The one stream of readings: the simulated instruments give it, and the log of real ones can take its place. A channel that
 * was not read is null, never zero. CSV: a header line, then one line a sample; see docs/instruments.md.
 */
import { fail, type Result, succeed } from "../result";

/** Channels with the column name of the CSV, which carries the unit. Pressures kPa gauge, but the vacuum gauge absolute. */
export const instrumentChannels = {
  rpm: "rpm",
  lowKpa: "low_kpa_gauge",
  highKpa: "high_kpa_gauge",
  ventC: "vent_c",
  suctionLineC: "suction_line_c",
  liquidLineC: "liquid_line_c",
  dischargeLineC: "discharge_line_c",
  meteringInletC: "metering_inlet_c",
  ambientC: "ambient_c",
  humidityPct: "humidity_pct",
  condenserInletAirC: "condenser_inlet_air_c",
  condenserOutletAirC: "condenser_outlet_air_c",
  scaleG: "scale_g",
  recoveredG: "recovered_g",
  vacuumKpa: "vacuum_kpa_abs",
  compressorDutyPct: "compressor_duty_pct",
  clutchIn: "clutch_in",
  fanPct: "fan_pct",
} as const;

export type InstrumentChannel = keyof typeof instrumentChannels;
export const channelNames = Object.keys(instrumentChannels) as InstrumentChannel[];

export interface InstrumentSample extends Record<InstrumentChannel, number | null> {
  /** Since the start of the stream. */
  timeS: number;
}

const TIME_COLUMN = "time_s";
const DECIMALS = 4;

export function csvHeader(): string {
  return [TIME_COLUMN, ...channelNames.map((name) => instrumentChannels[name])].join(",");
}

export function csvLine(sample: InstrumentSample): string {
  const cell = (value: number | null) => (value === null ? "" : String(Number(value.toFixed(DECIMALS))));
  return [cell(sample.timeS), ...channelNames.map((name) => cell(sample[name]))].join(",");
}

export function toCsv(samples: readonly InstrumentSample[]): string {
  return `${[csvHeader(), ...samples.map(csvLine)].join("\n")}\n`;
}

export type StreamCsvIssue =
  | { code: "no-time-column"; line: number }
  | { code: "no-known-column"; line: number; found: string[] }
  | { code: "not-a-number"; line: number; column: string; text: string }
  | { code: "time-not-rising"; line: number; timeS: number; before: number };

/**
 * Reads a stream written by {@link toCsv}, or any CSV with its column names in any order; unknown columns are passed over,
 * empty cells are gaps. The first thing wrong is named by line, counted from 1.
 */
export function fromCsv(text: string): Result<InstrumentSample[], StreamCsvIssue> {
  const lines = text.split(/\r?\n/);
  const columns = (lines[0] ?? "").split(",").map((name) => name.trim());
  const timeAt = columns.indexOf(TIME_COLUMN);
  if (timeAt < 0) return fail({ code: "no-time-column", line: 1 });
  const places = channelNames.map((name) => ({ name, at: columns.indexOf(instrumentChannels[name]) }));
  if (places.every(({ at }) => at < 0)) return fail({ code: "no-known-column", line: 1, found: columns });
  const samples: InstrumentSample[] = [];
  for (let i = 1; i < lines.length; i++) {
    const line = lines[i]!;
    if (line.trim() === "") continue;
    const cells = line.split(",");
    const sample = emptySample(0);
    for (const { name, at } of [{ name: "timeS" as const, at: timeAt }, ...places]) {
      const cell = at < 0 ? "" : (cells[at] ?? "").trim();
      if (cell === "" && name !== "timeS") continue;
      const value = Number(cell);
      if (cell === "" || !Number.isFinite(value)) {
        return fail({ code: "not-a-number", line: i + 1, column: columns[at] ?? TIME_COLUMN, text: cell });
      }
      sample[name] = value;
    }
    const before = samples.at(-1)?.timeS ?? Number.NEGATIVE_INFINITY;
    if (sample.timeS <= before) return fail({ code: "time-not-rising", line: i + 1, timeS: sample.timeS, before });
    samples.push(sample);
  }
  return succeed(samples);
}

export function emptySample(timeS: number): InstrumentSample {
  const sample = { timeS } as InstrumentSample;
  for (const name of channelNames) sample[name] = null;
  return sample;
}
