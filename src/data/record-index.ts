/**
 * Index for lists, search and sums: a line per job, vehicle and ledger entry. Written in the transaction of its record, and rebuilt for records that
 * came into the store another way.
 */
import { readable } from "@/core/read-record";
import { outcomeRowOf } from "@/core/records/derived/outcome-row";
import { readJob } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { isPractice } from "@/core/records/practice";
import { linesOfJob } from "@/core/records/stock/lines";
import { readVehicle, type Vehicle } from "@/core/records/vehicles/vehicle";
import { newestFirst, type VehicleHistory } from "@/core/records/vehicles/vehicle-history";
import { rowIdOf, rowOf, type VehicleRow } from "@/core/records/vehicles/vehicle-row";
import { unreadableVisit, type Visit, visitOf } from "@/core/records/vehicles/visit";
import { database } from "./database";

/** Tables that a change of a job touches. */
export const jobTables = [
  database.jobs,
  database.visits,
  database.vehicles,
  database.vehicleRows,
  database.bookLines,
  database.outcomes,
] as const;

/** Within a transaction over {@link jobTables}: the job has been stored. `was`: as it stood before, where that is at hand. */
export async function noteJob(job: Job, was: Job | null = null): Promise<void> {
  const before = await database.visits.get(job.id);
  const visit = visitOf(job);
  const lines = linesOfJob(job);
  await database.visits.put(visit);
  // A letter that is typed moves no gram.
  if (was === null || JSON.stringify(linesOfJob(was)) !== JSON.stringify(lines)) {
    await database.bookLines.where("jobId").equals(job.id).delete();
    await database.bookLines.bulkPut(lines);
  }
  await noteOutcome(job);
  if (before !== undefined && sameButDate(before, visit)) return;
  await rebuildRows([visit.vehicleKey, before?.vehicleKey ?? ""]);
}

/** Written only where it changes: whoever follows what was learned reads all of it anew then. */
async function noteOutcome(job: Job): Promise<void> {
  const row = outcomeRowOf(job);
  const before = await database.outcomes.get(job.id);
  if (JSON.stringify(row) === JSON.stringify(before ?? null)) return;
  if (row === null) await database.outcomes.delete(job.id);
  else await database.outcomes.put(row);
}

/** Within a transaction over {@link jobTables}: these jobs have been stored; gives the names of the vehicles they hang on, and hung on before. */
export async function noteJobs(jobs: readonly Job[]): Promise<string[]> {
  const ids = jobs.map(({ id }) => id);
  const before = (await database.visits.bulkGet(ids)).filter((visit) => visit !== undefined);
  const visits = jobs.map(visitOf);
  await database.visits.bulkPut(visits);
  await database.bookLines
    .where("jobId")
    .anyOf(before.map(({ jobId }) => jobId))
    .delete();
  await database.bookLines.bulkPut(jobs.flatMap(linesOfJob));
  const rows = jobs.flatMap((job) => outcomeRowOf(job) ?? []);
  await database.outcomes.bulkDelete(ids);
  await database.outcomes.bulkPut(rows);
  return [...visits, ...before].map(({ vehicleKey }) => vehicleKey);
}

const sameButDate = (a: Visit, b: Visit) =>
  JSON.stringify({ ...a, updatedAt: "" }) === JSON.stringify({ ...b, updatedAt: "" });

/** Within a transaction over {@link jobTables}: the job has gone. */
export async function forgetJob(id: string): Promise<void> {
  const before = await database.visits.get(id);
  await forgetLines([id]);
  if (before !== undefined) await rebuildRows([before.vehicleKey]);
}

/** Within a transaction over {@link jobTables}: nothing of these jobs is left but the lines of their vehicles. */
export async function forgetLines(jobIds: readonly string[]): Promise<void> {
  await database.visits.bulkDelete([...jobIds]);
  await database.outcomes.bulkDelete([...jobIds]);
  await database.bookLines.where("jobId").anyOf(jobIds).delete();
}

/** Within a transaction over {@link jobTables}: the lines of all vehicles that go by one of these names. `onSome` hears how many names are done. */
export async function rebuildRows(keys: Iterable<string>, onSome: (done: number) => void = () => {}): Promise<void> {
  const all = [...new Set(keys)].filter((key) => key !== "");
  const everything = all.length > MANY_NAMES ? await everythingFound() : null;
  for (let from = 0; from < all.length; from += AT_ONCE) {
    const some = all.slice(from, from + AT_ONCE);
    await rebuildSomeRows(some, everything ?? (await foundUnder(some)));
    onSome(Math.min(all.length, from + AT_ONCE));
  }
}

/** Above so many names it is faster to read all vehicles and visits once. */
const MANY_NAMES = 1000;

/** Vehicles and visits by name. */
interface Found {
  /** Returns the first of several records with a name. */
  record: (name: string) => Vehicle | null;
  visits: (name: string) => readonly Visit[];
  /** Whether a line may stand under this id. */
  listed: (rowId: string) => boolean;
}

