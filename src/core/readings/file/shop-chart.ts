/**
 * A workshop's own chart: at an ambient, the ranges the two sides are taken to lie in. It is shown beside what Evrid computes
 * for the vehicle and never judged by: such charts know one kind of car and one day.
 */
import { fail, type Result, succeed } from "../../result";
import { toBase, type UnitId } from "../../units/units";

export interface PressureRange {
  /** kPa gauge. */
  low: number;
  high: number;
}

export interface ShopChartPoint {
  ambientC: number;
  low: PressureRange;
  high: PressureRange;
}

type ShopChartColumn = "ambient" | "low side" | "high side";

export type ShopChartIssue =
  | { code: "column-missing"; column: ShopChartColumn }
  | { code: "no-unit"; column: ShopChartColumn }
  | { code: "unreadable"; line: number; column: ShopChartColumn; text: string }
  | { code: "reversed"; line: number; column: ShopChartColumn }
  | { code: "out-of-range"; line: number; column: ShopChartColumn; text: string }
  | { code: "twice"; line: number; text: string }
  | { code: "empty" };

/** Limits of a chart, base units: ambient degC, pressures kPa gauge. */
const limits: Record<ShopChartColumn, readonly [number, number]> = {
  ambient: [-20, 60],
  "low side": [-101, 1500],
  "high side": [0, 4000],
};

const columnPatterns: Record<ShopChartColumn, RegExp> = {
  ambient: /ambient|outside|air temp/i,
  "low side": /^\W*(low|lp|suction)/i,
  "high side": /^\W*(high|hp|discharge)/i,
};

const pressureUnits: [RegExp, UnitId][] = [
  [/psi/i, "psi"],
  [/kpa/i, "kPa"],
  [/\bbar\b/i, "bar"],
];

/**
 * Reads header and rows (cells as text). Each side is one column of ranges ("180-240") or two columns, lower first; units
 * stand in the header: psi, kPa or bar must be named, ambient is degC unless the header says F. Sorted by ambient.
 */
export function readShopChart(
  header: readonly string[],
  rows: readonly (readonly string[])[],
): Result<ShopChartPoint[], ShopChartIssue> {
  const columns = {} as Record<ShopChartColumn, { at: number[]; unit: UnitId }>;
  for (const column of ["ambient", "low side", "high side"] as const) {
    const at = header.flatMap((name, i) => (columnPatterns[column].test(name.trim()) ? [i] : []));
    if (at.length === 0) return fail({ code: "column-missing", column });
    const name = header[at[0]!]!;
    const unit: UnitId | undefined =
      column === "ambient"
        ? /°\s*f\b|\bf\b|fahrenheit/i.test(name)
          ? "degF"
          : "degC"
        : pressureUnits.find(([pattern]) => pattern.test(name))?.[1];
    if (unit === undefined) return fail({ code: "no-unit", column });
    columns[column] = { at: at.slice(0, column === "ambient" ? 1 : 2), unit };
  }
  const points: ShopChartPoint[] = [];
  for (const [i, row] of rows.entries()) {
    const line = i + 2;
    if (row.every((cell) => cell.trim() === "")) continue;
    const numbers = {} as Record<ShopChartColumn, number[]>;
    for (const column of ["ambient", "low side", "high side"] as const) {
      const { at, unit } = columns[column];
      const text = at.map((index) => (row[index] ?? "").trim()).join(" to ");
      const read = numbersOf(text);
      if (read.length !== (column === "ambient" ? 1 : 2)) return fail({ code: "unreadable", line, column, text });
      const values = read.map((value) => toBase(value, unit));
      const [least, most] = limits[column];
      if (values.some((value) => value < least || value > most)) {
        return fail({ code: "out-of-range", line, column, text });
      }
      if (values.length === 2 && values[0]! > values[1]!) return fail({ code: "reversed", line, column });
      numbers[column] = values;
    }
    const ambientC = numbers.ambient[0]!;
    if (points.some((point) => point.ambientC === ambientC)) {
      return fail({ code: "twice", line, text: (row[columns.ambient.at[0]!] ?? "").trim() });
    }
    points.push({ ambientC, low: rangeOf(numbers["low side"]), high: rangeOf(numbers["high side"]) });
  }
  if (points.length === 0) return fail({ code: "empty" });
  return succeed(points.sort((a, b) => a.ambientC - b.ambientC));
}

/** Both ranges at an ambient, straight between the chart's rows; null beyond its first and last row. */
export function shopRangesAt(
  points: readonly ShopChartPoint[],
  ambientC: number,
): Pick<ShopChartPoint, "low" | "high"> | null {
  const exact = points.find((point) => point.ambientC === ambientC);
  if (exact) return { low: exact.low, high: exact.high };
  const after = points.findIndex((point) => point.ambientC > ambientC);
  if (after <= 0) return null;
  const a = points[after - 1]!;
  const b = points[after]!;
  const share = (ambientC - a.ambientC) / (b.ambientC - a.ambientC);
  const between = (side: "low" | "high"): PressureRange => ({
    low: a[side].low + share * (b[side].low - a[side].low),
    high: a[side].high + share * (b[side].high - a[side].high),
  });
  return { low: between("low"), high: between("high") };
}

/** The numbers of "180-240", "180 to 240" or "12,5"; a minus counts only at the start of a number that follows none. */
function numbersOf(text: string): number[] {
  const parts = text.split(/\s*(?:\bto\b|…|–|—|(?<=\d)\s*-)\s*/);
  const numbers = parts.map((part) =>
    Number(part.trim() === "" ? Number.NaN : part.replace(",", ".").replace("−", "-")),
  );
  return numbers.every(Number.isFinite) ? numbers : [];
}

function rangeOf([low = 0, high = 0]: number[]): PressureRange {
  return { low, high };
}
