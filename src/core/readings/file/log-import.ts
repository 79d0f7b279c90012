/**
 * A log of real instruments: which column is what, in which unit, and how its times are written. Cells that cannot be read
 * are gaps, counted by column; nothing is made up for them.
 */
import { SEA_LEVEL_KPA } from "../../air/atmosphere";
import { fail, type Result, succeed } from "../../result";
import { toBase, type UnitId } from "../../units/units";
import { channels, type LogChannel, logChannels } from "../channels";

export const timeKinds = ["seconds", "milliseconds", "clock", "date", "serial"] as const;
export type TimeKind = (typeof timeKinds)[number];

export interface LogMapping {
  timeColumn: number;
  /** Column of the day, where the time column holds the clock alone. */
  dateColumn?: number;
  timeKind: TimeKind;
  decimalComma: boolean;
  columns: Partial<Record<LogChannel, LogColumn>>;
  /** Barometer for columns of absolute pressure, kPa; at sea level where it is not known. */
  atmosphereKpa?: number;
}

export interface LogColumn {
  column: number;
  unit: UnitId;
  /** A pressure above vacuum, for a channel of gauge pressure. */
  absolute?: boolean;
}

/** One moment of a log, base units, gauge pressures; null where there was no reading. */
export type LogSample = { time: number } & Record<LogChannel, number | null>;

/** A log of an hour at 5 Hz with forty columns is some 8 MB; this is far beyond any test. */
export const LOG_LIMIT_BYTES = 100_000_000;

