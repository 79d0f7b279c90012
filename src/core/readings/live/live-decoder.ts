/**
 * Decodes what a live source sends, line by line: the CSV of the simulated instruments (docs/instruments.md), or any text line with a number and a unit,
 * by an assignment that a person has made from a sample line. Values come out in base units; nothing is ever made up. Times are seconds.
 */
import { SEA_LEVEL_KPA } from "../../air/atmosphere";
import { type Dimension, toBase, type UnitId, units } from "../../units/units";
import * as z from "../../zod";
import { type ChannelId, channelIds, channels } from "../channels";
import { type LinePart, LONGEST_LINE, partsOfLine } from "./line";

const MOST_ENTRIES = 24;

/** Channel and unit of each number of a line, in their order; a number that is not assigned is passed over. */
export const assignmentSchema = z
  .array(
    z.strictObject({
      channel: z.enum(channelIds as [ChannelId, ...ChannelId[]]).nullable(),
      /** Where the line names none. */
      unit: z.string().max(20).nullable(),
      /** Word before the number: with it the number is known in any line, without it by its place. */
      word: z.string().max(40).optional(),
      /** A pressure above vacuum, for a channel of gauge pressure. */
      absolute: z.boolean().optional(),
    }),
  )
  .max(MOST_ENTRIES);
export type Assignment = z.infer<typeof assignmentSchema>;

export type LiveReadings = Partial<Record<ChannelId, number>>;

export type LineIssue =
  | { code: "no-number"; text: string }
  | { code: "too-long"; length: number; most: number }
  /** The unit of this number is of another kind than its channel. */
  | { code: "wrong-unit"; channel: ChannelId; unit: string }
  /** Beyond what such an instrument can show. */
  | { code: "impossible"; channel: ChannelId; value: number }
  | { code: "not-a-number"; column: string; text: string }
  | { code: "repeated-time"; time: number }
  | { code: "time-jumped"; from: number; to: number };

export interface Decoded {
  readings: LiveReadings;
  issues: LineIssue[];
}

/**
 * Place of the entry of a line's number: by its word, else at its own place where its unit fits and that entry's word stands nowhere in the line; -1 where
 * it has none. A scale that changes its word from gross to net is still the scale.
 */
export function entryPlace(assignment: Assignment, parts: readonly LinePart[], at: number): number {
  const { word, unit } = parts[at]!;
  const named = word === "" ? -1 : assignment.findIndex((one) => one.word === word);
  if (named >= 0) return named;
  const own = assignment[at];
  if (own === undefined) return -1;
  // An assignment of before knows places alone.
  if (own.word === undefined) return at;
  const elsewhere = parts.some((other) => other.word === own.word);
  const fits = own.channel === null ? own.unit === unit : unit !== null && matching(unit, own.channel) !== null;
  return elsewhere || !fits ? -1 : at;
}

/** An assignment with a first guess for each number of a line that has no entry yet; the same object where none is missing. */
export function withGuesses(assignment: Assignment, parts: readonly LinePart[]): Assignment {
  const missing = parts.filter((_, i) => entryPlace(assignment, parts, i) < 0);
  const taken = assignment.flatMap(({ channel }) => (channel === null ? [] : [channel]));
  // No line of an instrument has more numbers: a full assignment stays as it is.
  return missing.length === 0 || assignment.length >= MOST_ENTRIES
    ? assignment
    : [...assignment, ...suggestedAssignment(missing, taken)].slice(0, MOST_ENTRIES);
}

/** A source's own clock that stands still longer, or goes back, is no clock, s. */
const LARGEST_STEP_S = 60;

const columnOf = new Map<string, ChannelId>(channelIds.map((id) => [channels[id].column, id]));

/** The header of our CSV; null for any other line. */
function headerOf(line: string): (ChannelId | "time" | null)[] | null {
  const names = line.split(",").map((name) => name.trim());
  if (!names.includes("time_s")) return null;
  return names.map((name) => (name === "time_s" ? "time" : (columnOf.get(name) ?? null)));
}

export class LiveDecoder {
  private header: (ChannelId | "time" | null)[] | null = null;
  private lastTime: number | null = null;

  /** @param atmosphereKpa barometer, for absolute pressures that are assigned to a gauge; kPa */
  constructor(
    private numbers: Assignment = [],
    private readonly atmosphereKpa: () => number = () => SEA_LEVEL_KPA,
  ) {}

  /** Another assignment holds from the next line on. */
  assign(assignment: Assignment): void {
    this.numbers = assignment;
  }

  /** What each number is, with a first guess for those that came without an entry. */
  get assignment(): Assignment {
    return this.numbers;
  }

  /** The stream names its columns itself: nothing is to be assigned. */
  get namesItself(): boolean {
    return this.header !== null;
  }

  decode(line: string): Decoded {
    const text = line.trim();
    if (text === "") return { readings: {}, issues: [] };
    if (text.length > LONGEST_LINE)
      return { readings: {}, issues: [{ code: "too-long", length: text.length, most: LONGEST_LINE }] };
    const header = headerOf(text);
    if (header !== null) {
      // A source that begins anew begins its clock anew.
      this.header = header;
      this.lastTime = null;
      return { readings: {}, issues: [] };
    }
    return this.header === null ? this.byAssignment(text) : this.byColumns(text, this.header);
  }

