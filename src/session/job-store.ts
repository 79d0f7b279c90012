/**
 * The job that is open: as it is stored with what waits to be stored, and the acts that change it. One tab holds the desk and may change it; another
 * reads along.
 */
import { createStore, type StoreApi } from "zustand/vanilla";
import type { SimulatorState } from "@/core/instruments/simulator-state";
import { booked } from "@/core/records/bookkeeping";
import type { Job, StepId } from "@/core/records/job";
import type { JobFileIssue } from "@/core/records/job-file";
import { continuedOn, type LeftChange } from "@/core/records/merge";
import { isComplete, type StepContext } from "@/core/records/run-sheet";
import { isSigned } from "@/core/records/signature";
import { type UndoStep, undone, withStep } from "@/core/records/undo";
import { type Result, reasonOf } from "@/core/result";
import type { DeskClaim, DeskListener } from "@/data/desk-lock";
import { type JobChange, jobWriter, type Refusal } from "./job-writer";

/** Browser functions that the job store needs. */
export interface JobPort {
  /** Tells the stored job now and after every change, by whichever tab; null when it is not there. Gives the way to stop. */
  follow: (
    id: string,
    next: (loaded: Result<Job, JobFileIssue> | null) => void,
    failed: (error: unknown) => void,
  ) => () => void;
  /** Applies a change to the newest stored state, and stores the rack as it stands in the same transaction. Gives what is stored then. */
  edit: (id: string, change: JobChange, rack: SimulatorState | null) => Promise<Job>;
  /** Stores a job that is no longer there. */
  putBack: (job: Job) => Promise<void>;
  /** Takes steps back in a record that cannot be read, until it can; null when none of them helps. */
  mend: (id: string, backwards: readonly JobChange[]) => Promise<number | null>;
  /** The rack as it was stored last, unchecked. */
  loadRack: (id: string) => Promise<unknown>;
  /** Steps that can be taken back, kept over a reload of this tab. */
  loadUndo: (id: string) => readonly UndoStep[];
  saveUndo: (id: string, steps: readonly UndoStep[]) => void;
  claimDesk: (id: string, listener: DeskListener) => DeskClaim;
  /** Longest delay of rendering while somebody types, ms; null: none. */
  calm: { afterMs: number; atMostMs: number } | null;
  /** Remembers what the store refuses for the lifetime of the tab. */
  unsaved?: {
    /** `open`: the job still stands on this page. */
    refused: (job: Job, base: Job | null, reason: string, open: boolean) => void;
    stored: (id: string) => void;
    closed: (id: string) => void;
  };
  /** Change that was not stored yet when the page went, kept for the next page of the tab. */
  left?: {
    keep: (job: Job, base: Job | null) => void;
    recall: (id: string) => LeftChange | null;
    forget: (id: string) => void;
    /** Calls when the page goes. Gives the way to stop. */
    onGone: (act: () => void) => () => void;
  };
  /** Calls whenever the page may be about to go: hidden, left, a field left. Gives the way to stop. */
  onLeave: (flush: () => void) => () => void;
}

export interface JobState {
  loaded: "loading" | "missing" | "unreadable" | "ready";
  job: Job | null;
  issue: JobFileIssue | null;
  /** Why the browser would not store, from then until a write has succeeded. */
  storeError: string | null;
  /** The last change was not made; why. */
  refusal: Refusal | null;
  /** Places that the last undo left alone, because a later change stands on them. */
  undoStays: readonly string[];
  /** Who may change this job: this tab, or another one. */
  desk: "asking" | "held" | "elsewhere";
  canUndo: boolean;
  /** Makes a change at once; it is stored with the next write. It can be undone. Gives why not, when it cannot be made. */
  edit: (change: JobChange) => Refusal | null;
  /** Change by an instrument or the clock: not an undo step. */
  record: (change: JobChange, how?: { typed: boolean }) => Refusal | null;
  /** Takes the last change of this tab back, if there is one. */
  undo: () => void;
  /** Makes the change again that was undone last; an edit in between ends that. */
  redo: () => void;
  canRedo: boolean;
  /** Last undo or redo, until the next edit. */
  moved: Moved | null;
  markDone: (step: StepId) => void;
  /** The step is left: it counts as done when it is complete. */
  markLeft: (step: StepId, context: StepContext) => void;
  markStarted: (step: StepId) => void;
  markSkipped: (step: StepId, reason: string) => void;
  takeOver: () => void;
  /** Stores the job as it is shown again, where it was removed meanwhile. */
  putBack: () => void;
  /** Takes this tab's changes back, the last first, until a stored record that cannot be read can be read again. */
  mend: () => Promise<boolean>;
  /** The message about a refused change or an undo has been read. */
  seen: () => void;
}

/** An undo or redo: the places in the record that it changed, as paths. */
interface Moved {
  way: "undo" | "redo";
  places: readonly string[];
}

