"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";
import type { Job, StepId } from "@/core/records/job";
import type { JobFileIssue } from "@/core/records/job-file";
import { editJob, loadJob } from "@/data/jobs";

interface JobAccess {
  job: Job;
  /** Stores a change at once; the screen follows the store. */
  edit: (change: (job: Job) => Job) => void;
  markDone: (step: StepId) => void;
  markStarted: (step: StepId) => void;
  /** Why the browser would not store the last change, if it would not. */
  storeError: string | null;
}

export type JobState =
  | { state: "loading" }
  | { state: "missing" }
  | { state: "unreadable"; issue: JobFileIssue }
  | { state: "ready"; access: JobAccess };

export function useJobState(id: string): JobState {
  const [storeError, setStoreError] = useState<string | null>(null);
  const loaded = useLiveQuery(async () => ({ result: await loadJob(id) }), [id]);
  const edit = useCallback(
    (change: (job: Job) => Job) => {
      editJob(id, change).then(
        () => setStoreError(null),
        (error: unknown) => setStoreError(error instanceof Error ? error.message : String(error)),
      );
    },
    [id],
  );
  const markStep = useCallback(
    (step: StepId, key: "startedAt" | "doneAt") =>
      edit((job) =>
        key === "startedAt" && job.steps[step].startedAt !== null
          ? job
          : { ...job, steps: { ...job.steps, [step]: { ...job.steps[step], [key]: new Date().toISOString() } } },
      ),
    [edit],
  );
  return useMemo<JobState>(() => {
    if (loaded === undefined) return { state: "loading" };
    if (loaded.result === null) return { state: "missing" };
    if (!loaded.result.ok) return { state: "unreadable", issue: loaded.result.issue };
    const access: JobAccess = {
      job: loaded.result.value,
      edit,
      markDone: (step) => markStep(step, "doneAt"),
      markStarted: (step) => markStep(step, "startedAt"),
      storeError,
    };
    return { state: "ready", access };
  }, [loaded, edit, markStep, storeError]);
}

const JobContext = createContext<JobAccess | null>(null);

export function JobProvider({ access, children }: { access: JobAccess; children: ReactNode }) {
  return <JobContext.Provider value={access}>{children}</JobContext.Provider>;
}

export function useJob(): JobAccess {
  const access = useContext(JobContext);
  if (access === null) throw new Error("useJob outside of a job");
  return access;
}
