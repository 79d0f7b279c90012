/** Undo and redo of the open job in one tab: steps taken back survive a reload, steps made again live as long as the page. */
import type { Job } from "@/core/records/job";
import { isSigned } from "@/core/records/signature";
import { type UndoStep, undone, withStep } from "@/core/records/undo";
import type { JobPort } from "./job-port";

/** An undo or redo: the places in the record that it changed, as paths. */
export interface Moved {
  way: "undo" | "redo";
  places: readonly string[];
}

export interface JobHistory {
  readonly undo: readonly UndoStep[];
  readonly redo: readonly UndoStep[];
  /** Newest steps to undo after an edit, which ends redo. */
  edited: (next: readonly UndoStep[]) => void;
  keepUndo: (next: readonly UndoStep[]) => void;
  keepRedo: (next: readonly UndoStep[]) => void;
}

/** `changed` is called after the steps have changed. */
export function jobHistory(id: string, port: Pick<JobPort, "loadUndo" | "saveUndo">, changed: () => void): JobHistory {
  let undo = port.loadUndo(id);
  let redo: readonly UndoStep[] = [];
  const keepUndo = (next: readonly UndoStep[]) => {
    if (next === undo) return;
    undo = next;
    port.saveUndo(id, next);
    changed();
  };
  const keepRedo = (next: readonly UndoStep[]) => {
    redo = next;
    changed();
  };
  return {
    get undo() {
      return undo;
    },
    get redo() {
      return redo;
    },
    keepUndo,
    keepRedo,
    edited: (next) => {
      keepUndo(next);
      keepRedo([]);
    },
  };
}

/** Time of the signature before the open amendment, ms since 1970; minus infinity for a job never signed. */
function lastSigned({ amendments }: Job): number {
  const last = amendments.at(-1);
  return last === undefined ? Number.NEGATIVE_INFINITY : Date.parse(last.at);
}

/**
 * Undoes or redoes one step; the way back becomes the next step of the other direction. Gives the places that changed and those left alone because
 * a later change stands on them; null where nothing was done. Steps older than a signature are dropped.
 */
export function moveStep(
  history: JobHistory,
  way: Moved["way"],
  shown: Job,
  at: Date,
  record: (change: (job: Job) => Job) => Job,
): { moved: Moved; stays: readonly string[] } | null {
  const last = history[way].at(-1);
  if (!last) return null;
  if (isSigned(shown) || last.at < lastSigned(shown)) {
    history.edited([]);
    return null;
  }
  let stays: readonly string[] = [];
  const after = record((job) => {
    const back = undone(job, last, at.toISOString());
    stays = back.stays;
    return back.job;
  });
  const opposite = withStep([], shown, after, at.getTime());
  if (way === "undo") {
    history.keepUndo(history.undo.slice(0, -1));
    history.keepRedo([...history.redo, ...opposite]);
  } else {
    history.keepRedo(history.redo.slice(0, -1));
    history.keepUndo([...history.undo, ...opposite]);
  }
  const places = [...last.inverse.map(({ path }) => path.join("/")), ...last.wrote.map(() => "ledger")];
  return { moved: { way, places: [...new Set(places)].filter((place) => !stays.includes(place)) }, stays };
}
