/** Jobs in the browser database: every change is one transaction, so that two tabs or a crash never lose a keystroke. */

import Dexie from "dexie";
import { activeEntries, type ChangedEntry, firstChanged } from "@/core/charge/books/ledger";
import { instantAfter } from "@/core/dates";
import { type ExerciseResult, exerciseIdPrefix, judgeExercise } from "@/core/exercises/exercises";
import type { SimulatorState } from "@/core/instruments/simulator-state";
import { asBegunHere, unitsChosen } from "@/core/records/choices";
import { balanceOf } from "@/core/records/derived/job-readings";
import { checkChange, type JobFileIssue, readJob } from "@/core/records/files/job-file";
import { type Job, newJob } from "@/core/records/job";
import { checkPurpose, PracticeRefusal } from "@/core/records/practice";
import { checkSignature, isSigned, lockOf, SignatureRefusal } from "@/core/records/signature";
import { inUnits } from "@/core/records/unit-system";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import { type Standing, standings, unreadableVisit, type Visit } from "@/core/records/vehicles/visit";
import { type Result, succeed } from "@/core/result";
import { noteChange } from "./changes";
import { loadChoices } from "./choices";
import { database } from "./database";
import { follow } from "./follow";
import { clearPictures } from "./photos";
import { forgetJob, jobTables, noteJob, recordOf, visitsUnder } from "./record-index";
import { refused } from "./refused";
import { checkHolder, holderTables, holdFor } from "./sharing/holders";
import { isDemoWorkshop } from "./workshop";

/** A record in the store that cannot be read: kept as it is, by whatever name can be found in it. */
interface UnreadableJob {
  id: string;
  name: string;
  issue: JobFileIssue;
  text: string;
}

export interface StoredJobs {
  jobs: Job[];
  unreadable: UnreadableJob[];
  /** Jobs of each standing in all, whether they are given here or not. */
  counts: Record<Standing, number>;
}

/** Counts of jobs by status, newest first. */
export type MostJobs = Record<Exclude<Standing, "unreadable">, number>;
const all: MostJobs = { open: Infinity, signed: Infinity, archived: Infinity };

/** The newest jobs, newest first; one that cannot be read is set aside by name and hides no other. */
export async function listJobs(most: MostJobs = all): Promise<StoredJobs> {
  const found: StoredJobs = {
    jobs: [],
    unreadable: [],
    counts: { open: 0, signed: 0, archived: 0, unreadable: 0 },
  };
  const ids: string[] = [];
  for (const standing of standings) {
    const those = () =>
      database.visits.where("[standing+updatedAt]").between([standing, Dexie.minKey], [standing, Dexie.maxKey]);
    found.counts[standing] = await those().count();
    const limit = standing === "unreadable" ? Infinity : most[standing];
    const newest = those().reverse();
    if (limit > 0) ids.push(...(await (Number.isFinite(limit) ? newest.limit(limit) : newest).primaryKeys()));
  }
  await readInto(found, ids);
  return found;
}

/** All jobs of the vehicle that goes by a name, newest first. */
export async function jobsOfVehicle(name: string): Promise<Job[]> {
  return jobsOf(await visitsOfVehicle(name));
}

/** Visits of a vehicle by any name it goes by, as {@link jobsOfVehicle} gives their jobs, without reading those. */
export async function visitsOfVehicle(name: string): Promise<readonly Visit[]> {
  const key = vehicleKey(name);
  if (key === "") return [];
  const record = await recordOf(key);
  return (await visitsUnder(record === null ? [key] : record.names)).history;
}

/** The jobs of some visits that can be read, in their order. */
export async function jobsOf(visits: readonly Visit[]): Promise<Job[]> {
  const found = { jobs: [], unreadable: [] };
  await readInto(
    found,
    visits.map(({ jobId }) => jobId),
  );
  const byId = new Map<string, Job>(found.jobs.map((job: Job) => [job.id, job]));
  return visits.flatMap(({ jobId }) => byId.get(jobId) ?? []);
}

async function readInto({ jobs, unreadable }: Pick<StoredJobs, "jobs" | "unreadable">, ids: readonly string[]) {
  for (const record of (await database.jobs.bulkGet([...ids])) as unknown[]) {
    if (record === undefined) continue;
    const read = readOnce(record);
    if (read.ok) jobs.push(read.value);
    else unreadable.push(setAside(record, read.issue));
  }
  jobs.sort((a, b) => b.updatedAt.localeCompare(a.updatedAt));
}

/** Jobs as they were checked last: the list is read with every change of any, and a check costs more than a glance at its date. */
const checkedLast = new Map<string, Job>();

function readOnce(record: unknown): Result<Job, JobFileIssue> {
  const last = checkedLast.get(idOf(record));
  if (last !== undefined && last.updatedAt === (record as Partial<Job>).updatedAt) return succeed(last);
  const read = readJob(record);
  if (read.ok) checkedLast.set(read.value.id, read.value);
  return read;
}

