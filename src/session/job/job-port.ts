/** Browser functions that the job store needs: the store, the desk lock, the tab's memory. */
import type { SimulatorState } from "@/core/instruments/simulator-state";
import type { JobFileIssue } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import type { UndoStep } from "@/core/records/undo";
import type { Result } from "@/core/result";
import type { LeftChange } from "@/core/sync/merge";
import type { DeskClaim } from "@/data/desk-lock";
import type { JobDeskListener } from "./claim-job";
import type { JobChange } from "./job-writer";

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
  claimDesk: (id: string, listener: JobDeskListener) => DeskClaim;
  /** Takes the job over from another device. */
  takeOverJob: (id: string, technician: string) => Promise<void>;
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
