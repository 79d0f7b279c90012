"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from "react";
import { booked, undone } from "@/core/records/bookkeeping";
import type { Job, StepId } from "@/core/records/job";
import type { JobFileIssue } from "@/core/records/job-file";
import { editJob, loadJob } from "@/data/jobs";

interface JobAccess {
  job: Job;
  /** Stores a change at once; the screen follows the store. It can be undone. */
  edit: (change: (job: Job) => Job) => void;
  /** The same for what an instrument or the clock brings: not a step of undo. */
  record: (change: (job: Job) => Job) => void;
  /** Takes the last change back; null when there is none. */
  undo: (() => void) | null;
  markSkipped: (step: StepId, reason: string) => void;
  markDone: (step: StepId) => void;
  markStarted: (step: StepId) => void;
  /** Why the browser would not store the last change, if it would not. */
  storeError: string | null;
}

/** Changes closer together than this belong together; and how many can be taken back. */
const TYPING_PAUSE_MS = 900;
const MOST_UNDO = 50;

/** Path of the one text that differs between two states of a job; null when more, or something else, differs. */
function typedField(before: unknown, after: unknown, path = ""): string | null {
  if (typeof before === "string" && typeof after === "string") return path;
  if (typeof before !== "object" || typeof after !== "object" || before === null || after === null) return null;
  if (Array.isArray(before) && Array.isArray(after) && before.length !== after.length) return null;
  const keys = Object.keys(after).filter(
    (key) => (before as Record<string, unknown>)[key] !== (after as Record<string, unknown>)[key],
  );
  const [key] = keys;
  if (key === undefined || keys.length > 1) return null;
  return typedField(
    (before as Record<string, unknown>)[key],
    (after as Record<string, unknown>)[key],
    `${path}/${key}`,
  );
}

export type JobState =
  | { state: "loading" }
  | { state: "missing" }
  | { state: "unreadable"; issue: JobFileIssue }
  | { state: "ready"; access: JobAccess };

export function useJobState(id: string): JobState {
  const [storeError, setStoreError] = useState<string | null>(null);
  const loaded = useLiveQuery(async () => ({ result: await loadJob(id) }), [id]);
  const record = useCallback(
    (change: (job: Job) => Job) => {
      editJob(id, change).then(
        () => setStoreError(null),
        (error: unknown) => setStoreError(error instanceof Error ? error.message : String(error)),
      );
    },
    [id],
  );
  const history = useRef<{ before: Job; after: Job; at: number; typed: string | null }[]>([]);
  const [undoable, setUndoable] = useState(0);
  const edit = useCallback(
    (change: (job: Job) => Job) =>
      record((job) => {
        const changed = change(job);
        if (changed !== job) {
          const last = history.current.at(-1);
          const now = Date.now();
          const typed = typedField(job, changed);
          // A word typed is one change, not one a letter.
          if (last && typed !== null && typed === last.typed && now - last.at < TYPING_PAUSE_MS) {
            last.at = now;
            last.after = changed;
          } else {
            history.current = [...history.current.slice(-MOST_UNDO), { before: job, after: changed, at: now, typed }];
          }
          setUndoable(history.current.length);
        }
        return changed;
      }),
    [record],
  );
  const undo = useCallback(() => {
    const last = history.current.pop();
    setUndoable(history.current.length);
    if (last) record((now) => undone(last.before, last.after, now, new Date().toISOString()));
  }, [record]);
  const markStep = useCallback(
    (step: StepId, change: Partial<Job["steps"][StepId]>) =>
      record((job) =>
        "startedAt" in change && job.steps[step].startedAt !== null
          ? job
          : { ...job, steps: { ...job.steps, [step]: { ...job.steps[step], ...change } } },
      ),
    [record],
  );
  return useMemo<JobState>(() => {
    if (loaded === undefined) return { state: "loading" };
    if (loaded.result === null) return { state: "missing" };
    if (!loaded.result.ok) return { state: "unreadable", issue: loaded.result.issue };
    const access: JobAccess = {
      job: loaded.result.value,
      edit,
      record,
      undo: undoable > 0 ? undo : null,
      markDone: (step) => {
        const now = new Date().toISOString();
        markStep(step, { doneAt: now, skipped: null });
        record((job) => booked(job, now));
      },
      markStarted: (step) => markStep(step, { startedAt: new Date().toISOString() }),
      markSkipped: (step, reason) => markStep(step, { skipped: reason }),
      storeError,
    };
    return { state: "ready", access };
  }, [loaded, edit, record, undo, undoable, markStep, storeError]);
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

type JobPart =
  | "hookUp"
  | "rest"
  | "baseline"
  | "proof"
  | "shutOff"
  | "recover"
  | "repair"
  | "evacuate"
  | "charge"
  | "prove"
  | "signOff";

/** Changes fields of one part of the job; the rest of it stays. */
export function useSetPart<Part extends JobPart>(part: Part): (change: Partial<Job[Part]>) => void {
  const { edit } = useJob();
  return (change) => edit((stored) => ({ ...stored, [part]: { ...stored[part], ...change } }));
}
