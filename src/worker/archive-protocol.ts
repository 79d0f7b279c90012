/** The one protocol between page and the worker that writes and reads archives, and stores what is in them. */
import type { ArchiveFailure, Progress } from "@/core/records/files/archive-task";
import type { CopyIssue } from "@/core/records/files/copies";
import type { JobFileIssue } from "@/core/records/files/job-file";
import type { Result } from "@/core/result";
import type { ImportPreview } from "@/core/sync/import/import-preview";
import type { Way } from "@/core/sync/import/import-ways";

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