export interface JobStore extends StoreApi<JobState> {
  /** Begins to follow the stored job; gives the way to stop. */
  start: () => () => void;
  /** The job as a file of it is written: as it is shown, with the date of what is stored. Waits a moment for what is on its way into the store. */
  filed: () => Promise<Job | null>;
  /** For what is drawn: hears of letters only when they pause, of everything else at once. */
  subscribeCalmly: (listener: () => void) => () => void;
  /** The simulated rack as it stands, to be stored with the next write. */
  keepRack: (state: SimulatorState) => void;
  loadRack: () => Promise<unknown>;
  /** Puts all that runs away before another tab takes the desk. */
  onHandOver: (putAway: () => void) => void;
}

/** When what is amended was closed by its signature, ms since 1970; before any time where nothing was signed. */
function lastSigned({ amendments }: Job): number {
  const last = amendments.at(-1);
  return last === undefined ? Number.NEGATIVE_INFINITY : Date.parse(last.at);
}

/** The longest that a file waits for the store, ms. */
const FILE_WAITS_MS = 1000;

/** Tells listeners of what is heard: while somebody types when that pauses, or has gone on for long; else at once. */
function calmly(pause: JobPort["calm"], typing: () => boolean) {
  const listeners = new Set<() => void>();
  let after: ReturnType<typeof setTimeout> | undefined;
  let atMost: ReturnType<typeof setTimeout> | undefined;
  const now = () => {
    clearTimeout(after);
    clearTimeout(atMost);
    atMost = undefined;
    for (const listener of [...listeners]) listener();
  };
  return {
    now,
    heard: () => {
      if (pause === null || !typing()) return now();
      clearTimeout(after);
      after = setTimeout(now, pause.afterMs);
      atMost ??= setTimeout(now, pause.atMostMs);
    },
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
  };
}

