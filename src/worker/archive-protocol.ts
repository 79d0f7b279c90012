/** The one protocol between page and the worker that writes and reads archives, and stores what is in them. */
import type { CopyIssue } from "@/core/records/copies";
import type { ImportPreview } from "@/core/records/import-preview";
import type { Way } from "@/core/records/import-ways";
import type { JobFileIssue } from "@/core/records/job-file";
import type { Result } from "@/core/result";
import type { StagedIssue } from "@/data/import";
import type { Progress } from "@/data/staging";

/** Why something was not carried out; nothing is changed then. */
export type ArchiveFailure =
  | { code: "cancelled" | StagedIssue }
  /** Another file is being read or written by the same view. */
  | { code: "busy" }
  | { code: "failed"; reason: string };
export type Carried<Value> = Promise<Result<Value, ArchiveFailure>>;
export type HearsProgress = (progress: Progress) => void;

/** One call at a time. */
export interface ArchiveWorkerApi {
  exportCopy(onProgress: HearsProgress): Carried<Result<Blob, CopyIssue>>;
  /** Null where there is no such vehicle. */
  exportVehicle(rowId: string, onProgress: HearsProgress): Carried<Result<Blob, CopyIssue> | null>;
  /** Reads a file and compares it; nothing but the place beside the records is changed. */
  stage(file: Blob, name: string, onProgress: HearsProgress): Carried<Result<ImportPreview, JobFileIssue>>;
  /** Stores what was read; gives what it can be taken back by. */
  apply(
    preview: Pick<ImportPreview, "id" | "file" | "counts">,
    way: ReadonlyMap<string, Way>,
    onProgress: HearsProgress,
  ): Carried<string>;
  undo(importId: string, onProgress: HearsProgress): Carried<{ back: number; stayed: number }>;
  /** Ends the call that is open, between two parts. */
  cancel(): void;
}