const idOf = (record: unknown) => String((record as { id?: unknown } | null)?.id);

function setAside(record: unknown, issue: JobFileIssue): UnreadableJob {
  return { id: idOf(record), name: nameIn(record), issue, text: asText(record) };
}

function nameIn(record: unknown): string {
  const vehicle = (record as { intake?: { vehicle?: unknown } } | null)?.intake?.vehicle;
  return typeof vehicle === "string" && vehicle.trim() !== "" ? vehicle.trim() : "Unnamed vehicle";
}

/**
 * Takes steps back in a stored record that cannot be read any more, one after the other, until it can. Gives how many were taken back; null, with
 * nothing changed, when even all of them do not help.
 */
export async function mendJob(id: string, backwards: readonly ((job: Job) => Job)[]): Promise<number | null> {
  return database.transaction("rw", [...jobTables], async () => {
    let record = await database.jobs.get(id);
    for (const [i, back] of backwards.entries()) {
      if (record === undefined || isSigned(record)) return null;
      record = back(record);
      const read = readJob(record);
      if (!read.ok) continue;
      const mended = { ...read.value, updatedAt: instantAfter(Date.now(), read.value.updatedAt) };
      await database.jobs.put(mended);
      await noteJob(mended);
      return i + 1;
    }
    return null;
  });
}

/** The stored record as text, whatever stands in it; null when there is none. */
export async function recordAsText(id: string): Promise<string | null> {
  const record: unknown = await database.jobs.get(id);
  return record === undefined ? null : asText(record);
}

const asText = (record: unknown) => `${JSON.stringify(record, null, 2)}\n`;

/** The stored job, checked; null when there is none with this id. */
export async function loadJob(id: string): Promise<Result<Job, JobFileIssue> | null> {
  const stored = await database.jobs.get(id);
  return stored === undefined ? null : readJob(stored);
}

/** Tells the stored job now and after every change, by whichever tab. Gives the way to stop. */
export function followJob(
  id: string,
  next: (loaded: Result<Job, JobFileIssue> | null) => void,
  failed: (error: unknown) => void,
): () => void {
  return follow(() => loadJob(id), next, failed);
}

export function createJob(): Promise<Job> {
  return createJobFrom((blank) => blank);
}

/** A new job as this shop begins one, with what is known already. */
export async function createJobFrom(fill: (blank: Job) => Job): Promise<Job> {
  const job = fill(
    asBegunHere(
      newJob(crypto.randomUUID(), new Date().toISOString(), isDemoWorkshop ? "demo" : "work"),
      await loadChoices(),
    ),
  );
  await addJob(job);
  return job;
}

/** Stores a job that is not there yet. Rejects one that could not be read again. */
async function addJob(job: Job): Promise<void> {
  const read = readJob(job);
  if (!read.ok) throw refused(read.issue);
  await database.transaction("rw", [...jobTables, ...holderTables], async () => {
    await database.jobs.add(job);
    await noteJob(job);
    if (!isDemoWorkshop) await holdFor(job);
  });
}

/**
 * Applies a change to the newest stored state, and stores the simulated rack with it, if one is given. Gives what is stored then. Rejects when
 * the job is gone or signed, the browser refuses to store, or the record could not be read again; what is stored stays as it is then.
 */
export async function editJob(id: string, change: (job: Job) => Job, rack: SimulatorState | null = null): Promise<Job> {
  return database.transaction("rw", [...jobTables, database.racks, ...holderTables], async () => {
    const stored = await database.jobs.get(id);
    if (stored === undefined)
      throw new Error("the job is no longer in the store: it was removed, or the browser has thrown it away");
    if (rack !== null) await database.racks.put({ jobId: id, state: rack });
    const changed = change(stored);
    // The books are only ever added to, whatever a screen may do.
    const rewritten = firstChanged(stored.ledger, changed.ledger);
    if (rewritten !== null) throw new Error(rewrittenText(rewritten));
    if (changed === stored) return stored;
    await checkHolder(id);
    const edited = { ...changed, updatedAt: instantAfter(Date.now(), stored.updatedAt) };
    const unsigned = checkSignature(stored, edited);
    if (unsigned !== null) throw new SignatureRefusal(unsigned);
    const mistaken = checkPurpose(stored, edited);
    if (mistaken !== null) throw new PracticeRefusal(mistaken);
    // The record as it is written, its date among the rest.
    const issue = checkChange(stored, edited);
    if (issue !== null) throw refused(issue);
    await database.jobs.put(edited);
    await noteJob(edited, stored);
    await holdFor(edited);
    return edited;
  });
}

function rewrittenText({ entry: { id, act, grams, at }, field }: ChangedEntry): string {
  const how = field === null ? "be missing" : `be changed in its ${field}`;
  return `entry ${id} of the books (${act}, ${grams} g, written ${at}) would ${how}`;
}

