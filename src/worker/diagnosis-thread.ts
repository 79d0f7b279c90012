/**
 * The server's diagnosing thread: one task in, one answer out, run by tinypool. It is bundled by itself (`npm run build:thread`), because
 * the pages' bundler does not make threads. A task that takes too long is ended together with its thread.
 */

import { diagnose } from "@/answers/diagnosis-answer";
import type { DiagnosisFile } from "@/core/diagnosis/diagnosis-file";
import { provideLearned } from "@/core/diagnosis/weigh/learned";
import type { ReadingFile, ReadingFileIssue } from "@/core/readings/file/reading-file";
import { parseReadingsText } from "@/core/readings/file/readings-text";
import type { Result } from "@/core/result";
import learned from "../../public/learned.bin";

provideLearned(learned);

export type ThreadTask =
  | { do: "read"; text: string; most: number }
  | { do: "diagnose"; reading: ReadingFile; seed: number | null };

export type ReadAnswer =
  | { code: "read"; results: Result<ReadingFile, ReadingFileIssue>[] }
  | { code: "too-many"; readings: number; limit: number };

export default function work(task: ThreadTask): ReadAnswer | DiagnosisFile {
  if (task.do === "diagnose") return diagnose(task.reading, task.seed === null ? {} : { seed: task.seed });
  const results = parseReadingsText(task.text);
  return results.length > task.most
    ? { code: "too-many", readings: results.length, limit: task.most }
    : { code: "read", results };
}
