/**
 * Readings as text: one JSON object, JSON Lines, or a CSV whose columns are named by their path in the reading file
 * (`vehicle.chargeG`, `running.1.lowKpa`; settings counted from 1, several observations parted by blanks). An empty cell is absent.
 */
import Papa from "papaparse";
import { fail, type Result } from "../result";
import { checkReading, parseReadings, type ReadingFile, type ReadingFileIssue } from "./reading-file";

/** Columns that hold words; every other holds numbers. */
const wordColumns = new Set([
  "format",
  "id",
  "vehicle.refrigerant",
  "vehicle.metering",
  "vehicle.compressor",
  "vehicle.condenserFan",
  "vehicle.highPort",
  "conditions.airSource",
]);

/** Reads whichever of the three it is; one result a reading, in order. */
export function parseReadingsText(text: string): Result<ReadingFile, ReadingFileIssue>[] {
  return /^\s*[{[]/.test(text) || text.trim() === "" ? parseReadings(text) : parseCsv(text);
}

function parseCsv(text: string): Result<ReadingFile, ReadingFileIssue>[] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true });
  const [header = [], ...rows] = data;
  const columns = header.map((name) => name.trim());
  if (!columns.includes("vehicle.refrigerant")) {
    return [fail({ line: 1, field: "", expected: "JSON, JSON Lines, or a CSV with a column vehicle.refrigerant" })];
  }
  if (rows.length === 0) return [fail({ line: 2, field: "", expected: "a reading below the header, found nothing" })];
  return rows.map((cells, i) => readRow(columns, cells, i + 2));
}

function readRow(
  columns: readonly string[],
  cells: readonly string[],
  line: number,
): Result<ReadingFile, ReadingFileIssue> {
  const reading: Record<string, unknown> = { format: "evrid.readings", version: 1, id: `line-${line}` };
  for (const [c, column] of columns.entries()) {
    const cell = (cells[c] ?? "").trim();
    if (cell === "" || column === "") continue;
    const value = cellValue(column, cell);
    if (value === null) return fail({ line, field: column, expected: `a number, not "${cell}"` });
    put(reading, column.split("."), value);
  }
  // Settings that a row leaves out in the middle are passed over.
  if (Array.isArray(reading.running)) reading.running = reading.running.filter((setting) => setting !== undefined);
  return checkReading(reading, line);
}

function cellValue(column: string, cell: string): unknown {
  if (column === "observations") return cell.split(/[\s;|]+/);
  if (column === "equalise.equalised") return /^(true|yes|1)$/i.test(cell);
  if (wordColumns.has(column)) return cell;
  const value = Number(cell);
  return Number.isFinite(value) ? value : null;
}

function put(into: Record<string, unknown>, path: string[], value: unknown): void {
  const [first, second, third] = path as [string, string?, string?];
  if (second === undefined) into[first] = value;
  else if (third === undefined) {
    into[first] = { ...(into[first] as object | undefined), [second]: value };
  } else {
    const list = (into[first] as Record<string, unknown>[] | undefined) ?? [];
    const at = Number(second) - 1;
    list[at] = { ...list[at], [third]: value };
    into[first] = list;
  }
}
