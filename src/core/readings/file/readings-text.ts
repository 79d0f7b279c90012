/**
 * Readings as text: one JSON object, JSON Lines, or a CSV whose columns are named by their path in the reading file
 * (`vehicle.chargeG`, `running.1.lowKpa`; settings counted from 1, several observations parted by blanks). An empty cell is absent.
 */
import Papa from "papaparse";
import { fail, type Result, succeed } from "../../result";
import { type CsvColumn, csvColumns } from "./csv-columns";
import { plainText } from "./plain-text";
import { checkReading, MOST_SETTINGS, parseReadings, type ReadingFile, type ReadingFileIssue } from "./reading-file";

/** Reads whichever of the three it is; one result a reading, in order. */
export function parseReadingsText(given: string): Result<ReadingFile, ReadingFileIssue>[] {
  const text = plainText(given);
  return /^\s*[{[]/.test(text) || text.trim() === "" ? parseReadings(text) : parseCsv(text);
}

function parseCsv(text: string): Result<ReadingFile, ReadingFileIssue>[] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true });
  const [header = [], ...rows] = data;
  const columns = readHeader(header.map((name) => name.trim()));
  if (!columns.ok) return [columns];
  if (rows.length === 0) return [fail({ line: 2, field: "", expected: "a reading below the header, found nothing" })];
  return rows.map((cells, i) => readRow(columns.value, cells, i + 2));
}

interface NamedColumn extends CsvColumn {
  name: string;
  /** Place in the row. */
  at: number;
}

/** A column that is misspelt would be a reading silently left out: it is named instead. */
function readHeader(names: readonly string[]): Result<NamedColumn[], ReadingFileIssue> {
  if (!names.includes("vehicle.refrigerant")) {
    return fail({ line: 1, field: "", expected: "JSON, JSON Lines, or a CSV with a column vehicle.refrigerant" });
  }
  const columns = new Map<string, NamedColumn>();
  for (const [at, name] of names.entries()) {
    if (name === "") continue;
    const column = csvColumns.get(name);
    if (!column) {
      const expected = `a column named by a field of the reading file, as running.1.lowKpa (settings 1 to ${MOST_SETTINGS})`;
      return fail({ line: 1, field: shortened(name), expected });
    }
    if (columns.has(name)) return fail({ line: 1, field: name, expected: "each column once" });
    columns.set(name, { ...column, name, at });
  }
  return succeed([...columns.values()]);
}

/** Long enough for every real name. */
const SHOWN_NAME = 60;

function shortened(name: string): string {
  return name.length > SHOWN_NAME ? `${name.slice(0, SHOWN_NAME)}…` : name;
}

function readRow(
  columns: readonly NamedColumn[],
  cells: readonly string[],
  line: number,
): Result<ReadingFile, ReadingFileIssue> {
  const reading = bare({ format: "evrid.readings", version: 1, id: `line-${line}` });
  for (const { name, path, kind, at } of columns) {
    const cell = (cells[at] ?? "").trim();
    if (cell === "") continue;
    const value = cellValue(kind, cell);
    if (value === null) return fail({ line, field: name, expected: `a number, not "${cell}"` });
    put(reading, path, value);
  }
  // Settings that a row leaves out in the middle are passed over.
  if (Array.isArray(reading.running)) reading.running = reading.running.filter((setting) => setting !== undefined);
  return checkReading(reading, line);
}

function cellValue(kind: CsvColumn["kind"], cell: string): unknown {
  if (kind === "words") return cell.split(/[\s;|]+/);
  if (kind === "yes-no") return /^(true|yes|1)$/i.test(cell);
  if (kind === "word") return cell;
  const value = Number(cell);
  return Number.isFinite(value) ? value : null;
}

type Branch = Record<string | number, unknown>;

/** Without a prototype, so that no key means anything but itself. */
function bare(given: Branch = {}): Branch {
  return Object.assign(Object.create(null), given);
}

function put(into: Branch, [key, ...below]: CsvColumn["path"], value: unknown): void {
  if (key === undefined) return;
  if (below.length === 0) into[key] = value;
  else {
    into[key] ??= typeof below[0] === "number" ? [] : bare();
    put(into[key] as Branch, below, value);
  }
}
