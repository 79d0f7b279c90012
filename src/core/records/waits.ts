/** Where a job stands and what it waits for. */
import type { Figures } from "../units/figures";
import { type Job, type StepId, stepIds } from "./job";
import { balanceOf, intakeGaps } from "./job-readings";

/** The first step neither done nor skipped. */
export function nextStepOf(job: Job): StepId {
  return stepIds.find((id) => job.steps[id].doneAt === null && job.steps[id].skipped === null) ?? "sign-off";
}

/** What the next step needs, as the end of "waits for ...". */
export function waitsFor(job: Job, figures: Figures): string {
  if (job.intake.stopSigns.length > 0) return "the damage to be found: not to be run";
  const step = nextStepOf(job);
  switch (step) {
    case "intake": {
      const gaps = intakeGaps(job);
      return gaps.length > 0 ? gaps.join(", ") : "the label to be confirmed";
    }
    case "look":
      return "a look round the car";
    case "hook-up":
      return "the gauges";
    case "rest":
      return "the rest pressures, soaked";
    case "running":
      return "a running test";
    case "shut-off":
      return "the sides to meet";
    case "verdict":
      return "a decision";
    case "recover":
      return "the recovered weight";
    case "repair":
      return "the repair";
    case "evacuate": {
      const last = job.evacuate.marks.at(-1)?.kind;
      return last === "hold"
        ? "the vacuum hold to be read"
        : last === "pump"
          ? "the pump to get deep"
          : "pull and hold";
    }
    case "charge": {
      const balance = balanceOf(job);
      return balance?.ok ? `${figures.quantity(Math.max(0, balance.value.toGoG), "g")} to the label` : "the charge";
    }
    case "prove":
      return "the same test again";
    case "sign-off":
      return "a signature";
  }
}
