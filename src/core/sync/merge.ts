/**
 * Two states of one record that both went on, made one by the engine that merges devices: what only one of them says is taken, the books are both's, and
 * where both say something else the later one stands, with the other named beside it.
 */
import { instantAfter } from "../dates";
import { type Job, newJob } from "../records/job";
import type { Tree } from "./document-shape";
import { RecordDocument } from "./record-document";
import { type SharedKind, shapeOf } from "./shapes";

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

const parsed = (json: string | null | undefined): unknown =>
  json === null || json === undefined ? null : (JSON.parse(json) as unknown);

/** @param begun what both went on from. */
function mergedRecord(kind: SharedKind, here: Tree, file: Tree, begun: Tree, later: "here" | "file"): Merged<Tree> {
  // Whether a signed record may be merged at all was asked before.
  const { signature: _, ...shape } = shapeOf(`${kind}/any`)!;
  let keys = 0;
  const documentOf = (device: string, client: number, updates: Uint8Array[]) => {
    const unique = () => `${device}${++keys}`;
    const document = new RecordDocument(shape, device, unique, updates);
    // What is here stands before what comes in.
    document.doc.clientID = client;
    return document;
  };
  const start = documentOf("begun", 1, []);
  start.take(begun);
  const [mine, theirs] = [documentOf("here", 2, [start.since()]), documentOf("file", 3, [start.since()])];
  mine.take(here);
  theirs.take(file);
  mine.apply(theirs.since());
  const conflicts = mine.conflicts().map(({ names, values }) => {
    const said = (device: string) => values.find((value) => value.device === device)?.json;
    mine.choose(names, said(later) ?? null);
    return { path: names.join("."), here: parsed(said("here")), file: parsed(said("file")) };
  });
  return { record: mine.record()!, conflicts };
}

/**
 * Merges two diverged copies of a job.
 * @param begun the state that both continue; the empty record where it is not known.
 */
export function mergedJobs(here: Job, file: Job, begun: Job = newJob(here.id, here.createdAt)): Merged<Job> {
  const later = file.updatedAt > here.updatedAt ? "file" : "here";
  // When it began is the earlier of both.
  const createdAt = [here.createdAt, file.createdAt].sort()[0]!;
  const [a, b, start] = [here, file, begun].map((job) => ({ ...job, createdAt }) as unknown as Tree) as [
    Tree,
    Tree,
    Tree,
  ];
  const { record, conflicts } = mergedRecord("job", a, b, start, later);
  const { updatedAt } = later === "file" ? file : here;
  return { record: { ...record, updatedAt } as unknown as Job, conflicts };
}

/** Merges two states of a vehicle or a cylinder that nobody knows the beginning of: only what both have alike is not asked about. */
export function mergedRecords<Kind extends { updatedAt: string }>(
  kind: "vehicle" | "cylinder",
  here: Kind,
  file: Kind,
): Merged<Kind> {
  const later = file.updatedAt > here.updatedAt ? "file" : "here";
  const [a, b] = [here, file] as unknown as [Tree, Tree];
  const { record, conflicts } = mergedRecord(kind, a, b, blankOf(a, b), later);
  const { updatedAt } = later === "file" ? file : here;
  return { record: { ...record, updatedAt } as unknown as Kind, conflicts };
}

/** Nothing was said here. */
const isBlank = (value: unknown): boolean =>
  value === null ||
  value === "" ||
  (Array.isArray(value) && value.length === 0) ||
  (typeof value === "object" && "text" in value && String((value as { text: unknown }).text).trim() === "");

/** Fields that one of two left blank, as both may have begun. */
function blankOf(a: Tree, b: Tree): Tree {
  const names = Object.keys(a).filter((name) => isBlank(a[name]) || isBlank(b[name]));
  return Object.fromEntries(names.map((name) => [name, isBlank(a[name]) ? a[name] : b[name]]));
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
