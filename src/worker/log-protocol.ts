/** The one protocol between page and the worker that reads logs. */
import type { LogColumns } from "@/core/readings/file/log-columns";
import type { LogIssue, LogMapping } from "@/core/readings/file/log-import";

export interface LogPreview {
  header: string[];
  /** The first rows as they stand in the file. */
  rows: string[][];
  guess: LogMapping | null;
}

export type LogReadResult =
  | { ok: true; log: LogColumns; unreadable: Partial<Record<string, number>> }
  | { ok: false; issue: LogIssue | { code: "empty" } };

export interface LogWorkerApi {
  /** Looks at the beginning of a file only. */
  preview(file: File): Promise<LogPreview>;
  /** Reads a file in pieces; `onProgress` is told the share read. Stops at the first line that cannot be placed in time. */
  read(file: File, mapping: LogMapping, onProgress: (share: number) => void): Promise<LogReadResult>;
}
