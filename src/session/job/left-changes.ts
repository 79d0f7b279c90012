"use client";

/**
 * A change that was made so shortly before the page went that the browser's store had no time for it: kept in the tab's own storage, which answers
 * at once, and stored by the next page.
 */
import { readJob } from "@/core/records/files/job-file";
import type { LeftChange } from "@/core/sync/merge";
import type { JobPort } from "./job-port";
import { keptInTab } from "./kept-in-tab";

/** A change as the tab kept it over a reload; null where the job cannot be read. */
export function readLeftChange(stored: unknown): LeftChange | null {
  const one = stored as Partial<LeftChange> | null;
  const read = readJob(one?.job);
  if (!read.ok) return null;
  const base = readJob(one?.base);
  return { job: read.value, base: base.ok ? base.value : null };
}

const kept = keptInTab<LeftChange>("evrid-left", ({ job }) => job.id, readLeftChange);

export const leftChanges: NonNullable<JobPort["left"]> = {
  keep: (job, base) => kept.keep({ job, base }),
  recall: (id) => {
    kept.recall();
    return kept.all().find(({ job }) => job.id === id) ?? null;
  },
  forget: kept.forget,
  onGone: (act) => {
    window.addEventListener("pagehide", act);
    return () => window.removeEventListener("pagehide", act);
  },
};
