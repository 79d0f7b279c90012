/**
 * Ledger entries outside of jobs, `evrid.stock` version 1: cylinders received, counted, moved, sent off, used up. Only appended: what leaves one
 * account enters another, and a wrong entry is reversed.
 */

import { type RecordIssue, readRecord } from "../../read-record";
import { fail, type Result } from "../../result";
import * as z from "../../zod";
import { instant, words } from "../job/written";

export const stockActs = [
  /** Came in from a supplier. */
  "receive",
  /** Difference of a weighing from the ledger. */
  "count",
  /** Out of one container into another: the machine's into a cylinder. */
  "move",
  /** To be reclaimed or destroyed. */
  "send-off",
  /** Used outside of a job: flushing, a leak test, dye. */
  "use",
] as const;
export type StockAct = (typeof stockActs)[number];

/** A container by its id, or a place outside of the shelf. */
const placeSchema = z.string().regex(/^(supplier|difference|away|used|container:.{1,90})$/);

export const stockEntrySchema = z.strictObject({
  format: z.literal("evrid.stock"),
  version: z.literal(1),
  id: z.string().min(1).max(100),
  at: instant,
  act: z.enum(stockActs),
  /** Never negative: a way back is an entry the other way. */
  grams: z.number().min(0).max(200_000),
  from: placeSchema,
  to: placeSchema,
  technician: z.string().max(200),
  remark: words,
  /** Id of the entry that this one takes back. */
  counters: z.string().max(100).nullable(),
});
export type StockEntry = z.infer<typeof stockEntrySchema>;
export const STOCK_VERSION = 1;

const CONTAINER = "container:";
export const placeOf = (containerId: string) => `${CONTAINER}${containerId}`;
/** The container that a place or an account is; null for any other. */
export const containerIn = (place: string): string | null =>
  place.startsWith(CONTAINER) ? place.slice(CONTAINER.length) : null;

/** Between what each act moves; a count goes either way. */
const moves: Record<StockAct, readonly (readonly [string, string])[]> = {
  receive: [["supplier", "container"]],
  count: [
    ["difference", "container"],
    ["container", "difference"],
  ],
  move: [["container", "container"]],
  "send-off": [["container", "away"]],
  use: [["container", "used"]],
};

/** Checks an entry by itself: its form, and that its act moves between places of its own. */
export function readStockEntry(given: unknown): Result<StockEntry, RecordIssue> {
  const read = readRecord(given, "evrid.stock", STOCK_VERSION, stockEntrySchema);
  if (!read.ok) return read;
  const { act, from, to, counters } = read.value;
  const kind = (place: string) => place.split(":", 1)[0]!;
  const [source, sink] = counters === null ? [from, to] : [to, from];
  const fits = moves[act].some(([a, b]) => kind(source) === a && kind(sink) === b) && from !== to;
  return fits ? read : fail({ code: "broken", field: "from", expected: `places between which "${act}" moves` });
}

export type NewStockEntry = Pick<StockEntry, "act" | "grams" | "from" | "to"> & Partial<StockEntry>;

export function stockEntry(id: string, at: string, what: NewStockEntry): StockEntry {
  return { format: "evrid.stock", version: 1, id, at, technician: "", remark: "", counters: null, ...what };
}

/** The entry that takes another back. */
export function stockReversal(entry: StockEntry, id: string, at: string): StockEntry {
  return { ...entry, id, at, from: entry.to, to: entry.from, counters: entry.id, remark: "" };
}

/** Entry that makes ledger and weighing agree; null where they do. */
export function countEntry(
  id: string,
  at: string,
  containerId: string,
  { bookG, foundG }: { bookG: number; foundG: number },
  by: Partial<Pick<StockEntry, "technician" | "remark">> = {},
): StockEntry | null {
  const difference = foundG - bookG;
  // The smallest step of a shop's scale.
  if (Math.abs(difference) < 0.5) return null;
  const place = placeOf(containerId);
  const [from, to] = difference > 0 ? ["difference", place] : [place, "difference"];
  return stockEntry(id, at, { act: "count", grams: Math.round(Math.abs(difference) * 10) / 10, from, to, ...by });
}