/** The rack of a job as it was stored last, unchecked. */
export async function loadSimulator(id: string): Promise<unknown> {
  return (await database.racks.get(id))?.state ?? null;
}

/** Exercises of the drill, newest first, each judged by its rack. */
export async function listExercises(): Promise<{ job: Job; result: ExerciseResult }[]> {
  const stored: unknown[] = await database.jobs.where(":id").startsWith(exerciseIdPrefix).toArray();
  const judged = await Promise.all(
    stored.map(async (one) => {
      const read = readJob(one);
      const result = read.ok ? judgeExercise(read.value, await loadSimulator(read.value.id)) : null;
      return read.ok && result !== null ? [{ job: read.value, result }] : [];
    }),
  );
  return judged.flat().sort((a, b) => b.job.createdAt.localeCompare(a.job.createdAt));
}

/** Adds made-up jobs that are not there yet, told in the units this shop reads. */
export async function addDemoJobs(made: readonly Job[]): Promise<void> {
  const choice = unitsChosen(await loadChoices());
  const jobs = made.map((job) => inUnits(job, choice));
  await database.transaction("rw", [...jobTables, ...holderTables], async () => {
    const here = new Set(await database.jobs.toCollection().primaryKeys());
    for (const job of jobs) if (!here.has(job.id)) await addJob(job);
  });
}

/** New job for the same vehicle and purpose, with its label and build, nothing measured. */
export async function duplicateJob(job: Job): Promise<Job> {
  const blank = newJob(crypto.randomUUID(), new Date().toISOString(), job.purpose);
  const copy: Job = {
    ...blank,
    intake: {
      ...job.intake,
      mileage: blank.intake.mileage,
      complaint: "",
      complaints: [],
      history: "serviced",
      stopSigns: [],
      lastFilled: filledOn(job) ?? job.intake.lastFilled,
    },
    altitude: job.altitude,
    rackVehicle: job.rackVehicle,
  };
  await addJob(copy);
  return copy;
}

/** The day on which this job filled the vehicle to its label, by weight; null when it did not. */
function filledOn(job: Job): string | null {
  const balance = balanceOf(job);
  const last = activeEntries(job.ledger).findLast(({ act }) => act === "charge");
  return balance?.ok && balance.value.state === "inside" && last ? last.at.slice(0, 10) : null;
}

/** A removed job can be put back for this long, ms. */
export const REMOVED_KEPT_MS = 30 * 86_400_000;

/** Takes a job out of the Bay; it can be put back until {@link REMOVED_KEPT_MS} have gone by. Rejects a signed one: it can only be archived. */
export async function removeJob(id: string, now = Date.now()): Promise<void> {
  await database.transaction("rw", [...jobTables, ...holderTables, database.removed, database.changes], async () => {
    const job: unknown = await database.jobs.get(id);
    if (job === undefined) return;
    await checkHolder(id);
    await database.holders.delete(id);
    const read = readJob(job);
    if (read.ok && isSigned(read.value)) throw new SignatureRefusal(lockOf(read.value));
    await database.removed.put({ id, removedAt: new Date(now).toISOString(), job });
    await database.jobs.delete(id);
    await forgetJob(id);
    await noteChange("removed", id);
  });
}

export interface Removed {
  id: string;
  name: string;
  removedAt: string;
}

/** Removed jobs that can be restored, newest first. */
export async function listRemoved(now = Date.now()): Promise<Removed[]> {
  const since = new Date(now - REMOVED_KEPT_MS).toISOString();
  const kept = await database.removed.where("removedAt").aboveOrEqual(since).reverse().toArray();
  return kept.map(({ id, removedAt, job }) => ({ id, removedAt, name: nameIn(job) }));
}

/** Throws away what has been removed for too long. */
export async function clearRemoved(now = Date.now()): Promise<void> {
  const since = new Date(now - REMOVED_KEPT_MS).toISOString();
  await database.transaction("rw", database.removed, database.racks, async () => {
    const old = await database.removed.where("removedAt").below(since).primaryKeys();
    await database.removed.bulkDelete(old);
    await database.racks.bulkDelete(old);
  });
  await clearPictures();
}

/** Puts a removed job back exactly as it was. */
export async function restoreJob(id: string): Promise<void> {
  await database.transaction("rw", [...jobTables, database.removed, database.changes], async () => {
    const kept = await database.removed.get(id);
    if (kept === undefined) return;
    // Removed under an earlier release it comes back in today's form; what cannot be read, as it was.
    const read = readJob(kept.job);
    await database.jobs.put(read.ok ? read.value : (kept.job as Job));
    if (read.ok) await noteJob(read.value);
    else await database.visits.put(unreadableVisit(id));
    await database.removed.delete(id);
    await noteChange("removed", id);
  });
}

/** Stores a job as a page still shows it, where it is no longer stored. */
export async function putBack(job: Job): Promise<void> {
  await addJob(job);
}
