/**
 * The job that is open: as it is stored with what waits to be stored, and the acts that change it. One tab holds the desk and may change it; another
 * reads along.
 */
import { createStore, type StoreApi } from "zustand/vanilla";
import type { SimulatorState } from "@/core/instruments/simulator-state";
import type { Job } from "@/core/records/job";
import { reasonOf } from "@/core/result";
import type { DeskClaim } from "@/data/desk-lock";
import { jobActs } from "./job-acts";
import { type JobHistory, jobHistory } from "./job-history";
import type { JobPort } from "./job-port";
import type { JobState } from "./job-state";
import { type JobWriter, jobWriter } from "./job-writer";

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

/** What a job's store holds besides its state. */
interface JobDesk {
  id: string;
  port: JobPort;
  store: StoreApi<JobState>;
  writer: JobWriter;
  history: JobHistory;
  now: () => number;
  rack: SimulatorState | null;
  claim: DeskClaim | null;
  putAway: () => void;
  started: boolean;
  /** Letters are being typed: what is drawn of them may wait. */
  typing: boolean;
}

/** Brings into the store what the page before had not stored when it went. */
async function bringBack(desk: JobDesk): Promise<void> {
  const { id, port, now } = desk;
  const left = port.left?.recall(id) ?? null;
  if (left === null) return;
  try {
    const { continuedOn } = await import("@/core/sync/merge");
    await port.edit(id, (stored) => continuedOn(stored, left, now()), null);
  } catch (error) {
    port.unsaved?.refused(left.job, left.base, reasonOf(error), desk.started);
  }
  port.left?.forget(id);
}

/** Shows the stored job and its changes. Returns the function that ends it. */
function follow(desk: JobDesk): () => void {
  const { id, port, store, writer } = desk;
  let first = true;
  return port.follow(
    id,
    (result) => {
      // The last shown job stays in memory, whatever happens to the store.
      if (result === null) return store.setState({ loaded: "missing" });
      if (!result.ok) return store.setState({ loaded: "unreadable", issue: result.issue });
      writer.told(result.value);
      // Before anything is stored: a write tells this listener again.
      const begins = first;
      first = false;
      if (begins) void bringBack(desk);
      const { loaded, issue } = store.getState();
      if (loaded !== "ready" || issue !== null) store.setState({ loaded: "ready", issue: null });
    },
    (error) => store.setState({ storeError: reasonOf(error) }),
  );
}

function claimDesk(desk: JobDesk): DeskClaim {
  const { id, port, store, writer, history } = desk;
  /** The simulator is the other tab's now; what stood here is old. */
  const leave = () => {
    store.setState({ desk: "elsewhere" });
    desk.putAway();
  };
  return port.claimDesk(id, {
    held: () => store.setState({ desk: "held" }),
    atOther: (holder) => store.setState(holder === null ? { holder } : { holder, desk: "elsewhere" }),
    elsewhere: () => {
      // Steps that another tab made are not this one's to take back, though the browser may have copied them with the tab.
      if (store.getState().desk === "asking") history.keepUndo([]);
      leave();
      desk.rack = null;
    },
    handOver: async () => {
      // From here on nothing changes the job any more; an open draw stays open for the tab that takes over.
      leave();
      await writer.settled();
      desk.rack = null;
    },
  });
}

/** Follows the job and claims it. Returns the function that ends both. `drawNow`: tells what waited for a pause in typing. */
function open(desk: JobDesk, drawNow: () => void): () => void {
  const { id, port, store, writer } = desk;
  desk.started = true;
  const unfollow = follow(desk);
  desk.claim = claimDesk(desk);
  const stay = port.onLeave(() => {
    writer.flush();
    drawNow();
  });
  const gone = port.left?.onGone(() => {
    if (writer.waits && writer.shown !== null) port.left?.keep(writer.shown, writer.base);
  });
  return () => {
    unfollow();
    stay();
    gone?.();
    // The last write may be refused after this.
    desk.started = false;
    writer.close();
    port.unsaved?.closed(id);
    desk.claim?.release();
    desk.claim = null;
    store.setState({ desk: "asking" });
  };
}

/** Writes to the store, and keeps in memory what the store refuses. */
function writerOf(id: string, port: JobPort, desk: () => JobDesk): JobWriter {
  const keepUnsaved = () => {
    const { storeError, loaded } = desk().store.getState();
    const { shown, base } = writer;
    if (storeError !== null && loaded === "ready" && shown !== null)
      port.unsaved?.refused(shown, base, storeError, desk().started);
  };
  const writer = jobWriter({
    write: (change) => port.edit(id, change, desk().rack),
    changed: () => {
      desk().store.setState({ job: writer.shown });
      keepUnsaved();
    },
    stored: () => {
      const { store } = desk();
      port.unsaved?.stored(id);
      if (!writer.waits) port.left?.forget(id);
      if (store.getState().storeError !== null) store.setState({ storeError: null });
    },
    failed: (error) => {
      desk().store.setState({ storeError: reasonOf(error) });
      keepUnsaved();
    },
    refused: (refusal) => desk().store.setState({ refusal }),
  });
  return writer;
}

export function createJobStore(id: string, port: JobPort, now: () => number = Date.now): JobStore {
  const writer = writerOf(id, port, () => desk);
  const history = jobHistory(id, port, () => {
    const [canUndo, canRedo] = [history.undo.length > 0, history.redo.length > 0];
    const before = store.getState();
    if (before.canUndo !== canUndo || before.canRedo !== canRedo) store.setState({ canUndo, canRedo });
  });
  const acting = {
    id,
    port,
    writer,
    history,
    now,
    claim: () => desk.claim,
    typed: (is: boolean) => (desk.typing = is),
  };
  const store = createStore<JobState>((set, get) => ({
    loaded: "loading",
    job: null,
    issue: null,
    storeError: null,
    refusal: null,
    undoStays: [],
    desk: "asking",
    holder: null,
    canUndo: history.undo.length > 0,
    canRedo: false,
    moved: null,
    ...jobActs(acting, set, get),
  }));
  const desk: JobDesk = {
    id,
    port,
    store,
    writer,
    history,
    now,
    rack: null,
    claim: null,
    putAway: () => undefined,
    started: false,
    typing: false,
  };

  const calm = calmly(port.calm, () => desk.typing);
  store.subscribe(calm.heard);

  return Object.assign(store, {
    start: () => open(desk, calm.now),
    subscribeCalmly: calm.subscribe,
    filed: async () => {
      // A store that refuses or hangs keeps nobody from a file.
      const written = writer.settled().catch(() => undefined);
      await Promise.race([written, new Promise((resolve) => setTimeout(resolve, FILE_WAITS_MS))]);
      return writer.dated;
    },
    keepRack: (state: SimulatorState) => {
      if (store.getState().desk !== "held") return;
      desk.rack = state;
      writer.touch();
    },
    loadRack: () => port.loadRack(id),
    onHandOver: (act: () => void) => {
      desk.putAway = act;
    },
  });
}
