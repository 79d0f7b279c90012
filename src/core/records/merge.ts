/**
 * Two states of one record that both went on, in two stores, made one: entry by entry. What only one of them says is taken; the books are both's;
 * where both say something else the later one speaks, and the other is named beside it, so that nothing is lost unseen.
 */
import { continues, entryId, type LedgerEntry } from "../charge/books/ledger";
import { instantAfter } from "../dates";
import { type Job, newJob } from "./job";

export interface Conflict {
  /** Field by field, with points: "intake.complaint". */
  path: string;
  here: unknown;
  file: unknown;
}

export interface Merged<Record> {
  record: Record;
  conflicts: Conflict[];
}

type Tree = Readonly<Record<string, unknown>>;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
/** A part with fields of its own; an entry (text and unit) is one value, and so is a list. */
export const isTree = (value: unknown): value is Tree =>
  typeof value === "object" && value !== null && !Array.isArray(value) && !("text" in value && "unit" in value);
/** Nothing was said here. */
const isBlank = (value: unknown) =>
  value === null ||
  value === undefined ||
  value === "" ||
  (Array.isArray(value) && value.length === 0) ||
  (typeof value === "object" && "text" in value && String((value as { text: unknown }).text).trim() === "");

/** Merge rules of lists by path; any other list is merged as one value. */
type Lists = Readonly<Record<string, (here: never[], file: never[]) => unknown[]>>;

/** Where both began: what still stands as it did there was not touched. */
function mergedTree(here: Tree, file: Tree, begun: Tree, later: "here" | "file", lists: Lists): Merged<Tree> {
  const conflicts: Conflict[] = [];
  const both = (a: unknown, b: unknown, blank: unknown, path: string): unknown => {
    if (same(a, b)) return a;
    const list = lists[path];
    if (list !== undefined && Array.isArray(a) && Array.isArray(b)) return list(a as never[], b as never[]);
    if (isTree(a) && isTree(b)) {
      const start = isTree(blank) ? blank : {};
      return Object.fromEntries(
        [...new Set([...Object.keys(a), ...Object.keys(b)])].map((key) => [
          key,
          both(a[key], b[key], start[key], path === "" ? key : `${path}.${key}`),
        ]),
      );
    }
    if (isBlank(a) || same(a, blank)) return b;
    if (isBlank(b) || same(b, blank)) return a;
    conflicts.push({ path, here: a, file: b });
    return later === "here" ? a : b;
  };
  return { record: both(here, file, begun, "") as Tree, conflicts };
}

/** Entries of both lists, each once, those of the first before what only the second has. */
function union<Item>(key: (item: Item) => unknown) {
  return (here: Item[], file: Item[]): Item[] => {
    const known = new Set(here.map((item) => JSON.stringify(key(item))));
    return [...here, ...file.filter((item) => !known.has(JSON.stringify(key(item))))];
  };
}

const whole = (item: unknown) => item;
const byId = ({ id }: { id: string }) => id;
const longer = (here: unknown[], file: unknown[]) => (file.length > here.length ? file : here);

const listsOfJob: Lists = {
  photos: union(byId) as never,
  "look.notes": union(whole),
  "look.fine": union(whole),
  "intake.stopSigns": union(whole),
  "intake.complaints": union(whole),
  "intake.unsure": union(whole),
  "hookUp.checked": union(whole),
  "leak.checks": union(whole),
  "leak.test.trace": longer,
  "charge.containers": union(byId) as never,
  "lines.spots": union(({ place }: { place: string }) => place) as never,
  "repair.parts": union(({ part }: { part: string }) => part) as never,
  "evacuate.trace": longer,
  "evacuate.marks": longer,
};

/**
 * The books of both: what they share, then what was written here, then what was written there. An entry that is the same in both (a weight booked
 * by the same press in both copies) stands once; one whose number is taken gets a new one.
 */
export function mergedLedger(here: readonly LedgerEntry[], file: readonly LedgerEntry[]): LedgerEntry[] {
  if (continues(here, file)) return [...file];
  if (continues(file, here)) return [...here];
  const books = [...here];
  // Equal entries are told apart by their order: the second one here is the second one there.
  const known = new Map<string, string[]>();
  for (const entry of here) {
    const content = JSON.stringify({ ...entry, id: "" });
    known.set(content, [...(known.get(content) ?? []), entry.id]);
  }
  const renamed = new Map<string, string>();
  for (const entry of file) {
    const counters = entry.counters === null ? null : (renamed.get(entry.counters) ?? entry.counters);
    const there = known.get(JSON.stringify({ ...entry, id: "", counters }))?.shift();
    if (there !== undefined) {
      renamed.set(entry.id, there);
      continue;
    }
    // Taken back in both: once is enough.
    if (counters !== null && books.some((one) => one.counters === counters)) continue;
    const id = books.some((one) => one.id === entry.id) ? entryId(books) : entry.id;
    renamed.set(entry.id, id);
    books.push({ ...entry, id, counters });
  }
  return books;
}

/**
 * Merges two diverged copies of a job; where both changed a field, the later copy's value counts.
 * @param begun the state that both continue; the empty record where it is not known.
 */
export function mergedJobs(here: Job, file: Job, begun: Job = newJob(here.id, here.createdAt)): Merged<Job> {
  const later = file.updatedAt > here.updatedAt ? "file" : "here";
  const strip = ({ ledger: _, updatedAt: __, createdAt: ___, ...rest }: Job) => rest;
  const { record, conflicts } = mergedTree(strip(here), strip(file), strip(begun), later, listsOfJob);
  return {
    record: {
      ...(record as unknown as Job),
      createdAt: [here.createdAt, file.createdAt].sort()[0]!,
      updatedAt: later === "file" ? file.updatedAt : here.updatedAt,
      ledger: mergedLedger(here.ledger, file.ledger),
    },
    conflicts,
  };
}

const listsOfRecords: Lists = {
  names: union(whole),
  photos: union(byId) as never,
  joined: union(({ id, at }: { id: string; at: string }) => `${id} ${at}`) as never,
};

/** Merges a vehicle or a cylinder in the same way. */
export function mergedRecords<Kind extends { updatedAt: string }>(here: Kind, file: Kind): Merged<Kind> {
  const later = file.updatedAt > here.updatedAt ? "file" : "here";
  const strip = ({ updatedAt: _, ...rest }: Kind) => rest as Tree;
  const { record, conflicts } = mergedTree(strip(here), strip(file), {}, later, listsOfRecords);
  return {
    record: { ...record, updatedAt: later === "file" ? file.updatedAt : here.updatedAt } as unknown as Kind,
    conflicts,
  };
}

/** A job as it was shown with what was not stored, and the stored state that it continues; null where none was known. */
export interface LeftChange {
  job: Job;
  base: Job | null;
}

/** The stored job with what was left unstored: as it was shown where nobody else has written since, else merged. */
export function continuedOn(stored: Job, { job, base }: LeftChange, nowMs: number): Job {
  if (stored.updatedAt === base?.updatedAt) return { ...job, updatedAt: stored.updatedAt };
  return mergedJobs(stored, { ...job, updatedAt: instantAfter(nowMs, stored.updatedAt) }, base ?? undefined).record;
}