  private byColumns(text: string, header: readonly (ChannelId | "time" | null)[]): Decoded {
    const cells = text.split(",");
    const readings: LiveReadings = {};
    const issues: LineIssue[] = [];
    for (const [i, id] of header.entries()) {
      const cell = cells[i]?.trim() ?? "";
      if (id === null || cell === "") continue;
      const value = Number(cell);
      if (!Number.isFinite(value)) {
        issues.push({ code: "not-a-number", column: id === "time" ? "time_s" : channels[id].column, text: cell });
        continue;
      }
      if (id !== "time") take(readings, issues, id, value);
      else {
        const issue = this.timeIssue(value);
        // A line that was sent twice, or out of its turn, says nothing new.
        if (issue !== null) return { readings: {}, issues: [issue] };
      }
    }
    return { readings, issues };
  }

  private timeIssue(time: number): LineIssue | null {
    const before = this.lastTime;
    this.lastTime = time;
    if (before === null) return null;
    if (time === before) return { code: "repeated-time", time };
    if (time >= before && time - before <= LARGEST_STEP_S) return null;
    return { code: "time-jumped", from: before, to: time };
  }

  private byAssignment(text: string): Decoded {
    const parts = partsOfLine(text);
    if (parts.length === 0) return { readings: {}, issues: [{ code: "no-number", text: text.slice(0, 60) }] };
    const readings: LiveReadings = {};
    const issues: LineIssue[] = [];
    const assignment = withGuesses(this.numbers, parts);
    this.numbers = assignment;
    for (const [i, part] of parts.entries()) {
      const asked = assignment[entryPlace(assignment, parts, i)];
      if (asked?.channel == null) continue;
      const unit = part.unit ?? knownUnit(asked.unit);
      const { channel } = asked;
      const fits = part.unknownUnit === null && unit !== null ? matching(unit, channel) : null;
      if (fits === null) issues.push({ code: "wrong-unit", channel, unit: part.unknownUnit ?? unit ?? "" });
      else {
        const above = isAbsolute(fits, asked) ? this.atmosphereKpa() : 0;
        take(readings, issues, channel, toBase(part.value, fits) - above);
      }
    }
    return { readings, issues };
  }
}

const knownUnit = (unit: string | null): UnitId | null =>
  unit !== null && Object.hasOwn(units, unit) ? (unit as UnitId) : null;

/** A number counted from vacuum for a channel counted from the atmosphere. */
function isAbsolute(unit: UnitId, { channel, absolute }: Assignment[number]): boolean {
  if (channel === null || channels[channel].dimension !== "pressure") return false;
  return absolute === true || units[unit].dimension === "vacuum";
}

/** The unit as this channel reads it: "psi" is a gauge pressure, "kPa" of a vacuum gauge an absolute one; null where it is of another kind. */
function matching(unit: UnitId, channel: ChannelId): UnitId | null {
  const { dimension } = channels[channel];
  if (units[unit].dimension === dimension) return unit;
  if (dimension === "vacuum" && unit === "kPa") return "kPaAbs";
  if (dimension === "pressure" && units[unit].dimension === "vacuum") return unit;
  return null;
}

function take(readings: LiveReadings, issues: LineIssue[], channel: ChannelId, value: number): void {
  const { min, max } = channels[channel].readable;
  if (value < min || value > max) issues.push({ code: "impossible", channel, value });
  else readings[channel] = value;
}

/** Usual channel of a unit's kind where no word says more. */
const usualOfKind: Partial<Record<Dimension, ChannelId>> = { mass: "scaleG", vacuum: "vacuumKpa", percent: "humidity" };

/** Usual channel of a number by the word before it and its unit, for a first assignment that a person corrects; `given`: channels assigned already. */
export function suggestedAssignment(parts: readonly LinePart[], given: readonly ChannelId[] = []): Assignment {
  const taken = new Set<ChannelId>(given);
  return parts.map(({ unit, word, unknownUnit }) => {
    const fits = channelIds.filter(
      (id) => !taken.has(id) && unknownUnit === null && unit !== null && matching(unit, id) !== null,
    );
    const named = fits.find((id) => {
      const { log } = channels[id] as { log?: { pattern: RegExp } };
      return word !== "" && (log?.pattern.test(word) ?? false);
    });
    const kind = unit === null ? undefined : usualOfKind[units[unit].dimension];
    // The pressure of the air is no channel; its sensor may be on a hose, which a person says.
    const usual = named ?? (kind !== undefined && fits.includes(kind) && !AIR_PRESSURE.test(word) ? kind : null);
    if (usual !== null) taken.add(usual);
    return { channel: usual, unit, ...(word === "" ? {} : { word: word.slice(0, 40) }) };
  });
}

/** Word of a pressure that the standard Bluetooth service gives: of the air, until somebody says otherwise. */
const AIR_PRESSURE = /^air_?pressure$/i;

/** Text in pieces as a port gives it, as whole lines; a piece without an end waits for it, and is let go when it grows beyond any line. */
export class LineSplitter {
  private rest = "";

  push(text: string): string[] {
    const lines = (this.rest + text).split(/\r\n|\n|\r/);
    this.rest = lines.pop() ?? "";
    if (this.rest.length > 4 * LONGEST_LINE) this.rest = this.rest.slice(-LONGEST_LINE);
    return lines;
  }
}