const unitPatterns: [RegExp, UnitId][] = [
  [/psi/i, "psi"],
  [/\bbar\b|_bar|\(bar/i, "bar"],
  [/kpa/i, "kPa"],
  [/kpa/i, "kPaAbs"],
  [/mbar|hpa/i, "mbarAbs"],
  [/micron|µm ?hg/i, "micron"],
  [/°?\bf\b|fahrenheit|_f$|degf/i, "degF"],
  [/\bkg\b|_kg$/i, "kg"],
  [/\boz\b|_oz$|ounce/i, "oz"],
  [/\blbs?\b|_lbs?$|pound/i, "lb"],
  [/\bg\b|_g$|gram/i, "g"],
];
/** A header that says its pressures are absolute. */
const ABSOLUTE = /\babs|_abs|psia\b/i;

/** Column separator by the header line: names hold no decimal commas, so the header is unambiguous where "12,5" is not. */
export function separatorOf(headerLine: string): string {
  const counts = [";", "\t", ",", "|"].map((mark) => ({ mark, count: headerLine.split(mark).length - 1 }));
  return counts.reduce((best, next) => (next.count > best.count ? next : best)).mark;
}

/** Where the table of a log begins: what stands above it is the device's own. */
export interface LogHeader {
  separator: string;
  /** Line of the header, counted from 0, and lines from there to the first row: a second line may name the units. */
  line: number;
  rowsAfter: number;
  /** Names of the columns, each with its unit where a second line gives them. */
  names: string[];
}

/** No device writes more than this above its table. */
const MOST_ABOVE = 60;

/**
 * Finds the table in a log's first lines: a line of names with a line of as many cells under it that hold numbers; of several the one whose names
 * tell most, for a device's own notes look like small tables. Where there is none the first line that is not empty stands for it.
 */
export function findHeader(lines: readonly string[]): LogHeader {
  const head = lines.slice(0, MOST_ABOVE);
  const tables = head.flatMap((_, line) => tableAt(lines, line) ?? []);
  const [first] = tables.sort((a, b) => tells(b) - tells(a));
  if (first !== undefined) return first;
  const line = Math.max(
    0,
    head.findIndex((text) => text.trim() !== ""),
  );
  const separator = separatorOf(head[line] ?? "");
  return { separator, line, rowsAfter: 1, names: cellsOf(head[line] ?? "", separator) };
}

/** The table that begins with this line, if one does. */
function tableAt(lines: readonly string[], line: number): LogHeader | null {
  const text = lines[line]!;
  const separator = separatorOf(text);
  const names = cellsOf(text, separator);
  if (names.length < 2 || names.some(holdsNumber) || names.every((name) => name === "")) return null;
  const [below, under] = filledAfter(lines, line);
  if (below === undefined) return null;
  const next = cellsOf(lines[below]!, separator);
  if (next.length !== names.length) return null;
  if (next.some(holdsNumber)) return { separator, line, rowsAfter: below - line, names };
  const row = under === undefined ? [] : cellsOf(lines[under]!, separator);
  if (under === undefined || row.length !== names.length || !row.some(holdsNumber)) return null;
  const withUnits = names.map((name, i) => `${name} ${next[i]}`.trim());
  return { separator, line, rowsAfter: under - line, names: withUnits };
}

/** The next two lines that are not empty. */
function filledAfter(lines: readonly string[], line: number): number[] {
  const found: number[] = [];
  for (let i = line + 1; i < lines.length && found.length < 2; i++) if (lines[i]!.trim() !== "") found.push(i);
  return found;
}

/** A time and channels that are known by their names tell more than any number of columns. */
function tells({ names }: LogHeader): number {
  const guess = guessMapping(names, []);
  return names.length + (guess === null ? 0 : 1000 * (1 + Object.keys(guess.columns).length));
}

function cellsOf(line: string, separator: string): string[] {
  return line.split(separator).map((cell) => cell.trim().replace(/^"(.*)"$/, "$1"));
}

/** A number, a clock or a date, whatever marks it is written with. */
function holdsNumber(cell: string): boolean {
  return /^[+-]?[.,]?\d[\d.,:/\-TZ ]*(e[+-]?\d+)?$/i.test(cell);
}

/** First guess from the header and a few rows; a person corrects it. Null where no time column can be seen. */
export function guessMapping(header: readonly string[], rows: readonly (readonly string[])[]): LogMapping | null {
  const named = header.findIndex((name) => /time|date|zeit|^t(\s|$)|seconds|^s$|_s$/i.test(name));
  if (named < 0) return null;
  const sampleOf = (column: number) => rows.map((row) => (row[column] ?? "").trim()).find((cell) => cell !== "") ?? "";
  // Day and clock may stand in two columns, in either order.
  const clock = header.findIndex((name, i) => /time|clock|zeit/i.test(name) && clockOnly(sampleOf(i)));
  const timeColumn = DAY.test(sampleOf(named)) && clock >= 0 ? clock : named;
  const sample = sampleOf(timeColumn);
  const decimalComma = rows.some((row) => row.some((cell) => /^-?\d+,\d+$/.test(cell.trim())));
  const dateColumn = clockOnly(sample)
    ? header.findIndex((name, i) => i !== timeColumn && /date|datum|day/i.test(name) && DAY.test(rows[0]?.[i] ?? ""))
    : -1;
  const timeKind: TimeKind =
    dateColumn >= 0
      ? "date"
      : isSerialDay(sample)
        ? "serial"
        : /\d{4}-\d\d-\d\d|\d\d[./]\d\d[./]\d{2,4}/.test(sample)
          ? "date"
          : sample.includes(":")
            ? "clock"
            : /ms|milli/i.test(header[timeColumn]!)
              ? "milliseconds"
              : "seconds";
  const columns: LogMapping["columns"] = {};
  const used = new Set([timeColumn, dateColumn]);
  // Temperatures before pressures: both lines may say "suction".
  const pressuresLast = [...logChannels].sort((a, b) => Number(isPressure(a)) - Number(isPressure(b)));
  for (const channel of pressuresLast) {
    const { units, pattern } = channels[channel].log;
    const column = header.findIndex((name, i) => !used.has(i) && pattern.test(name));
    if (column < 0) continue;
    used.add(column);
    const name = header[column]!;
    const named = unitPatterns.flatMap(([pattern, unit]) => (pattern.test(name) ? [unit] : []));
    const unit = (units as readonly UnitId[]).find((one) => named.includes(one)) ?? units[0];
    columns[channel] = { column, unit, ...(isPressure(channel) && ABSOLUTE.test(name) ? { absolute: true } : {}) };
  }
  return { timeColumn, ...(dateColumn >= 0 ? { dateColumn } : {}), timeKind, decimalComma, columns };
}

const DAY = /^\s*(\d{4}-\d\d-\d\d|\d{1,2}[./]\d{1,2}[./]\d{2,4})\s*$/;
const clockOnly = (text: string) => /^\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?$/.test(text);
/** Days since the end of 1899 with a part of the day, as spreadsheets count them: from 2009 to 2064. */
const isSerialDay = (text: string) => /^(4|5)\d{4}[.,]\d{3,}$/.test(text);

/** Whether a channel may be logged as gauge or absolute pressure. */
export const isPressure = (channel: LogChannel) => channels[channel].dimension === "pressure";

export type LogIssue =
  | { code: "no-channel" }
  | { code: "time-unreadable"; line: number; text: string }
  | { code: "time-not-rising"; line: number };

/** No instrument shows more, and no log's clock: a number beyond it is none, and pictures could not hold it. */
const MOST_VALUE = 1e12;

/** Turns rows into samples one after the other, so that a long file can come in pieces. */
export class LogReader {
  private first: number | null = null;
  private before = Number.NEGATIVE_INFINITY;
  private line: number;
  /** Rows that repeat the header. */
  repeatedHeaders = 0;
  /** Cells that held something that is no number, by channel. */
  readonly unreadable: Partial<Record<LogChannel, number>> = {};

  /**
   * @param firstLine line of the first row in its file, counted from 1
   * @param header names of the columns: a row that repeats them is passed over
   */
  constructor(
    private readonly mapping: LogMapping,
    firstLine = 2,
    private readonly header: readonly string[] = [],
  ) {
    this.line = firstLine - 1;
  }

  /** The next row; an empty one is a line and nothing more. Errors name the line, counted from 1. */
  read(row: readonly string[]): Result<LogSample | null, LogIssue> {
    this.line++;
    if (row.every((cell) => cell.trim() === "")) return succeed(null);
    if (Object.keys(this.mapping.columns).length === 0) return fail({ code: "no-channel" });
    if (this.repeatsHeader(row)) {
      this.repeatedHeaders++;
      return succeed(null);
    }
    const { timeColumn, dateColumn } = this.mapping;
    const clock = (row[timeColumn] ?? "").trim();
    const text = dateColumn === undefined ? clock : `${(row[dateColumn] ?? "").trim()} ${clock}`;
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
      sample[channel] = from && value !== null ? toBase(value, from.unit) - this.above(from) : null;
    }
    return succeed(sample);
  }

  /** Pressure to take off a column, kPa: the barometer where it counts from vacuum. */
  private above({ absolute = false }: LogColumn): number {
    return absolute ? (this.mapping.atmosphereKpa ?? SEA_LEVEL_KPA) : 0;
  }

  /** A device that was switched on again writes its names again. */
  private repeatsHeader(row: readonly string[]): boolean {
    return (
      this.header.length > 1 &&
      this.header.every((name, i) => name.startsWith((row[i] ?? "").trim()) && (row[i] ?? "").trim() !== "")
    );
  }

  private numberOf(cell: string): number | null {
    const plain = this.mapping.decimalComma ? cell.replace(/\./g, "").replace(",", ".") : cell;
    if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain)) return null;
    const value = Number(plain);
    return Math.abs(value) <= MOST_VALUE ? value : null;
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
      case "serial": {
        const days = this.numberOf(text);
        return days === null ? null : days * 86_400;
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
