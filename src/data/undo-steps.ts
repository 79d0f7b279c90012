/** Steps that can be taken back, kept over a reload: with the tab that made them, and gone with it. */
import type { UndoStep } from "@/core/records/undo";

const keyOf = (jobId: string) => `evrid-undo-${jobId}`;

export function loadUndo(jobId: string): readonly UndoStep[] {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(keyOf(jobId)) ?? "[]");
    return Array.isArray(kept) ? (kept as UndoStep[]) : [];
  } catch {
    // A browser that keeps nothing, or something that is none of ours: then nothing can be taken back.
    return [];
  }
}

export function saveUndo(jobId: string, steps: readonly UndoStep[]): void {
  try {
    sessionStorage.setItem(keyOf(jobId), JSON.stringify(steps));
  } catch {
    // Too much to keep, or not allowed: undo then reaches back to the last load only.
  }
}
