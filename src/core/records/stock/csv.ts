/**
 * Book lines as a table for a spreadsheet, and the shop's own entries out of such a table again. A cell that a spreadsheet would take for a formula
 * gets an apostrophe in front of it, and so does one that begins with an apostrophe: taken off again, every cell is what it was.
 */
import Papa from "papaparse";
import { idIssue } from "../../ids";
import { plainText } from "../../readings/file/plain-text";
import { fail, type Result, succeed } from "../../result";
import { readStockEntry, type StockEntry, stockActs } from "./entry";
import type { BookLine } from "./lines";

const columns = [
  "date",
  "act",
  "substance",
  "kind",
  "grams",
  "from",
  "to",
  "reckoned",
  "taken back",
  "technician",
  "remark",
  "job",
  "entry",
  "takes back",
] as const;
/** For people: whose vehicle it was, and the papers of who did it. */
const named = ["vehicle", "plate", "certificate"] as const;
/** For reading back: places as the books have them, where the columns before name them. */
const keys = ["from key", "to key"] as const;
type Column = (typeof columns)[number] | (typeof named)[number] | (typeof keys)[number];

/** Names in a table for the ledger's keys. */
export interface LineNames {
  /** By the id of a line that takes another back: which. */
  counters: ReadonlyMap<string, string>;
  place: (place: string) => string;
  /** Vehicle of a line's job. */
  vehicle: (jobId: string) => { name: string; plate: string };
  certificate: (line: BookLine) => string;
}
const noNames: LineNames = {
  counters: new Map(),
  place: (place) => place,
  vehicle: () => ({ name: "", plate: "" }),
  certificate: () => "",
};

const RISKY = /^[=+\-@\t\r\n']/;
export const guarded = (cell: string) => (RISKY.test(cell) ? `'${cell}` : cell);
export const unguarded = (cell: string) => (cell.startsWith("'") ? cell.slice(1) : cell);

/** Every line, oldest first, grams with a point and as they stand; places, vehicles and papers by name, keys behind them. */
export function linesCsv(lines: readonly BookLine[], names: Partial<LineNames> = {}): string {
  const { counters, place, vehicle, certificate } = { ...noNames, ...names };
  const rows = [...lines]
    .sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id))
    .map((line) =>
      [
        line.at,
        line.act,
        line.good,
        line.kind ?? "",
        String(line.grams),
        place(line.from),
        place(line.to),
        line.estimated ? "yes" : "",
        line.void ? "yes" : "",
        line.technician,
        line.remark,
        line.jobId ?? "",
        line.id,
        counters.get(line.id) ?? "",
        ...(line.jobId === null ? ["", ""] : [vehicle(line.jobId).name, vehicle(line.jobId).plate]),
        certificate(line),
        line.from,
        line.to,
      ].map(guarded),
    );
  return `${Papa.unparse([[...columns, ...named, ...keys], ...rows], { newline: "\r\n" })}\r\n`;
}

export type CsvIssue =
  | { code: "too-large"; bytes: number; limitBytes: number }
  | { code: "columns"; missing: string[] }
  | { code: "row"; row: number; column: string; expected: string };

const LEDGER_CSV_LIMIT_BYTES = 60_000_000;

export interface LedgerInCsv {
  entries: StockEntry[];
  /** Lines of jobs: they come with their job's file, never from a table. */
  ofJobs: number;
}

/** The shop's own entries of a table that {@link linesCsv} wrote. The issue names the first row (the heading is row 1) and column that is wrong. */
export function readLinesCsv(text: string): Result<LedgerInCsv, CsvIssue> {
  if (text.length > LEDGER_CSV_LIMIT_BYTES)
    return fail({ code: "too-large", bytes: text.length, limitBytes: LEDGER_CSV_LIMIT_BYTES });
  const { data } = Papa.parse<string[]>(plainText(text), { skipEmptyLines: true });
  const head = (data[0] ?? []).map((name) => name.trim().toLowerCase());
  const missing = columns.filter((name) => !head.includes(name));
  if (missing.length > 0) return fail({ code: "columns", missing });
  const at = Object.fromEntries([...columns, ...keys].map((name) => [name, head.indexOf(name)])) as Record<
    Column,
    number
  >;
  const found: LedgerInCsv = { entries: [], ofJobs: 0 };
  const seen = new Map<string, number>();
  for (const [i, cells] of data.slice(1).entries()) {
    const cell = (name: Column) => unguarded(cells[at[name]] ?? "");
    // Tables of earlier releases had the keys where the names stand now.
    const place = (way: "from" | "to") => cell(`${way} key`) || cell(way);
    if (cell("job") !== "") {
      found.ofJobs++;
      continue;
    }
    const wrong = (column: string, expected: string) => fail({ code: "row" as const, row: i + 2, column, expected });
    const grams = cell("grams").trim();
    if (grams === "" || !Number.isFinite(Number(grams))) return wrong("grams", "a number with a decimal point");
    if (!(stockActs as readonly string[]).includes(cell("act"))) return wrong("act", stockActs.join(", "));
    const read = readStockEntry({
      format: "evrid.stock",
      version: 1,
      id: cell("entry"),
      at: cell("date"),
      act: cell("act"),
      grams: Number(grams),
      from: place("from"),
      to: place("to"),
      technician: cell("technician"),
      remark: cell("remark"),
      counters: cell("takes back") || null,
    });
    if (!read.ok)
      return read.issue.code === "broken"
        ? wrong(names[read.issue.field] ?? read.issue.field, read.issue.expected)
        : wrong("act", "");
    const { id } = read.value;
    const twice = seen.get(id);
    if (twice !== undefined) return wrong("entry", `an entry that is not in row ${twice} already`);
    const plain = idIssue(id);
    if (plain?.code === "broken") return wrong("entry", plain.expected);
    seen.set(id, i + 2);
    found.entries.push(read.value);
  }
  return succeed(found);
}

/** Columns by the field they hold. */
const names: Record<string, string> = { id: "entry", at: "date", counters: "takes back" };
