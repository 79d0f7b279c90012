/** Answers the calls of archive-protocol.ts, in whatever thread it runs: one at a time, with progress, and with a reason where something failed. */
import type { Course, Progress } from "@/core/records/files/archive-task";
import { fail, reasonOf, succeed } from "@/core/result";
import { applyStaged, StagedRefusal, undoImport } from "@/data/import";
import { exportCopy, exportVehicle } from "@/data/shop";
import { stageFile } from "@/data/staging";
import type { ArchiveWorkerApi, Carried, HearsProgress } from "./archive-protocol";

/** Progress is told at most so often, ms. */
const TELL_MS = 100;

let ends = new AbortController();

async function carried<Value>(onProgress: HearsProgress, run: (course: Course) => Promise<Value>): Carried<Value> {
  ends = new AbortController();
  const { signal } = ends;
  let told: { at: number; step: Progress["step"] | null } = { at: 0, step: null };
  const tell = (progress: Progress) => {
    const at = performance.now();
    if (progress.step === told.step && at - told.at < TELL_MS) return;
    told = { at, step: progress.step };
    onProgress(progress);
  };
  try {
    return succeed(await run({ onProgress: tell, signal }));
  } catch (error) {
    if (signal.aborted) return fail({ code: "cancelled" });
    return fail(error instanceof StagedRefusal ? { code: error.code } : { code: "failed", reason: reasonOf(error) });
  }
}

export const archiveApi: ArchiveWorkerApi = {
  exportCopy: (onProgress) => carried(onProgress, exportCopy),
  exportVehicle: (rowId, onProgress) => carried(onProgress, (course) => exportVehicle(rowId, course)),
  stage: (file, name, onProgress) => carried(onProgress, (course) => stageFile(file, name, course)),
  apply: (preview, way, onProgress) => carried(onProgress, (course) => applyStaged(preview, { way, ...course })),
  undo: (importId, onProgress) => carried(onProgress, (course) => undoImport(importId, course)),
  cancel: () => ends.abort(),
};
