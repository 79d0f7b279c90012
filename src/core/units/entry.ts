/**
 * What a person typed, kept exactly as typed with the unit chosen, and the check that turns it into a number.
 * A record stores entries, never the parsed number, so nothing typed is lost and nothing is computed from a gap.
 */
import { fail, type Result, succeed } from "../result";
import { z } from "../zod";
import { type Dimension, fromBase, toBase, type UnitId, unitIds, units } from "./units";

/** Longer than any number a person types; stops a pasted document from being stored as a pressure. */
const ENTRY_TEXT_LIMIT = 120;

export const entrySchema = z.object({ text: z.string().max(ENTRY_TEXT_LIMIT), unit: z.enum(unitIds) });
export type Entry = z.infer<typeof entrySchema>;

/** A field of a form: what it is called, what it measures and the limits outside which it cannot be right. */
export interface FieldSpec {
  label: string;
  dimension: Dimension;
  /** Limits in the base unit of the dimension, inclusive. */
  min: number;
  max: number;
  /** Why the limits stand where they do, shown after them. */
  reason?: string;
}

export type EntryIssue =
  | { code: "missing" }
  | { code: "not-a-number"; text: string }
  /** "1,270" may be 1270 or 1.27. */
  | { code: "ambiguous-comma"; text: string }
  | { code: "wrong-unit"; unit: UnitId; dimension: Dimension }
  | { code: "out-of-range"; min: number; max: number; unit: UnitId };

export function entry(text: string, unit: UnitId): Entry {
  return { text, unit };
}

/** An entry that shows `base` in `unit`, with enough decimals that the value survives to instrument resolution. */
export function entryOf(base: number, unit: UnitId, decimals: number = units[unit].decimals): Entry {
  return { text: fromBase(base, unit).toFixed(decimals), unit };
}

/**
 * Reads an entry against its field. The value is in the base unit of the field's dimension.
 * Spaces between digits and a decimal comma are accepted; a comma that could be either is refused.
 */
export function checkEntry(spec: FieldSpec, given: Entry): Result<number, EntryIssue> {
  if (units[given.unit].dimension !== spec.dimension) {
    return fail({ code: "wrong-unit", unit: given.unit, dimension: spec.dimension });
  }
  const number = parseNumber(given.text);
  if (!number.ok) return number;
  const value = toBase(number.value, given.unit);
  if (value < spec.min || value > spec.max) {
    return fail({ code: "out-of-range", min: spec.min, max: spec.max, unit: given.unit });
  }
  return succeed(value);
}

/** The value of an entry, or null while it is missing or refused. */
export function entryValue(spec: FieldSpec, given: Entry): number | null {
  const checked = checkEntry(spec, given);
  return checked.ok ? checked.value : null;
}

function parseNumber(text: string): Result<number, EntryIssue> {
  const compact = text.replace(/[\s  ]/g, "").replace(/−/g, "-");
  if (compact === "") return fail({ code: "missing" });
  if (/^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(compact) && !/^[+-]?0,/.test(compact)) {
    return fail({ code: "ambiguous-comma", text: text.trim() });
  }
  const normal = compact.replace(",", ".");
  if (!/^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(normal)) return fail({ code: "not-a-number", text: text.trim() });
  const value = Number(normal);
  return Number.isFinite(value) ? succeed(value) : fail({ code: "not-a-number", text: text.trim() });
}
