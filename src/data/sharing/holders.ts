/** At which device an open job is worked on. Where nothing is shared no job is held. */

import { techniciansOf } from "@/core/records/choices";
import type { Job } from "@/core/records/job";
import { isSigned } from "@/core/records/signature";
import type { Holder } from "@/core/sync/holder";
import { loadChoices } from "../choices";
import { database } from "../database";
import { follow } from "../follow";
import { sharingDevice } from "./device";

/** A change of a job that is worked on at another device; nothing of it is stored. */
export class HeldElsewhere extends Error {
  override name = "HeldElsewhere";
  constructor(readonly holder: Holder) {
    super(`in progress: ${holder.deviceName}`);
  }
}

/** Tables that {@link holdFor} and {@link checkHolder} touch. */
export const holderTables = [database.holders, database.sharing, database.choices, database.visits] as const;

/** Who holds a job at another device; null where nobody does. */
export async function heldElsewhere(jobId: string): Promise<Holder | null> {
  const device = await sharingDevice();
  if (device === null) return null;
  const holder = await database.holders.get(jobId);
  if (holder === undefined || holder.device === device.device) return null;
  // Signed by one while another took it over: it is nobody's.
  return (await database.visits.get(jobId))?.standing === "open" ? holder : null;
}

/** Within a transaction over {@link holderTables}: rejects with {@link HeldElsewhere} where the job is worked on at another device. */
export async function checkHolder(jobId: string): Promise<void> {
  const holder = await heldElsewhere(jobId);
  if (holder !== null) throw new HeldElsewhere(holder);
}

/** Within a transaction over {@link holderTables}: this device works on the job from now on, until it is signed. */
export async function holdFor(job: Job): Promise<void> {
  const device = await sharingDevice();
  if (device === null) return;
  const holder = await database.holders.get(job.id);
  if (isSigned(job)) {
    if (holder !== undefined) await database.holders.delete(job.id);
  } else if (holder?.device !== device.device) await hold(job.id, job.signOff.technician.trim());
}

async function hold(jobId: string, technician: string): Promise<void> {
  const device = await sharingDevice();
  if (device === null) return;
  const [usual = ""] = techniciansOf(await loadChoices());
  await database.holders.put({
    jobId,
    device: device.device,
    deviceName: device.name,
    technician: technician === "" ? usual : technician,
    since: new Date().toISOString(),
  });
}

/** Takes a job over from another device, by name. */
export async function takeOverJob(jobId: string, technician: string): Promise<void> {
  await database.transaction("rw", [...holderTables], async () => {
    await hold(jobId, technician.trim());
  });
}

/** Tells at which other device a job is worked on, now and after every change. Gives the way to stop. */
export function followHolder(jobId: string, next: (holder: Holder | null) => void): () => void {
  return follow(
    () => heldElsewhere(jobId),
    next,
    // A store that refuses says so where the job is read.
    () => undefined,
  );
}

export interface Holders {
  /** This device; null where nothing is shared. */
  device: string | null;
  /** Of this device as well. */
  holders: readonly Holder[];
}

/** Holders of all open jobs. */
export async function holdersOfJobs(): Promise<Holders> {
  const [device, holders] = [await sharingDevice(), await database.holders.toArray()];
  return { device: device?.device ?? null, holders: device === null ? [] : holders };
}

/** Names of the devices that use a container on a job elsewhere, by the container's id: one that is charged from there cannot be charged from here. */
export async function containersElsewhere(): Promise<Readonly<Record<string, string>>> {
  const { device, holders } = await holdersOfJobs();
  const others = holders.filter((holder) => holder.device !== device);
  const jobs = await database.jobs.bulkGet(others.map(({ jobId }) => jobId));
  return Object.fromEntries(
    jobs.flatMap((job, i) => (job === undefined ? [] : containersInUse(job).map((id) => [id, others[i]!.deviceName]))),
  );
}

/** Containers on hand of a job whose charge has begun and is not done: on its scale, or next to it. */
function containersInUse({ charge, steps }: Job): string[] {
  const { startedAt, doneAt, skipped } = steps.charge;
  const charging = startedAt !== null && doneAt === null && skipped === null;
  return charging || charge.open !== null ? charge.containers.map(({ id }) => id) : [];
}
