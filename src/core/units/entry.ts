/**
 * Typed entry, kept exactly as typed with the unit chosen, and the check that turns it into a number. A record stores entries, never the parsed
 * number, so nothing typed is lost and nothing is computed from a gap.
 */
import { fail, type Result, succeed } from "../result";
import * as z from "../zod";
import { BELOW_ZERO, type Dimension, fromBase, toBase, type UnitId, unitIds, units, unitsOf } from "./units";

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
  /** Where such a value mostly lies; outside of it another unit is asked about, nothing is refused. */
  usual?: { min: number; max: number };
}

export type EntryIssue =
  | { code: "missing" }
  | { code: "not-a-number"; text: string }
  /** "1,270" may be 1270 or 1.27. */
  | { code: "ambiguous-comma"; text: string }
  | { code: "wrong-unit"; unit: UnitId; dimension: Dimension }
  /** `fits`: units in which the number that was typed would lie inside. */
  | { code: "out-of-range"; min: number; max: number; unit: UnitId; fits: UnitId[] };

export function entry(text: string, unit: UnitId): Entry {
  return { text, unit };
}

/** Nothing was typed. */
export const isBlank = ({ text }: Entry): boolean => text.trim() === "";

/** An entry that shows `base` in `unit`, with enough decimals that the value survives to instrument resolution. */
export function entryOf(base: number, unit: UnitId, decimals: number = typedDecimals(unit)): Entry {
  const text = fromBase(base, unit).toFixed(decimals);
  return { text: unit === BELOW_ZERO && base > 0 ? `+${text}` : text, unit };
}

/** A tenth of an ounce is read, but a scale of a gram shows less. */
function typedDecimals(unit: UnitId): number {
  return unit === "oz" ? 2 : units[unit].decimals;
}

/**
 * Reads an entry against its field. The value is in the base unit of the field's dimension. Read as meant: spaces between digits, a decimal comma,
 * and a unit behind the number ("65 psi", "1 lb 2 oz", "10 inHg" for a vacuum), which then counts in place of the entry's own. A comma that could be either is refused.
 */
export function checkEntry(spec: FieldSpec, given: Entry): Result<number, EntryIssue> {
  const { min, max } = spec;
  const read = readEntry(spec.dimension, given);
  if (!read.ok) return read;
  const { value, unit, number } = read.value;
  if (value >= min && value <= max) return succeed(value);
  const inside = (other: UnitId) => toBase(number, other) >= min && toBase(number, other) <= max;
  return fail({ code: "out-of-range", min, max, unit, fits: unitsOf(spec.dimension).filter(inside) });
}

/** The value of an entry in the base unit of a dimension, whatever its limits. */
export function checkNumber(dimension: Dimension, given: Entry): Result<number, EntryIssue> {
  const read = readEntry(dimension, given);
  return read.ok ? succeed(read.value.value) : read;
}

/** The value of an entry, or null while it is missing or refused. */
export function entryValue(spec: FieldSpec, given: Entry): number | null {
  const checked = checkEntry(spec, given);
  return checked.ok ? checked.value : null;
}

/**
 * Units, other than the one that counts, in which an accepted number would lie where such a field mostly lies, while in its own it does not:
 * 30 in a kPa field of the low side is hardly 30 kPa. Empty where nothing is to be asked.
 */
export function unitDoubt(spec: FieldSpec, given: Entry): UnitId[] {
  const { usual } = spec;
  const read = readEntry(spec.dimension, given);
  if (usual === undefined || !read.ok || read.value.said) return [];
  const lies = (unit: UnitId) => {
    const value = toBase(read.value.number, unit);
    return value >= usual.min && value <= usual.max;
  };
  return lies(given.unit) ? [] : unitsOf(spec.dimension).filter((unit) => unit !== given.unit && lies(unit));
}

/** Entry with the unit named in its text as its own; unchanged where none, or more than one, is named. */
export function withSaidUnit(given: Entry): Entry {
  const parts = partsOf(given.text);
  const unit = parts?.length === 1 ? parts[0]!.unit : null;
  return unit === null || unit === undefined || units[unit].dimension !== units[given.unit].dimension
    ? given
    : { text: parts![0]!.text, unit };
}

interface Read {
  /** In the base unit. */
  value: number;
  /** As it was typed, of a single number. */
  number: number;
  unit: UnitId;
  /** The text names its unit. */
  said: boolean;
}

