/** Copies of everything outside of the browser's store: by itself into a folder that was chosen, else as a file when somebody presses; and what no copy has yet. */
import { instantSchema } from "@/core/dates";
import type { Copies, CopyIssue } from "@/core/records/files/copies";
import type { Job } from "@/core/records/job";
import type { Result } from "@/core/result";
import * as z from "@/core/zod";
import { changesSinceCopy, forgetChanges } from "./changes";
import { loadChosen } from "./choices";
import { database } from "./database";
import { allowChosen, type ChosenFolder, chosenFolder, mayUse } from "./folders";
import { isDemoWorkshop } from "./workshop";

const NAME = "copies";
const copiesSchema = z.object({
  lastAt: instantSchema.nullable(),
  /** Jobs that were saved as a file since, with the state that the file has. */
  files: z.record(z.string(), instantSchema).default({}),
});
const nothingCopied: z.infer<typeof copiesSchema> = { lastAt: null, files: {} };

/** More than so many are not counted one by one. */
const MOST_COUNTED = 1000;

export async function howCopied(): Promise<Copies> {
  const { lastAt, files } = (await loadChosen(NAME, copiesSchema)) ?? nothingCopied;
  const changed = await database.visits
    .where("updatedAt")
    .above(lastAt ?? "")
    .limit(MOST_COUNTED)
    .toArray();
  const folder = await chosenFolder(FOLDER);
  return {
    lastAt,
    unsaved: isDemoWorkshop ? 0 : changed.filter(({ jobId, updatedAt }) => files[jobId] !== updatedAt).length,
    others: await changesSinceCopy(),
    folder: folder?.name ?? null,
    allowed: folder !== null && (await mayUse(folder)),
  };
}

/** Everything as it stands has been given out as a file. `asOf` ISO: when it was read. */
export async function noteCopied(asOf: string): Promise<void> {
  await database.transaction("rw", database.choices, database.changes, async () => {
    await database.choices.put({ name: NAME, json: JSON.stringify({ lastAt: asOf, files: {} }) });
    await forgetChanges(asOf);
  });
}

/** A job was given out as a file with its photos: in this state it needs no other copy. */
export async function noteJobSaved({ id, updatedAt, photos }: Pick<Job, "id" | "updatedAt" | "photos">): Promise<void> {
  await database.transaction("rw", database.choices, database.changes, async () => {
    const { lastAt, files } = (await loadChosen(NAME, copiesSchema)) ?? nothingCopied;
    // Older files say nothing any more once everything was copied.
    const since = Object.entries(files).filter(([, at]) => at > (lastAt ?? ""));
    const json = JSON.stringify({ lastAt, files: { ...Object.fromEntries(since), [id]: updatedAt } });
    await database.choices.put({ name: NAME, json });
    await database.changes.bulkDelete(photos.map((photo) => `photo/${photo.id}`));
  });
}

const FOLDER = "copies";
export async function chooseFolder(handle: FileSystemDirectoryHandle): Promise<void> {
  await database.folders.put({ name: FOLDER, handle });
}

export async function forgetFolder(): Promise<void> {
  await database.folders.delete(FOLDER);
}

/** Asks the browser to let the folder be written to again; it only asks when somebody has just pressed something. */
export const allowFolder = (): Promise<boolean> => allowChosen(FOLDER);

/** A copy a day is kept, so many of them. */
const MOST_COPIES = 14;
const fileOf = (day: string) => `evrid-copy-${day}.zip`;
/** Earlier releases wrote JSON. */
const COPY = /^evrid-copy-\d{4}-\d{2}-\d{2}\.(zip|json)$/;

/**
 * Writes everything into the chosen folder, a file a day; an older file is only replaced by a whole one. `make` gives what is written. Gives whether
 * it did.
 */
export async function copyToFolder(make: () => Promise<Result<Blob, CopyIssue>>, now = new Date()): Promise<boolean> {
  const folder = await chosenFolder(FOLDER);
  if (folder === null || !(await mayUse(folder))) return false;
  const asOf = now.toISOString();
  const made = await make();
  if (!made.ok) throw new Error(`the copy could not be read back (${made.issue.code}); older copies are kept`);
  const file = await folder.getFileHandle(fileOf(asOf.slice(0, 10)), { create: true });
  // Writes to a file beside it, which takes its place when closed.
  const writable = await file.createWritable();
  await writable.write(made.value);
  await writable.close();
  await noteCopied(asOf);
  await withoutTheOldest(folder);
  return true;
}

async function withoutTheOldest(folder: ChosenFolder): Promise<void> {
  const names: string[] = [];
  for await (const name of (folder as unknown as { keys: () => AsyncIterable<string> }).keys())
    if (COPY.test(name)) names.push(name);
  for (const name of names.sort().reverse().slice(MOST_COPIES)) await folder.removeEntry(name);
}
