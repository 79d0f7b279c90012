/**
 * Pictures beside the records that name them: a record stays small however many it has. A job's are kept by the job, a vehicle's each by itself.
 */

import type { ShopPicture } from "@/core/records/files/shop-reader";
import type { Job } from "@/core/records/job";
import { readVehicle } from "@/core/records/vehicles/vehicle";
import { noteChange } from "./changes";
import { database } from "./database";

/** Pictures of a job by their ids: JPEG bytes. */
export type Pictures = ReadonlyMap<string, Uint8Array>;

const keyOf = (jobId: string, id: string) => `${jobId}/${id}`;

export async function keepPicture(jobId: string, id: string, jpeg: Uint8Array): Promise<void> {
  await database.transaction("rw", database.photos, database.changes, async () => {
    await database.photos.put({ key: keyOf(jobId, id), jobId, jpeg });
    await noteChange("photo", id);
  });
}

/** Pictures out of a file, each by who keeps it. */
export async function keepPictures(pictures: readonly ShopPicture[]): Promise<void> {
  await database.photos.bulkPut(pictures.map(({ owner, id, jpeg }) => ({ key: keyOf(owner, id), jobId: owner, jpeg })));
}

/** Null where this browser has the photo's line in the record, but not the picture. */
export async function loadPicture(jobId: string, id: string): Promise<Uint8Array | null> {
  return (await database.photos.get(keyOf(jobId, id)))?.jpeg ?? null;
}

/** All pictures that a job names and this browser has. */
export async function picturesOf(job: Job): Promise<Pictures> {
  const found = new Map<string, Uint8Array>();
  for (const { id } of job.photos) {
    const jpeg = await loadPicture(job.id, id);
    if (jpeg !== null) found.set(id, jpeg);
  }
  return found;
}

/** Throws away pictures of jobs that are neither here nor among the removed, and of vehicles that no longer name them. */
export async function clearPictures(): Promise<void> {
  await database.transaction("rw", database.photos, database.jobs, database.removed, database.vehicles, async () => {
    const owners = (await database.photos.orderBy("jobId").uniqueKeys()).map(String);
    const vehicles = (await database.vehicles.toArray()).map(readVehicle);
    // One that cannot be read may name any of them.
    if (vehicles.some(({ ok }) => !ok)) return;
    const ofVehicles = new Set(vehicles.flatMap((read) => (read.ok ? read.value.photos.map(({ id }) => id) : [])));
    const here = async (id: string) =>
      ofVehicles.has(id) ||
      (await database.jobs.where("id").equals(id).count()) + (await database.removed.where("id").equals(id).count()) >
        0;
    for (const owner of owners) if (!(await here(owner))) await database.photos.where("jobId").equals(owner).delete();
  });
}
