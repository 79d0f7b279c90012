/** State and acts of the open job, as views and writers see them. */

import type { JobFileIssue } from "@/core/records/files/job-file";
import type { Job, StepId } from "@/core/records/job";
import type { StepContext } from "@/core/records/run-sheet";
import type { Holder } from "@/core/sync/holder";
import type { Moved } from "./job-history";
import type { JobChange, Refusal } from "./job-writer";

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
  /** Another device works on this job; null where none does. */
  holder: Holder | null;
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
  /** Takes the job over from another device, by name. */
  takeOverFrom: (technician: string) => void;
  /** Stores the job as it is shown again, where it was removed meanwhile. */
  putBack: () => void;
  /** Takes this tab's changes back, the last first, until a stored record that cannot be read can be read again. */
  mend: () => Promise<boolean>;
  /** The message about a refused change or an undo has been read. */
  seen: () => void;
}
