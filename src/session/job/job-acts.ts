/** The acts on the open job: each checks that this tab holds the desk, and refuses by name. */
import { booked } from "@/core/records/bookkeeping";
import { withConditionsCarried } from "@/core/records/derived/carried-conditions";
import type { Job, StepId } from "@/core/records/job";
import { isComplete } from "@/core/records/run-sheet";
import { isSigned } from "@/core/records/signature";
import { undone, withStep } from "@/core/records/undo";
import { reasonOf } from "@/core/result";
import type { DeskClaim } from "@/data/desk-lock";
import { type JobHistory, moveStep } from "./job-history";
import type { JobPort } from "./job-port";
import type { JobState } from "./job-state";
import type { JobWriter } from "./job-writer";

/** One open job in one tab. */
export interface OpenDesk {
  id: string;
  port: JobPort;
  writer: JobWriter;
  history: JobHistory;
  now: () => number;
  claim: () => DeskClaim | null;
  /** Tells whether the last change was a letter typed, so that drawing may wait. */
  typed: (is: boolean) => void;
}

type SetState = (change: Partial<JobState>) => void;
type GetState = () => JobState;
type Change = Pick<JobState, "edit" | "record" | "undo" | "redo">;
type OfSteps = Pick<JobState, "markDone" | "markLeft" | "markStarted" | "markSkipped">;
type OfStore = Pick<JobState, "takeOver" | "takeOverFrom" | "putBack" | "mend" | "seen">;

export function jobActs(desk: OpenDesk, set: SetState, get: GetState): Change & OfSteps & OfStore {
  const change = changeActs(desk, set, get);
  return { ...change, ...stepActs(desk, get, change.record), ...storeActs(desk, set) };
}

function changeActs({ writer, history, now, typed }: OpenDesk, set: SetState, get: GetState): Change {
  const make: JobWriter["make"] = (change, made) => {
    // A tab that reads along changes nothing, whatever runs in it.
    if (get().desk !== "held") return null;
    const refusal = writer.make(change, made);
    typed(false);
    if (refusal !== null) set({ refusal });
    return refusal;
  };
  const record: JobState["record"] = (change, how = { typed: false }) => {
    // Values written by instruments, the clock or a visit to a step are not part of a signed job.
    if (writer.shown !== null && isSigned(writer.shown)) return null;
    return make(change, () => typed(how.typed));
  };
  const move = (way: "undo" | "redo") => {
    const { shown } = writer;
    if (get().desk !== "held" || shown === null) return;
    const done = moveStep(history, way, shown, new Date(now()), (change) => {
      record(change);
      return writer.shown ?? shown;
    });
    if (done !== null) set({ undoStays: done.stays, moved: done.moved });
  };
  return {
    record,
    edit: (change) => {
      let next = history.undo;
      const refusal = make(change, (before, after) => {
        // Undo ends at a signature, and at the amendment that opens it.
        next = isSigned(before) === isSigned(after) ? withStep(history.undo, before, after, now()) : [];
        typed(next !== history.undo && (next.at(-1)?.typed ?? null) !== null);
      });
      if (next !== history.undo) {
        history.edited(next);
        if (get().moved !== null) set({ moved: null });
        if (get().refusal !== null || get().undoStays.length > 0) get().seen();
      }
      return refusal;
    },
    undo: () => move("undo"),
    redo: () => move("redo"),
  };
}

function stepActs({ writer, now }: OpenDesk, get: GetState, record: JobState["record"]): OfSteps {
  const instant = () => new Date(now()).toISOString();
  const marked = (job: Job, step: StepId, change: Partial<Job["steps"][StepId]>): Job => ({
    ...job,
    steps: { ...job.steps, [step]: { ...job.steps[step], ...change } },
  });
  const markDone = (step: StepId) => {
    const at = instant();
    record((job) => marked(job, step, { doneAt: at, skipped: null }));
    record((job) => booked(job, at));
  };
  return {
    markDone,
    markLeft: (step, context) => {
      const { shown } = writer;
      if (get().desk !== "held" || shown === null || isSigned(shown)) return;
      if (shown.steps[step].doneAt === null && isComplete(shown, step, context)) markDone(step);
    },
    markStarted: (step) => {
      const startedAt = instant();
      record((job) => {
        if (job.steps[step].startedAt !== null) return job;
        const started = marked(job, step, { startedAt });
        return step === "prove" ? withConditionsCarried(started) : started;
      });
    },
    markSkipped: (step, reason) => void record((job) => marked(job, step, { skipped: reason })),
  };
}

function storeActs({ id, port, writer, history, now, claim }: OpenDesk, set: SetState): OfStore {
  return {
    takeOver: () => claim()?.takeOver(),
    takeOverFrom: (technician) =>
      void port.takeOverJob(id, technician).catch((error: unknown) => set({ storeError: reasonOf(error) })),
    putBack: () => {
      if (writer.shown === null) return;
      port.putBack(writer.dated ?? writer.shown).then(
        () => {
          set({ storeError: null });
          writer.flush();
        },
        (error: unknown) => set({ storeError: reasonOf(error) }),
      );
    },
    mend: async () => {
      const at = new Date(now()).toISOString();
      const backwards = [...history.undo].reverse();
      const took = await port.mend(
        id,
        backwards.map((step) => (job: Job) => undone(job, step, at).job),
      );
      if (took !== null) history.keepUndo(history.undo.slice(0, history.undo.length - took));
      return took !== null;
    },
    seen: () => set({ refusal: null, undoStays: [], moved: null }),
  };
}
