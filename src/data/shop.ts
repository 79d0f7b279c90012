/** All that this browser keeps: how much it is, out as a file, in from one, and away. */

import type { Table } from "dexie";
import type { ArchiveList } from "@/core/records/files/archive";
import type { Course } from "@/core/records/files/archive-task";
import type { CopyIssue } from "@/core/records/files/copies";
import { fail, type Result, succeed } from "@/core/result";
import { keptChoices } from "./choices";
import { database, type StoredPhoto } from "./database";
import { type Room, roomUsed } from "./keeping";
import { sharingTables } from "./sharing/device";
import { loadVehicle } from "./vehicles";
import { workshop } from "./workshop";

export interface StoredCounts extends Room {
  jobs: number;
  removed: number;
  charts: number;
  photos: number;
}

/** Counts of the index, which is small: a store of jobs is only counted by reading through it. */
export async function countStored(): Promise<StoredCounts> {
  const [jobs, removed, charts, photos] = await Promise.all([
    database.visits.count(),
    database.removed.count(),
    database.shopCharts.count(),
    database.photos.count(),
  ]);
  return { jobs, removed, charts, photos, ...(await roomUsed()) };
}

/** So many records are read at once. */
const AT_ONCE = 250;
const PHOTOS_AT_ONCE = 16;

/** Records of a table that go into an archive. */
interface Listed {
  list: ArchiveList;
  table: Table;
  keys: readonly string[];
}

interface Content {
  /** The lists are all that their tables have. */
  whole: boolean;
  lists: readonly Listed[];
  photoKeys: readonly string[];
  choices: object | null;
}

const tables = [
  ["jobs", database.jobs],
  ["vehicles", database.vehicles],
  ["containers", database.containers],
  ["stock", database.stock],
  ["learners", database.learners],
  ["drills", database.drills],
  ["charts", database.shopCharts],
] as const satisfies readonly (readonly [ArchiveList, Table])[];

/** Everything as an archive, records that cannot be read among it, as they are stored. */
export async function exportCopy(course: Course = {}): Promise<Result<Blob, CopyIssue>> {
  const keysOf = (table: Table) => table.toCollection().primaryKeys() as Promise<string[]>;
  const lists = await Promise.all(tables.map(async ([list, table]) => ({ list, table, keys: await keysOf(table) })));
  const content = { whole: true, lists, photoKeys: await keysOf(database.photos), choices: await keptChoices() };
  return archived(content, course);
}

/** An archive of one vehicle: its record and its jobs, practice jobs included, with their photos. */
export async function exportVehicle(rowId: string, course: Course = {}): Promise<Result<Blob, CopyIssue> | null> {
  const found = await loadVehicle(rowId);
  if (found === null) return null;
  const jobs = [...found.history, ...found.practice].map(({ jobId }) => jobId);
  const vehicles = found.record === null ? [] : [found.record];
  const owners = [...jobs, ...vehicles.flatMap(({ photos }) => photos.map(({ id }) => id))];
  const photoKeys = (await database.photos.where("jobId").anyOf(owners).primaryKeys()) as string[];
  const lists: Listed[] = [
    { list: "jobs", table: database.jobs, keys: jobs },
    { list: "vehicles", table: database.vehicles, keys: vehicles.map(({ id }) => id) },
  ];
  return archived({ whole: false, lists, photoKeys, choices: null }, course);
}

/** Records by their keys, so many at once; while some are dealt with the next are read. A whole table is read by ranges, one question each. */
async function* readAhead(
  table: Table,
  keys: readonly string[],
  whole: boolean,
  atOnce: number,
): AsyncGenerator<readonly [keys: readonly string[], found: readonly unknown[]]> {
  const keyPath = String(table.schema.primKey.keyPath);
  const keysFrom = (from: number) => keys.slice(from, from + atOnce);
  const read = async (some: readonly string[]): Promise<unknown[]> => {
    if (!whole || some.length < 2) return table.bulkGet([...some]);
    const range: Record<string, string>[] = await table
      .where(":id")
      .between(some[0], some.at(-1), true, true)
      .toArray();
    const found = new Map(range.map((record) => [record[keyPath], record]));
    return some.map((key) => found.get(key));
  };
  let next = read(keysFrom(0));
  for (let from = 0; from < keys.length; from += atOnce) {
    const found = await next;
    next = read(keysFrom(from + atOnce));
    // Whoever stops listening hears of no failure either.
    next.catch(() => undefined);
    yield [keysFrom(from), found];
  }
}

/**
 * Writes an archive part by part, reads it back from end to end, and compares it with what was stored when it began: only what can be read in again
 * is a copy.
 */
async function archived(
  { whole, lists, photoKeys, choices }: Content,
  { onProgress, signal }: Course,
): Promise<Result<Blob, CopyIssue>> {
  // A page that only counts what is kept does without archives.
  const { archiveWriter, checkArchive } = await import("@/core/records/files/archive");
  const all = lists.reduce((sum, { keys }) => sum + keys.length, photoKeys.length);
  const writer = archiveWriter({ workshop, writtenAt: new Date().toISOString() });
  let done = 0;
  const told = (more: number) => {
    done += more;
    onProgress?.({ step: "writing", done, all });
    signal?.throwIfAborted();
  };
  for (const { list, table, keys } of lists)
    for await (const [some, found] of readAhead(table, keys, whole, AT_ONCE)) {
      await writer.add(
        list,
        found.filter((record) => record !== undefined),
      );
      // One that was removed meanwhile is no part of what is copied; one that still stands there is missing.
      const lacking = some.filter((_, k) => found[k] === undefined);
      const stands = (await table.bulkGet(lacking)).filter((record) => record !== undefined).length;
      if (stands > 0) return fail({ code: "incomplete", list, stored: some.length, read: some.length - stands });
      told(some.length);
    }
  if (choices !== null) await writer.add("choices", [choices]);
  for await (const [some, found] of readAhead(database.photos, photoKeys, whole, PHOTOS_AT_ONCE)) {
    for (const [i, key] of some.entries()) {
      const photo = found[i] as StoredPhoto | undefined;
      if (photo !== undefined) await writer.photo(photo.jobId, key.slice(photo.jobId.length + 1), photo.jpeg);
    }
    told(some.length);
  }
  const { archive, counts } = await writer.close();
  const issue = await checkArchive(archive, counts, (read) => {
    onProgress?.({ step: "checking", done: read, all });
    signal?.throwIfAborted();
  });
  if (issue === null) return succeed(archive);
  return issue.code === "incomplete"
    ? fail({ code: "incomplete", list: issue.list, stored: issue.written, read: issue.read })
    : fail({ code: "unreadable", reason: issue.code });
}

/** Everything away, for good. */
export async function eraseAll(): Promise<void> {
  const all = [
    database.jobs,
    database.removed,
    database.racks,
    database.choices,
    database.shopCharts,
    database.photos,
    database.vehicles,
    database.containers,
    database.stock,
    database.visits,
    database.vehicleRows,
    database.bookLines,
    database.outcomes,
    database.imports,
    database.importedRecords,
    database.staged,
    database.folders,
    database.learners,
    database.drills,
    database.openDrills,
    database.classSets,
    database.changes,
    // Forgotten, not removed: other devices keep theirs.
    ...sharingTables,
  ];
  await database.transaction("rw", all, async () => {
    for (const table of all) await table.clear();
  });
}