function found(vehicles: readonly Vehicle[], visits: readonly Visit[], listed: Found["listed"]): Found {
  const byName = new Map<string, Vehicle>();
  for (const vehicle of vehicles) for (const name of vehicle.names) if (!byName.has(name)) byName.set(name, vehicle);
  const visitsByName = new Map<string, Visit[]>();
  for (const visit of visits) {
    const its = visitsByName.get(visit.vehicleKey);
    if (its === undefined) visitsByName.set(visit.vehicleKey, [visit]);
    else its.push(visit);
  }
  return { record: (name) => byName.get(name) ?? null, visits: (name) => visitsByName.get(name) ?? [], listed };
}

async function everythingFound(): Promise<Found> {
  const rows = new Set(await database.vehicleRows.toCollection().primaryKeys());
  const vehicles = readable(await database.vehicles.toArray(), readVehicle);
  return found(vehicles, await database.visits.toArray(), (rowId) => rows.has(rowId));
}

/** A question for each name, all at once, is several times as fast as one cursor that steps from name to name. */
async function foundUnder(keys: readonly string[]): Promise<Found> {
  const named = await Promise.all(keys.map((key) => database.vehicles.where("names").equals(key).toArray()));
  const vehicles = readable(named.flat(), readVehicle);
  const names = [...new Set([...keys, ...vehicles.flatMap((vehicle) => vehicle.names)])];
  const visits = await Promise.all(names.map((name) => database.visits.where("vehicleKey").equals(name).toArray()));
  return found(vehicles, visits.flat(), () => true);
}

async function rebuildSomeRows(keys: readonly string[], { record, visits, listed }: Found): Promise<void> {
  const cars = new Map(keys.map((key) => [record(key)?.id ?? rowIdOf(key), { record: record(key), key }]));
  const rows: VehicleRow[] = [];
  const gone: string[] = [];
  for (const [id, { record: its, key }] of cars) {
    const names = its?.names ?? [key];
    const { history, practice } = apartFromPractice([...new Set(names)].flatMap(visits));
    const row = rowOf(its, history, practice);
    // A vehicle that has a record now was listed by its name before, and the other way round.
    if (its !== null) gone.push(...names.map(rowIdOf));
    if (row === null) gone.push(id);
    else rows.push(row);
  }
  await database.vehicleRows.bulkDelete(gone.filter(listed));
  await database.vehicleRows.bulkPut(rows);
}

/** The record that a name, or a plate typed as one, belongs to; one that cannot be read is none. */
export async function recordOf(key: string): Promise<Vehicle | null> {
  return readable(await database.vehicles.where("names").equals(key).toArray(), readVehicle)[0] ?? null;
}

interface VisitsUnder {
  history: VehicleHistory;
  practice: readonly Visit[];
}

/** Visits of the vehicle that goes by these names, newest first: its history, and beside it what was practised under its name. */
export async function visitsUnder(keys: readonly string[]): Promise<VisitsUnder> {
  const found = database.visits.where("vehicleKey").anyOf([...new Set(keys)]);
  return apartFromPractice(await found.toArray());
}

function apartFromPractice(visits: readonly Visit[]): VisitsUnder {
  const all = newestFirst(visits);
  return { history: all.filter((visit) => !isPractice(visit)), practice: all.filter(isPractice) };
}

/** So many records are read at once. */
const AT_ONCE = 300;

/** The form of the index; another one is made anew from all jobs. */
export const INDEX_NAME = "record-index";
const INDEX = { name: INDEX_NAME, json: JSON.stringify({ version: 7 }) };

/** Makes the index once, for records of an earlier release; from then on every write keeps it. Costs one look where it is made. */
export async function settleIndexOnce(): Promise<void> {
  const made = await database.choices.get(INDEX.name);
  if (made?.json === INDEX.json) return;
  // Made by an earlier release: it lacks what this one reads off it.
  if (made !== undefined)
    await database.transaction("rw", [...jobTables], async () => {
      await database.visits.clear();
      await database.outcomes.clear();
      await database.bookLines.clear();
      await database.vehicleRows.clear();
    });
  await settleIndex();
}

/** Brings the index up to the jobs, whatever came into the store or left it by another way. Reads the keys of all. */
export async function settleIndex(): Promise<void> {
  const stored = new Set(await database.jobs.toCollection().primaryKeys());
  const noted = new Set(await database.visits.toCollection().primaryKeys());
  const missing = [...stored].filter((id) => !noted.has(id));
  const gone = [...noted].filter((id) => !stored.has(id));
  for (let i = 0; i < Math.max(missing.length, gone.length); i += AT_ONCE)
    await settleSome(missing.slice(i, i + AT_ONCE), gone.slice(i, i + AT_ONCE));
  await database.choices.put(INDEX);
}

async function settleSome(missing: readonly string[], gone: readonly string[]): Promise<void> {
  await database.transaction("rw", [...jobTables], async () => {
    const keys = new Set<string>();
    for (const id of gone) keys.add((await database.visits.get(id))?.vehicleKey ?? "");
    await forgetLines(gone);
    for (const [i, stored] of (await database.jobs.bulkGet([...missing])).entries()) {
      const read = stored === undefined ? null : readJob(stored);
      const visit = read?.ok ? visitOf(read.value) : unreadableVisit(missing[i]!);
      if (read?.ok) {
        await database.bookLines.bulkPut(linesOfJob(read.value));
        await noteOutcome(read.value);
      }
      await database.visits.put(visit);
      keys.add(visit.vehicleKey);
    }
    await rebuildRows([...keys]);
  });
}
