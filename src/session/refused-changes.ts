"use client";

/**
 * Jobs whose last changes the browser's store refused: kept for the lifetime of the tab, also over a reload, until they are stored, saved as a file
 * or discarded.
 */
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { instantAfter } from "@/core/dates";
import type { Job } from "@/core/records/job";
import { readJob } from "@/core/records/job-file";
import { mergedJobs } from "@/core/records/merge";
import { reasonOf } from "@/core/result";
import { editJob, putBack, storedJobIds } from "@/data/jobs";

export interface RefusedChange {
  /** The job as it was shown, with everything that was not stored. */
  job: Job;
  /** The stored state that it continues; null where none was known. */
  base: Job | null;
  /** Why the browser refused. */
  reason: string;
  /** It is open in this tab, where its own message stands. */
  open: boolean;
}

const KEY = "evrid-refused";

const store = createStore<{ refused: readonly RefusedChange[] }>(() => ({ refused: [] }));

const without = (id: string) => store.getState().refused.filter(({ job }) => job.id !== id);

function set(refused: readonly RefusedChange[]): void {
  store.setState({ refused });
  try {
    if (refused.length === 0) sessionStorage.removeItem(KEY);
    else sessionStorage.setItem(KEY, JSON.stringify(refused));
  } catch {
    // More than the tab may keep: it lives as long as this page.
  }
}

/** Reads what this tab kept before a reload; damaged parts are left out. Called once per page. */
export function recallRefused(): void {
  let kept: unknown;
  try {
    kept = JSON.parse(sessionStorage.getItem(KEY) ?? "[]");
  } catch {
    return;
  }
  if (!Array.isArray(kept)) return;
  const refused = kept.flatMap((one: Partial<RefusedChange>) => {
    const read = readJob(one?.job);
    if (!read.ok) return [];
    const base = readJob(one.base);
    return [{ job: read.value, base: base.ok ? base.value : null, reason: String(one.reason ?? ""), open: false }];
  });
  const here = new Set(store.getState().refused.map(({ job }) => job.id));
  set([...store.getState().refused, ...refused.filter(({ job }) => !here.has(job.id))]);
}

/** Keeps a job whose changes were refused, in place of an earlier state of it. */
export function keepRefused(change: RefusedChange): void {
  set([...without(change.job.id), change]);
}

/** Its changes were stored, saved as a file, or discarded. */
export function forgetRefused(id: string): void {
  if (store.getState().refused.some(({ job }) => job.id === id)) set(without(id));
}

/** The job was closed in this tab: from now on every view offers its changes. */
export function closeRefused(id: string): void {
  const found = store.getState().refused.find(({ job }) => job.id === id);
  if (found !== undefined) keepRefused({ ...found, open: false });
}

export const hasRefused = (): boolean => store.getState().refused.length > 0;

/** Stores a refused change again: as it is where nobody else has written, else merged. Throws when the store refuses again. */
export async function storeRefused({ job, base }: RefusedChange): Promise<void> {
  try {
    if (!(await storedJobIds([job.id])).has(job.id)) await putBack(job);
    else
      await editJob(job.id, (now) =>
        now.updatedAt === base?.updatedAt
          ? { ...job, updatedAt: now.updatedAt }
          : mergedJobs(now, { ...job, updatedAt: instantAfter(Date.now(), now.updatedAt) }, base ?? undefined).record,
      );
  } catch (error) {
    const found = store.getState().refused.find((one) => one.job.id === job.id);
    if (found !== undefined) keepRefused({ ...found, reason: reasonOf(error) });
    throw error;
  }
  forgetRefused(job.id);
}

/** Changes of jobs that are not open in this tab. */
export function useRefusedChanges(): readonly RefusedChange[] {
  return useStore(store, ({ refused }) => refused);
}

/** Asks before the page is left while anything is not stored. Returns the way to stop. */
export function warnBeforeLeaving(): () => void {
  const warn = (event: BeforeUnloadEvent) => {
    if (hasRefused()) event.preventDefault();
  };
  window.addEventListener("beforeunload", warn);
  return () => window.removeEventListener("beforeunload", warn);
}
