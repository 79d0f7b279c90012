/** Numbers of a text line as instruments send them: "ST,GS,+ 01234.5 g", "LP 213 kPa  HP 1320 kPa", "23.4 C". */
import { namesOf } from "../../units/entry";
import { BELOW_ZERO, type UnitId, unitIds } from "../../units/units";

export interface LinePart {
  value: number;
  /** Unit written behind it; null where none is, or none that is known. */
  unit: UnitId | null;
  /** What is written behind it although it is no unit; null where nothing is. */
  unknownUnit: string | null;
  /** Word before it, as "LP"; empty where none is. */
  word: string;
}

/** Port of the bridge on this machine where no other is said. */
export const USUAL_BRIDGE_PORT = 8787;
/** Longer than any instrument sends: such a line is no reading. */
export const LONGEST_LINE = 400;
/** More numbers in one line are not assigned. */
const MOST_PARTS = 24;

const NUMBER =
  /([\p{L}_]*)[^\d\p{L}+\-−]*?([+\-−]?\s*\d+(?:[.,]\d+)?)\s*(?:([%°\p{L}µ][%°\p{L}µ/]*(?:\s+abs(?![\p{L}_]))?))?/giu;

/** The unit of a word behind a number. Pressures of a live source are gauge pressures where the unit leaves it open. */
function unitOfWord(word: string): UnitId | null {
  const plain = word.toLowerCase().replace(/\s/g, "").replace(/^°$/, "°c");
  // A vacuum gauge means it as an absolute pressure.
  return unitIds.find((id) => id !== BELOW_ZERO && namesOf(id).includes(plain)) ?? null;
}

/** Numbers of a line in their order, with sign, unit and the word before each; empty where there is none. */
export function partsOfLine(line: string): LinePart[] {
  if (line.length > LONGEST_LINE) return [];
  const found: LinePart[] = [];
  for (const [, word = "", number = "", behind] of line.matchAll(NUMBER)) {
    const value = Number(number.replace(/\s/g, "").replace("−", "-").replace(",", "."));
    if (!Number.isFinite(value)) continue;
    const unit = behind === undefined ? null : unitOfWord(behind);
    found.push({ value, unit, unknownUnit: behind !== undefined && unit === null ? behind : null, word });
    if (found.length === MOST_PARTS) break;
  }
  return found;
}
