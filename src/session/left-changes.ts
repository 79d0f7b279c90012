"use client";

/**
 * A change that was made so shortly before the page went that the browser's store had no time for it: kept in the tab's own storage, which answers
 * at once, and stored by the next page.
 */
import { readJob } from "@/core/records/job-file";
import type { LeftChange } from "@/core/records/merge";
import type { JobPort } from "./job-store";

const KEY = "evrid-left";
/** The job of which something is kept: the tab's storage is not asked at every write. */
let keeps: string | null = null;

export const leftChanges: NonNullable<JobPort["left"]> = {
  keep: (job, base) => {
    try {
      sessionStorage.setItem(KEY, JSON.stringify({ job, base }));
      keeps = job.id;
    } catch {
      // More than the tab may keep: then it is lost with the page.
    }
  },
  recall: (id) => {
    const text = sessionStorage.getItem(KEY);
    if (text === null) return null;
    const left = parsed(text);
    if (left === null || left.job.id !== id) return null;
    keeps = id;
    return left;
  },
  forget: (id) => {
    if (keeps !== id) return;
    sessionStorage.removeItem(KEY);
    keeps = null;
  },
  onGone: (act) => {
    window.addEventListener("pagehide", act);
    return () => window.removeEventListener("pagehide", act);
  },
};

function parsed(text: string): LeftChange | null {
  try {
    const { job, base } = JSON.parse(text) as Partial<LeftChange>;
    const [read, from] = [readJob(job), readJob(base)];
    return read.ok ? { job: read.value, base: from.ok ? from.value : null } : null;
  } catch {
    return null;
  }
}
