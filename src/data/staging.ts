/**
 * A file on its way into the store: read part by part, compared, and set beside the records until somebody says what becomes of it. Nothing else is
 * changed, and no more than one part is in memory.
 */

import { DAY_MS } from "@/core/dates";
import type { Course } from "@/core/records/files/archive-task";
import type { JobFileIssue } from "@/core/records/files/job-file";
import type { OpenShopFile, ShopPart, ShopPicture } from "@/core/records/files/shop-reader";
import { fail, type Result, succeed } from "@/core/result";
import type { Differing, PartPlan } from "@/core/sync/import/import-plan";
import { type ImportPreview, newPreview, notePart } from "@/core/sync/import/import-preview";
import { database, turnKey } from "./database";
import { Here } from "./here";
import { workshop } from "./workshop";

/** A few megabytes. */
const PICTURES_AT_ONCE = 16;

/** Reads a file, compares it with the store, and sets it ready. Gives a preview, by whose id it is read in or dropped. Refuses a file of the other workshop. */
export async function stageFile(
  file: Blob,
  name: string,
  course: Course = {},
): Promise<Result<ImportPreview, JobFileIssue>> {
  // A page that only drops what was staged does without archives.
  const { openShopFile } = await import("@/core/records/files/shop-parts");
  const opened = await openShopFile(file);
  return opened.ok ? stageOpened(opened.value, name, course) : opened;
}

/** Does the same with a file that is open already. */
export async function stageOpened(
  opened: OpenShopFile,
  name: string,
  { onProgress, signal }: Course = {},
): Promise<Result<ImportPreview, JobFileIssue>> {
  const { all, broken, parts, pictures } = opened;
  if (opened.workshop !== workshop) return fail({ code: "other-workshop", workshop: opened.workshop });
  const now = new Date().toISOString();
  const id = `${now}_${crypto.randomUUID()}`;
  const preview = newPreview(id, name, broken);
  await clearStaged();
  const here = await Here.look();
  let done = 0;
  const told = (more: number) => {
    done += more;
    onProgress?.({ step: "reading", done, all });
    signal?.throwIfAborted();
  };
  let turn = 0;
  const keyed = () => ({ key: turnKey(id, turn++), stagingId: id });
  try {
    for await (const part of parts()) {
      const ready = { ...part, records: await here.besideUnreadable(part) } as ShopPart;
      const plan = await here.compared(ready, now);
      notePart(preview, ready, plan);
      await database.staged.add({ ...keyed(), content: { part: ready, seen: seenOf(plan) } });
      told(part.records.length);
    }
    let some: ShopPicture[] = [];
    const staged = async () => {
      if (some.length > 0) await database.staged.add({ ...keyed(), content: { pictures: some } });
      told(some.length);
      some = [];
    };
    for await (const picture of pictures()) {
      some.push(picture);
      if (some.length === PICTURES_AT_ONCE) await staged();
    }
    await staged();
    return succeed(preview);
  } catch (error) {
    await dropStaged(id).catch(() => undefined);
    throw error;
  }
}

/** Which state of each record that differs was compared, by its id; entries of the books have no date of change, since they never change. */
export const seenOf = ({ differing }: PartPlan<unknown>): Record<string, string> =>
  Object.fromEntries(
    // If two records of a file match one here, the first was compared with the stored one.
    (differing as Differing<{ id: string; updatedAt?: string }>[])
      .toReversed()
      .map(({ here }) => [here.id, here.updatedAt ?? ""]),
  );

export async function dropStaged(id: string): Promise<void> {
  await database.staged.where("stagingId").equals(id).delete();
}

/** Drops files that were staged a day ago or earlier by a page that has been closed. */
async function clearStaged(nowMs = Date.now()): Promise<void> {
  await database.staged
    .where("key")
    .below(new Date(nowMs - DAY_MS).toISOString())
    .delete();
}