function readEntry(dimension: Dimension, given: Entry): Result<Read, EntryIssue> {
  if (units[given.unit].dimension !== dimension) return fail({ code: "wrong-unit", unit: given.unit, dimension });
  const parts = partsOf(given.text);
  if (parts === null) {
    const number = parseNumber(given.text, given.unit);
    return number.ok
      ? succeed({ value: toBase(number.value, given.unit), number: number.value, unit: given.unit, said: false })
      : number;
  }
  let value = 0;
  let first: Pick<Read, "number" | "unit"> | null = null;
  for (const { text, words } of parts) {
    const unit = unitIds.find((id) => units[id].dimension === dimension && namesOf(id).includes(words));
    const number = parseNumber(text, unit);
    if (!number.ok) return number;
    if (unit === undefined) {
      const other = unitIds.find((id) => namesOf(id).includes(words));
      return other === undefined
        ? fail({ code: "not-a-number", text: given.text.trim() })
        : fail({ code: "wrong-unit", unit: other, dimension });
    }
    // Pounds and ounces, feet and inches: the same way from nought.
    if (first !== null && units[unit].offset !== 0) return fail({ code: "not-a-number", text: given.text.trim() });
    value += toBase(number.value, unit);
    first ??= { number: number.value, unit };
  }
  return Number.isFinite(value)
    ? succeed({ value, ...first!, said: true })
    : fail({ code: "not-a-number", text: given.text.trim() });
}

interface Part {
  text: string;
  /** The unit as it was written, small and without spaces. */
  words: string;
  unit: UnitId | null;
}

/** A text as numbers with their units; null where it names none. */
function partsOf(text: string): Part[] | null {
  const pieces = [...text.trim().matchAll(/([+\-−]?[\d.,\s]*\d[\d.,]*)\s*([a-zµ°"'%][a-zµ°"'%/\s.]*)/giy)];
  if (pieces.length === 0 || pieces.reduce((sum, [whole]) => sum + whole.length, 0) !== text.trim().length) return null;
  return pieces.map(([, number, written]) => {
    const words = written!.toLowerCase().replace(/[\s.]/g, "");
    return { text: number!.trim(), words, unit: unitIds.find((id) => namesOf(id).includes(words)) ?? null };
  });
}

/** Spellings of a unit besides its label. */
const alsoWritten: Partial<Record<UnitId, readonly string[]>> = {
  psi: ["psig"],
  bar: ["barg", "bars"],
  kPa: ["kpag"],
  mbarAbs: ["mbar"],
  kPaAbs: ["kpa"],
  micron: ["microns", "µm"],
  inHg: ["inhgvac", "inhgvacuum", '"hg', "''hg"],
  inHgAbs: ["inhg"],
  degC: ["c", "°", "degc"],
  degF: ["f", "degf"],
  degFDifference: ["f", "degf"],
  K: ["°", "c", "°c"],
  g: ["gr", "gram", "grams"],
  kg: ["kilo", "kilos"],
  oz: ["ounce", "ounces"],
  lb: ["lbs", "pound", "pounds"],
  m: ["metre", "metres", "meter", "meters"],
  hoseM: ["metre", "metres", "meter", "meters"],
  ft: ["feet", "foot", "'"],
  inch: ["inch", "inches", '"'],
  inchFine: ["inch", "inches", '"'],
  litre: ["litre", "litres", "liter", "liters"],
  fluidOunce: ["oz", "floz"],
  min: ["mins", "minute", "minutes", "'"],
  h: ["hr", "hrs", "hour", "hours"],
  s: ["sec", "secs", "second", "seconds"],
  rpm: ["1/min"],
};

export const namesOf = (unit: UnitId): readonly string[] => [
  units[unit].label.toLowerCase().replace(/\s/g, ""),
  ...(alsoWritten[unit] ?? []),
];

/** Reads a number; one without a sign counts below zero in {@link BELOW_ZERO}. */
function parseNumber(text: string, unit?: UnitId): Result<number, EntryIssue> {
  const compact = text.replace(/[\s  ]/g, "").replace(/−/g, "-");
  if (compact === "") return fail({ code: "missing" });
  if (/^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(compact) && !/^[+-]?0,/.test(compact)) {
    return fail({ code: "ambiguous-comma", text: text.trim() });
  }
  const normal = compact.replace(",", ".");
  if (!/^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(normal)) return fail({ code: "not-a-number", text: text.trim() });
  const value = unit === BELOW_ZERO && !/^[+-]/.test(normal) ? -Number(normal) : Number(normal);
  return Number.isFinite(value) ? succeed(value) : fail({ code: "not-a-number", text: text.trim() });
}
