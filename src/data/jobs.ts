/** Jobs in the browser database: every change is one transaction, so that two tabs or a crash never lose a keystroke. */
import { liveQuery } from "dexie";
import { continues, standing } from "@/core/charge/books/ledger";
import { type Job, newJob } from "@/core/records/job";
import { type JobFileIssue, readJob, writeJobFile } from "@/core/records/job-file";
import { balanceOf } from "@/core/records/job-readings";
import type { Result } from "@/core/result";
import { database } from "./database";

export async function listJobs(): Promise<Job[]> {
  return database.jobs.orderBy("updatedAt").reverse().toArray();
}

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
  const following = liveQuery(() => loadJob(id)).subscribe(next, failed);
  return () => following.unsubscribe();
}

export async function createJob(): Promise<Job> {
  const job = newJob(crypto.randomUUID(), new Date().toISOString());
  await database.jobs.add(job);
  return job;
}

/** Applies a change to the newest stored state. Rejects when the job is gone or the browser refuses to store. */
export async function editJob(id: string, change: (job: Job) => Job): Promise<void> {
  await database.transaction("rw", database.jobs, async () => {
    const stored = await database.jobs.get(id);
    if (stored === undefined) throw new Error(`job ${id} is no longer stored`);
    const changed = change(stored);
    // The books are only ever added to, whatever a screen may do.
    if (!continues(stored.ledger, changed.ledger)) throw new Error("an entry of the books would be changed");
    if (changed !== stored) await database.jobs.put(checked({ ...changed, updatedAt: new Date().toISOString() }));
  });
}

/** What could not be read again is not stored: the record as it is stands. Throws with the field and what was expected of it. */
function checked(job: Job): Job {
  const read = readJob(job);
  if (read.ok) return job;
  const { issue } = read;
  throw new Error(issue.code === "broken" ? `${issue.field}: ${issue.expected}` : issue.code);
}

export type ImportOutcome = "added" | "identical" | "added-as-copy";

/**
 * Stores a job read from a file. A job already here is never overwritten: the same content changes nothing, other
 * content comes in as a job of its own.
 */
export async function importJob(job: Job): Promise<{ id: string; outcome: ImportOutcome }> {
  return database.transaction("rw", database.jobs, async () => {
    const here = await database.jobs.get(job.id);
    if (here === undefined) {
      await database.jobs.add(job);
      return { id: job.id, outcome: "added" as const };
    }
    if (writeJobFile(here) === writeJobFile(job)) return { id: job.id, outcome: "identical" as const };
    const id = crypto.randomUUID();
    await database.jobs.add({ ...job, id });
    return { id, outcome: "added-as-copy" as const };
  });
}

/** Adds jobs that are not there yet; used for the demo workshop. */
export async function addMissingJobs(jobs: readonly Job[]): Promise<void> {
  await database.transaction("rw", database.jobs, async () => {
    const here = new Set(await database.jobs.toCollection().primaryKeys());
    await database.jobs.bulkAdd(jobs.filter((job) => !here.has(job.id)));
  });
}

/** The same vehicle again: a new job with its label and how it is built, nothing measured. */
export async function duplicateJob(job: Job): Promise<Job> {
  const blank = newJob(crypto.randomUUID(), new Date().toISOString());
  const copy: Job = {
    ...blank,
    intake: {
      ...job.intake,
      complaint: "",
      history: "serviced",
      stopSigns: [],
      lastFilled: filledOn(job) ?? job.intake.lastFilled,
    },
    altitude: job.altitude,
    rackVehicle: job.rackVehicle,
  };
  await database.jobs.add(copy);
  return copy;
}

/** The day on which this job filled the vehicle to its label, by weight; null when it did not. */
function filledOn(job: Job): string | null {
  const balance = balanceOf(job);
  const last = standing(job.ledger).findLast(({ act }) => act === "charge");
  return balance?.ok && balance.value.state === "inside" && last ? last.at.slice(0, 10) : null;
}

/** Removes a job and returns it, so that the removal can be undone with `restoreJob`. */
export async function removeJob(id: string): Promise<Job | null> {
  return database.transaction("rw", database.jobs, async () => {
    const job = await database.jobs.get(id);
    await database.jobs.delete(id);
    return job ?? null;
  });
}

export async function restoreJob(job: Job): Promise<void> {
  await database.jobs.put(job);
}
