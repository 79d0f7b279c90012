/** All that this browser keeps: how much it is, out as a file, in from one, and away. */

import type { DrillBook } from "@/core/drill/progress";
import { type CopyIssue, noDrills, writeShopFile } from "@/core/records/shop-file";
import { fail, type Result, succeed } from "@/core/result";
import { keptChoices } from "./choices";
import { database } from "./database";
import { loadDrills } from "./drills";
import { jobsOf } from "./jobs";
import { type Room, roomUsed } from "./keeping";
import { loadPicture, type Pictures, picturesOf } from "./photos";
import { loadVehicle } from "./vehicles";
import { workshop } from "./workshop";

export interface Kept extends Room {
  jobs: number;
  removed: number;
  charts: number;
  photos: number;
}

/** Of the index, which is small: a store of jobs is only counted by reading through it. */
export async function whatIsKept(): Promise<Kept> {
  const [jobs, removed, charts, photos] = await Promise.all([
    database.visits.count(),
    database.removed.count(),
    database.shopCharts.count(),
    database.photos.count(),
  ]);
  return { jobs, removed, charts, photos, ...(await roomUsed()) };
}

/** Every record, those that cannot be read among them, as they are stored; pictures, choices and charts where there are any. */
export async function exportShop(): Promise<string> {
  const jobs: unknown[] = await database.jobs.toArray();
  return writeShopFile(
    {
      workshop,
      jobs,
      vehicles: await database.vehicles.toArray(),
      containers: await database.containers.toArray(),
      stock: (await database.stock.toArray()).sort((a, b) => String(a.at).localeCompare(String(b.at))),
      pictures: await picturesStored(),
      choices: await keptChoices(),
      charts: await database.shopCharts.toArray(),
      drills: await drillsKept(),
    },
    new Date().toISOString(),
  );
}

export interface CopyOptions {
  /** Hears how many of all records are written. */
  onProgress?: (done: number, all: number) => void;
  /** Ends it between two parts; it then rejects with the reason. */
  signal?: AbortSignal;
}

/** So many records are read at once. */
const AT_ONCE = 100;

/**
 * Every record, those that cannot be read among them, as an archive: written part by part, read back from end to end, and compared with what was
 * stored when it began. Only what can be read in again is a copy.
 */
export async function exportCopy({ onProgress, signal }: CopyOptions = {}): Promise<Result<Blob, CopyIssue>> {
  const { archiveWriter, checkArchive } = await import("@/core/records/archive");
  const tables = [
    ["jobs", database.jobs],
    ["vehicles", database.vehicles],
    ["containers", database.containers],
    ["stock", database.stock],
    ["learners", database.learners],
    ["drills", database.drills],
    ["charts", database.shopCharts],
  ] as const;
  const keys = await Promise.all(tables.map(([, table]) => table.toCollection().primaryKeys() as Promise<string[]>));
  const photoKeys = await database.photos.toCollection().primaryKeys();
  const all = keys.reduce((sum, its) => sum + its.length, photoKeys.length);
  const writer = archiveWriter({ workshop, writtenAt: new Date().toISOString() });
  let done = 0;
  const told = (more: number) => {
    done += more;
    onProgress?.(done, all);
    signal?.throwIfAborted();
  };
  for (const [i, [list, table]] of tables.entries())
    for (let from = 0; from < keys[i]!.length; from += AT_ONCE) {
      const some = keys[i]!.slice(from, from + AT_ONCE);
      const found: unknown[] = await table.bulkGet(some as never);
      await writer.add(
        list,
        found.filter((record) => record !== undefined),
      );
      // One that was removed meanwhile is no part of what is copied; one that still stands there is missing.
      const lacking = some.filter((_, k) => found[k] === undefined);
      const stands = (await table.bulkGet(lacking as never)).filter((record) => record !== undefined).length;
      if (stands > 0) return fail({ code: "incomplete", list, stored: some.length, read: some.length - stands });
      told(some.length);
    }
  const choices = await keptChoices();
  if (choices !== null) await writer.add("choices", [choices]);
  for (const key of photoKeys) {
    const photo = await database.photos.get(key);
    if (photo !== undefined) await writer.photo(photo.jobId, key.slice(photo.jobId.length + 1), photo.jpeg);
    told(1);
  }
  const { archive, counts } = await writer.close();
  const issue = await checkArchive(archive, counts);
  if (issue === null) return succeed(archive);
  return issue.code === "incomplete"
    ? fail({ code: "incomplete", list: issue.list, stored: issue.written, read: issue.read })
    : fail({ code: "unreadable", reason: issue.code });
}

/** What belongs to one vehicle: its record and its jobs with their pictures. */
export async function exportVehicle(rowId: string): Promise<string | null> {
  const found = await loadVehicle(rowId);
  if (found === null) return null;
  const jobs = await jobsOf([...found.history, ...found.practice]);
  const pictures = new Map<string, Pictures>();
  for (const job of jobs) if (job.photos.length > 0) pictures.set(job.id, await picturesOf(job));
  const none = { workshop, containers: [], stock: [], choices: null, charts: [], drills: noDrills };
  const vehicles = found.record === null ? [] : [found.record];
  for (const { id } of vehicles.flatMap(({ photos }) => photos)) {
    const jpeg = await loadPicture(id, id);
    if (jpeg !== null) pictures.set(id, new Map([[id, jpeg]]));
  }
  return writeShopFile({ ...none, jobs, vehicles, pictures }, new Date().toISOString());
}

async function picturesStored(): Promise<Map<string, Map<string, Uint8Array>>> {
  const found = new Map<string, Map<string, Uint8Array>>();
  await database.photos.each(({ key, jobId, jpeg }) => {
    const its = found.get(jobId) ?? new Map<string, Uint8Array>();
    its.set(key.slice(jobId.length + 1), jpeg);
    found.set(jobId, its);
  });
  return found;
}

async function drillsKept(): Promise<DrillBook> {
  const { learners, drills } = await loadDrills();
  return { learners, drills };
}

/** Everything away, for good. */
export async function eraseAll(): Promise<void> {
  const tables = [
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
    database.imports,
    database.folders,
    database.learners,
    database.drills,
    database.openDrills,
    database.changes,
  ];
  await database.transaction("rw", tables, async () => {
    for (const table of tables) await table.clear();
  });
}
