"use client";

import { reasonOf } from "@/core/result";
/**
 * Jobs whose last changes the browser's store refused: kept for the lifetime of the tab, also over a reload, until they are stored, saved as a file
 * or discarded.
 */
import type { LeftChange } from "@/core/sync/merge";
import { editJob, loadJob, putBack } from "@/data/jobs";
import { keptInTab } from "./kept-in-tab";
import { readLeftChange } from "./left-changes";
import { hasRefusedWords } from "./refused-words";

export interface RefusedChange extends LeftChange {
  /** Why the browser refused. */
  reason: string;
  /** It is open in this tab, where its own message stands. */
  open: boolean;
}

const kept = keptInTab<RefusedChange>(
  "evrid-refused",
  ({ job }) => job.id,
  (stored) => {
    const left = readLeftChange(stored);
    return left && { ...left, reason: String((stored as Partial<RefusedChange>).reason ?? ""), open: false };
  },
);

/** Keeps a job whose changes were refused, in place of an earlier state of it. */
export const keepRefused = kept.keep;

/** Its changes were stored, saved as a file, or discarded. */
export const forgetRefused = kept.forget;

/** Takes up the changes that this tab kept before a reload. */
export const recallRefused = kept.recall;

/** Changes of every job that the store refused. */
export const useRefusedChanges = kept.use;

/** The job was closed in this tab: from now on every view offers its changes. */
export function closeRefused(id: string): void {
  const found = kept.all().find(({ job }) => job.id === id);
  if (found !== undefined) keepRefused({ ...found, open: false });
}

export const hasRefused = (): boolean => kept.all().length > 0;

/** Stores a refused change again: as it is where nobody else has written, else merged. Throws when the store refuses again. */
export async function storeRefused({ job, base }: RefusedChange): Promise<void> {
  try {
    if ((await loadJob(job.id)) === null) await putBack(job);
    else {
      const { continuedOn } = await import("@/core/sync/merge");
      await editJob(job.id, (now) => continuedOn(now, { job, base }, Date.now()));
    }
  } catch (error) {
    const found = kept.all().find((one) => one.job.id === job.id);
    if (found !== undefined) keepRefused({ ...found, reason: reasonOf(error) });
    throw error;
  }
  forgetRefused(job.id);
}

/** Asks before the page is left while anything is not stored. Returns the way to stop. */
export function warnBeforeLeaving(): () => void {
  const warn = (event: BeforeUnloadEvent) => {
    if (hasRefused() || hasRefusedWords()) event.preventDefault();
  };
  window.addEventListener("beforeunload", warn);
  return () => window.removeEventListener("beforeunload", warn);
}