export function createJobStore(id: string, port: JobPort, now: () => number = Date.now): JobStore {
  const instant = () => new Date(now()).toISOString();
  let steps = port.loadUndo(id);
  /** Redo patches of the last undo; they live as long as the page. */
  let redoSteps: readonly UndoStep[] = [];
  let rack: SimulatorState | null = null;
  let claim: DeskClaim | null = null;
  let putAway: () => void = () => undefined;
  let started = false;
  /** Letters are being typed: what is drawn of them may wait. */
  let typing = false;

  const writer = jobWriter({
    write: (change) => port.edit(id, change, rack),
    changed: () => {
      store.setState({ job: writer.shown });
      keepUnsaved();
    },
    stored: () => {
      port.unsaved?.stored(id);
      if (!writer.waits) port.left?.forget(id);
      if (store.getState().storeError !== null) store.setState({ storeError: null });
    },
    failed: (error) => {
      store.setState({ storeError: reasonOf(error) });
      keepUnsaved();
    },
    refused: (refusal) => store.setState({ refusal }),
  });

  /** Remembers the job as it is shown while the store refuses it. */
  const keepUnsaved = () => {
    const { storeError, loaded } = store.getState();
    const { shown, base } = writer;
    if (storeError !== null && loaded === "ready" && shown !== null)
      port.unsaved?.refused(shown, base, storeError, started);
  };

  const store = createStore<JobState>((set, get) => {
    const make: typeof writer.make = (change, made) => {
      // A tab that reads along changes nothing, whatever runs in it.
      if (get().desk !== "held") return null;
      const refusal = writer.make(change, made);
      typing = false;
      if (refusal !== null) set({ refusal });
      return refusal;
    };
    const record: JobState["record"] = (change, { typed } = { typed: false }) => {
      // Values written by instruments, the clock or a visit to a step are not part of a signed job.
      if (writer.shown !== null && isSigned(writer.shown)) return null;
      return make(change, () => {
        typing = typed;
      });
    };
    const keep = (next: readonly UndoStep[]) => {
      if (next === steps) return;
      steps = next;
      port.saveUndo(id, next);
      if (get().canUndo !== next.length > 0) set({ canUndo: next.length > 0 });
    };
    const keepRedo = (next: readonly UndoStep[]) => {
      redoSteps = next;
      if (get().canRedo !== next.length > 0) set({ canRedo: next.length > 0 });
    };
    /** Takes a step back, or forward again; the way between the two states is the next step of the other direction. */
    const move = (way: Moved["way"]) => {
      const last = (way === "undo" ? steps : redoSteps).at(-1);
      if (!last || get().desk !== "held" || writer.shown === null) return;
      // Another tab has signed since: what was done before is signed.
      if (isSigned(writer.shown) || last.at < lastSigned(writer.shown)) {
        keepRedo([]);
        return keep([]);
      }
      const at = instant();
      const before = writer.shown;
      let stays: readonly string[] = [];
      record((job) => {
        const back = undone(job, last, at);
        stays = back.stays;
        return back.job;
      });
      const opposite = withStep([], before, writer.shown, now());
      if (way === "undo") {
        keep(steps.slice(0, -1));
        keepRedo([...redoSteps, ...opposite]);
      } else {
        keepRedo(redoSteps.slice(0, -1));
        keep([...steps, ...opposite]);
      }
      const places = [...last.inverse.map(({ path }) => path.join("/")), ...last.wrote.map(() => "ledger")];
      set({ undoStays: stays, moved: { way, places: [...new Set(places)].filter((place) => !stays.includes(place)) } });
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
      refusal: null,
      undoStays: [],
      desk: "asking",
      canUndo: steps.length > 0,
      canRedo: false,
      moved: null,
      record,
      edit: (change) => {
        let next = steps;
        const refusal = make(change, (before, after) => {
          // Undo ends at a signature, and at the amendment that opens it.
          next = isSigned(before) === isSigned(after) ? withStep(steps, before, after, now()) : [];
          typing = next !== steps && (next.at(-1)?.typed ?? null) !== null;
        });
        if (next !== steps) {
          keep(next);
          keepRedo([]);
          if (get().moved !== null) set({ moved: null });
          if (get().refusal !== null || get().undoStays.length > 0) get().seen();
        }
        return refusal;
      },
      undo: () => move("undo"),
      redo: () => move("redo"),
      markDone: (step) => {
        const at = instant();
        markStep(step, { doneAt: at, skipped: null });
        record((job) => booked(job, at));
      },
      markLeft: (step, context) => {
        const { shown } = writer;
        if (get().desk !== "held" || shown === null || isSigned(shown)) return;
        if (shown.steps[step].doneAt === null && isComplete(shown, step, context)) get().markDone(step);
      },
      markStarted: (step) => void markStep(step, { startedAt: instant() }),
      markSkipped: (step, reason) => void markStep(step, { skipped: reason }),
      takeOver: () => claim?.takeOver(),
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
        const at = instant();
        const backwards = [...steps].reverse();
        const took = await port.mend(
          id,
          backwards.map((step) => (job: Job) => undone(job, step, at).job),
        );
        if (took !== null) keep(steps.slice(0, steps.length - took));
        return took !== null;
      },
      seen: () => set({ refusal: null, undoStays: [], moved: null }),
    };
  });

  const calm = calmly(port.calm, () => typing);
  store.subscribe(calm.heard);

  /** Brings into the store what the page before had not stored when it went. */
  const bringBack = async () => {
    const left = port.left?.recall(id) ?? null;
    if (left === null) return;
    try {
      await port.edit(id, (stored) => continuedOn(stored, left, now()), null);
    } catch (error) {
      port.unsaved?.refused(left.job, left.base, reasonOf(error), started);
    }
    port.left?.forget(id);
  };

  const start = () => {
    started = true;
    let first = true;
    const unfollow = port.follow(
      id,
      (result) => {
        // The last shown job stays in memory, whatever happens to the store.
        if (result === null) store.setState({ loaded: "missing" });
        else if (!result.ok) store.setState({ loaded: "unreadable", issue: result.issue });
        else {
          writer.told(result.value);
          const begins = first;
          first = false;
          if (begins) void bringBack();
          const { loaded, issue } = store.getState();
          if (loaded !== "ready" || issue !== null) store.setState({ loaded: "ready", issue: null });
        }
      },
      (error) => store.setState({ storeError: reasonOf(error) }),
    );
    claim = port.claimDesk(id, {
      held: () => store.setState({ desk: "held" }),
      elsewhere: () => {
        // Steps that another tab made are not this one's to take back, though the browser may have copied them with the tab.
        if (store.getState().desk === "asking") {
          steps = [];
          port.saveUndo(id, steps);
        }
        store.setState({ desk: "elsewhere", canUndo: steps.length > 0 });
        putAway();
        // The rack is the other tab's now; what stood here is old.
        rack = null;
      },
      handOver: async () => {
        // From here on nothing changes the job any more; an open draw stays open for the tab that takes over.
        store.setState({ desk: "elsewhere" });
        putAway();
        await writer.settled();
        rack = null;
      },
    });
    const stay = port.onLeave(() => {
      writer.flush();
      calm.now();
    });
    const gone = port.left?.onGone(() => {
      if (writer.waits && writer.shown !== null) port.left?.keep(writer.shown, writer.base);
    });
    return () => {
      unfollow();
      stay();
      gone?.();
      // The last write may be refused after this.
      started = false;
      writer.close();
      port.unsaved?.closed(id);
      claim?.release();
      claim = null;
      store.setState({ desk: "asking" });
    };
  };
  return Object.assign(store, {
    start,
    subscribeCalmly: calm.subscribe,
    filed: async () => {
      // A store that refuses or hangs keeps nobody from a file.
      const written = writer.settled().catch(() => undefined);
      await Promise.race([written, new Promise((resolve) => setTimeout(resolve, FILE_WAITS_MS))]);
      return writer.dated;
    },
    keepRack: (state: SimulatorState) => {
      if (store.getState().desk !== "held") return;
      rack = state;
      writer.touch();
    },
    loadRack: () => port.loadRack(id),
    onHandOver: (act: () => void) => {
      putAway = act;
    },
  });
}
