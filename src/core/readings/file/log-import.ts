/**
 * A log of real instruments: which column is what, in which unit, and how its times are written. Cells that cannot be read
 * are gaps, counted by column; nothing is made up for them.
 */
import { fail, type Result, succeed } from "../../result";
import { toBase, type UnitId } from "../../units/units";
import { channels, type LogChannel, logChannels } from "../channels";

export const timeKinds = ["seconds", "milliseconds", "clock", "date"] as const;
export type TimeKind = (typeof timeKinds)[number];

export interface LogMapping {
  timeColumn: number;
  timeKind: TimeKind;
  decimalComma: boolean;
  columns: Partial<Record<LogChannel, { column: number; unit: UnitId }>>;
}

/** One moment of a log, base units, gauge pressures; null where there was no reading. */
export type LogSample = { time: number } & Record<LogChannel, number | null>;

/** A log of an hour at 5 Hz with forty columns is some 8 MB; this is far beyond any test. */
export const LOG_LIMIT_BYTES = 100_000_000;

const unitPatterns: [RegExp, UnitId][] = [
  [/psi/i, "psi"],
  [/\bbar\b|_bar|\(bar/i, "bar"],
  [/kpa/i, "kPa"],
  [/°?\bf\b|fahrenheit|_f$|degf/i, "degF"],
];

/**
 * What stands between the columns, by the header line: names hold no decimal commas, so the header tells where rows with
 * "12,5" would not.
 */
export function separatorOf(headerLine: string): string {
  const counts = [";", "\t", ",", "|"].map((mark) => ({ mark, count: headerLine.split(mark).length - 1 }));
  return counts.reduce((best, next) => (next.count > best.count ? next : best)).mark;
}

/** First guess from the header and a few rows; a person corrects it. Null where no time column can be seen. */
export function guessMapping(header: readonly string[], rows: readonly (readonly string[])[]): LogMapping | null {
  const timeColumn = header.findIndex((name) => /time|date|zeit|^t$|seconds|^s$|_s$/i.test(name));
  if (timeColumn < 0) return null;
  const cells = rows.map((row) => (row[timeColumn] ?? "").trim()).filter((cell) => cell !== "");
  const sample = cells[0] ?? "";
  const decimalComma = rows.some((row) => row.some((cell) => /^-?\d+,\d+$/.test(cell.trim())));
  const timeKind: TimeKind = /\d{4}-\d\d-\d\d|\d\d[./]\d\d[./]\d{2,4}/.test(sample)
    ? "date"
    : sample.includes(":")
      ? "clock"
      : /ms|milli/i.test(header[timeColumn]!)
        ? "milliseconds"
        : "seconds";
  const columns: LogMapping["columns"] = {};
  const used = new Set([timeColumn]);
  // Temperatures before pressures: both lines may say "suction".
  const pressuresLast = [...logChannels].sort((a, b) => Number(isPressure(a)) - Number(isPressure(b)));
  for (const channel of pressuresLast) {
    const { units, pattern } = channels[channel].log;
    const column = header.findIndex((name, i) => !used.has(i) && pattern.test(name));
    if (column < 0) continue;
    used.add(column);
    const named = unitPatterns.find(([pattern]) => pattern.test(header[column]!))?.[1];
    columns[channel] = { column, unit: units.find((unit) => unit === named) ?? units[0] };
  }
  return { timeColumn, timeKind, decimalComma, columns };
}

const isPressure = (channel: LogChannel) => channels[channel].dimension === "pressure";

export type LogIssue =
  | { code: "no-channel" }
  | { code: "time-unreadable"; line: number; text: string }
  | { code: "time-not-rising"; line: number };

/** Turns rows into samples one after the other, so that a long file can come in pieces. */
export class LogReader {
  private first: number | null = null;
  private before = Number.NEGATIVE_INFINITY;
  private line = 1;
  /** Cells that held something that is no number, by channel. */
  readonly unreadable: Partial<Record<LogChannel, number>> = {};

  constructor(private readonly mapping: LogMapping) {}

  /** The next row after the header. Errors name the line, counted from 1 with the header. */
  read(row: readonly string[]): Result<LogSample, LogIssue> {
    this.line++;
    if (Object.keys(this.mapping.columns).length === 0) return fail({ code: "no-channel" });
    const text = (row[this.mapping.timeColumn] ?? "").trim();
    const absolute = this.timeOf(text);
    if (absolute === null) return fail({ code: "time-unreadable", line: this.line, text });
    this.first ??= absolute;
    // A clock that passes midnight goes on.
    const time = absolute - this.first + (this.mapping.timeKind === "clock" && absolute < this.first ? 86_400 : 0);
    if (time <= this.before) return fail({ code: "time-not-rising", line: this.line });
    this.before = time;
    const sample = { time } as LogSample;
    for (const channel of logChannels) {
      const from = this.mapping.columns[channel];
      const cell = from ? (row[from.column] ?? "").trim() : "";
      const value = cell === "" ? null : this.numberOf(cell);
      if (cell !== "" && value === null) this.unreadable[channel] = (this.unreadable[channel] ?? 0) + 1;
      sample[channel] = from && value !== null ? toBase(value, from.unit) : null;
    }
    return succeed(sample);
  }

  private numberOf(cell: string): number | null {
    const plain = this.mapping.decimalComma ? cell.replace(/\./g, "").replace(",", ".") : cell;
    if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain)) return null;
    const value = Number(plain);
    return Number.isFinite(value) ? value : null;
  }

  /** Seconds on the log's own clock. */
  private timeOf(text: string): number | null {
    switch (this.mapping.timeKind) {
      case "seconds":
        return this.numberOf(text);
      case "milliseconds": {
        const value = this.numberOf(text);
        return value === null ? null : value / 1000;
      }
      case "clock": {
        const parts = /(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?/.exec(text);
        return parts
          ? Number(parts[1]) * 3600 + Number(parts[2]) * 60 + Number((parts[3] ?? "0").replace(",", "."))
          : null;
      }
      case "date": {
        const day = /^(\d{1,2})[./](\d{1,2})[./](\d{2,4})[ T](.*)$/.exec(text);
        const iso = day
          ? `${day[3]!.padStart(4, "20")}-${day[2]!.padStart(2, "0")}-${day[1]!.padStart(2, "0")}T${day[4]}`
          : text;
        const parsed = Date.parse(iso.replace(" ", "T"));
        return Number.isFinite(parsed) ? parsed / 1000 : null;
      }
    }
  }
}
