/** A learner and a run as they are kept. */
import type { DrillRecord, Learner } from "@/core/drill/progress";

export const ines: Learner = { id: "ines", name: "Ines", createdAt: "2026-03-02T09:00:00.000Z" };

export const keptRun = (id: string, at: string): DrillRecord => ({
  id,
  learnerId: ines.id,
  at,
  code: "1K-0004Y",
  bench: null,
  theme: "clamps",
  script: [{ at: 3, does: "act", act: "look" }],
  endAt: 900,
  truth: ["undercharge"],
  causes: [],
  mistakes: ["wrong-cause"],
  score: 20,
  minutes: 7.5,
  wayMinutes: null,
});
