/** The job that is open: the stored record, followed live, and the acts that change it. The store of the browser is the truth; this follows it. */
import { createStore, type StoreApi } from "zustand/vanilla";
import { booked } from "@/core/records/bookkeeping";
import type { Job, StepId } from "@/core/records/job";
import type { JobFileIssue } from "@/core/records/job-file";
import { type UndoStep, undone, withStep } from "@/core/records/undo";
import type { Result } from "@/core/result";

/** What the job store needs of the browser database. */
export interface JobPort {
  /** Tells the stored job now and after every change, by whichever tab; null when it is not there. Gives the way to stop. */
  follow: (
    id: string,
    next: (loaded: Result<Job, JobFileIssue> | null) => void,
    failed: (error: unknown) => void,
  ) => () => void;
  /** Applies a change to the newest stored state. */
  edit: (id: string, change: (job: Job) => Job) => Promise<void>;
  /** Steps that can be taken back, kept over a reload of this tab. */
  loadUndo: (id: string) => readonly UndoStep[];
  saveUndo: (id: string, steps: readonly UndoStep[]) => void;
}

export type JobChange = (job: Job) => Job;

export interface JobState {
  loaded: "loading" | "missing" | "unreadable" | "ready";
  job: Job | null;
  issue: JobFileIssue | null;
  /** Why the browser would not store the last change, if it would not. */
  storeError: string | null;
  canUndo: boolean;
  /** Stores a change at once; the screen follows the store. It can be undone. */
  edit: (change: JobChange) => void;
  /** The same for what an instrument or the clock brings: not a step of undo. */
  record: (change: JobChange) => void;
  /** Takes the last change back, if there is one. */
  undo: () => void;
  markDone: (step: StepId) => void;
  markStarted: (step: StepId) => void;
  markSkipped: (step: StepId, reason: string) => void;
}

export interface JobStore extends StoreApi<JobState> {
  /** Begins to follow the stored job; gives the way to stop. */
  start: () => () => void;
}

export function createJobStore(id: string, port: JobPort, now: () => number = Date.now): JobStore {
  const instant = () => new Date(now()).toISOString();
  let steps = port.loadUndo(id);
  const store = createStore<JobState>((set) => {
    const record = (change: JobChange) => {
      port.edit(id, change).then(
        () => set({ storeError: null }),
        (error: unknown) => set({ storeError: error instanceof Error ? error.message : String(error) }),
      );
    };
    const keep = (next: readonly UndoStep[]) => {
      if (next === steps) return;
      steps = next;
      port.saveUndo(id, next);
      set({ canUndo: next.length > 0 });
    };
    const markStep = (step: StepId, change: Partial<Job["steps"][StepId]>) =>
      record((job) =>
        "startedAt" in change && job.steps[step].startedAt !== null
          ? job
          : { ...job, steps: { ...job.steps, [step]: { ...job.steps[step], ...change } } },
      );
    return {
      loaded: "loading",
      job: null,
      issue: null,
      storeError: null,
      canUndo: steps.length > 0,
      record,
      edit: (change) =>
        record((job) => {
          const changed = change(job);
          if (changed !== job) keep(withStep(steps, job, changed, now()));
          return changed;
        }),
      undo: () => {
        const last = steps.at(-1);
        if (!last) return;
        keep(steps.slice(0, -1));
        record((job) => undone(job, last, instant()));
      },
      markDone: (step) => {
        const at = instant();
        markStep(step, { doneAt: at, skipped: null });
        record((job) => booked(job, at));
      },
      markStarted: (step) => markStep(step, { startedAt: instant() }),
      markSkipped: (step, reason) => markStep(step, { skipped: reason }),
    };
  });
  const start = () =>
    port.follow(
      id,
      (result) => {
        // What was shown last stays until the page has taken it away.
        if (result === null) store.setState({ loaded: "missing" });
        else if (!result.ok) store.setState({ loaded: "unreadable", issue: result.issue });
        else store.setState({ loaded: "ready", job: result.value });
      },
      (error) => store.setState({ storeError: error instanceof Error ? error.message : String(error) }),
    );
  return Object.assign(store, { start });
}
