/** A run of a case, played by its acts. */
import type { DrillAct } from "@/core/drill/drill-acts";
import type { DrillCase } from "@/core/drill/drill-case";
import { DrillRun } from "@/core/drill/drill-run";
import type { Doing, DrillStep } from "@/core/drill/drill-steps";

export type Commit = Omit<Extract<DrillStep, { does: "commit" }>, "at" | "does">;

/** Plays the steps, and the answer where there is one; what is believed meanwhile is answered at random. */
export function ran(given: DrillCase, steps: (Doing | DrillAct)[], commit: Commit | null): DrillRun {
  const run = new DrillRun(given);
  const all: Doing[] = steps.map((step) => (typeof step === "string" ? { does: "act", act: step } : step));
  if (commit !== null) all.push({ does: "commit", ...commit });
  for (const step of all) {
    while (run.beliefDue && step.does !== "belief" && step.does !== "commit")
      for (const _ of run.act({ does: "belief", causes: ["undercharge", "none"] }));
    for (const _ of run.act(step));
  }
  return run;
}
