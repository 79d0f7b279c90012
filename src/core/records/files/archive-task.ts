/** A task on an archive that takes a while: its steps, its progress, how it is ended, and why it failed. */

type CourseStep = "reading" | "storing" | "listing" | "taking-back" | "writing" | "checking";

export interface Progress {
  step: CourseStep;
  done: number;
  /** Null where the file does not say. */
  all: number | null;
}

export interface Course {
  onProgress?: (progress: Progress) => void;
  /** Ends it between two parts; it then rejects with the signal's reason, and nothing is changed. */
  signal?: AbortSignal;
}

export type StagedIssue =
  /** A record that differs is no longer the one that the file was compared with. */
  | "changed-meanwhile"
  /** The staged file was dropped, since it waited for more than a day. */
  | "no-longer-staged";

/** Why a task was not carried out; nothing is changed then. */
export type ArchiveFailure =
  | { code: "cancelled" | StagedIssue }
  /** Another file is being read or written by the same view. */
  | { code: "busy" }
  | { code: "failed"; reason: string };
