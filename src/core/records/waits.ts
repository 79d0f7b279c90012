/** Where a job stands and what it waits for, whichever steps were left open on the way. */

import { balanceOf } from "./derived/job-readings";
import { type Job, type StepId, stepIds } from "./job";
import { gapsOf, isPassed, type StepGap } from "./run-sheet";

/** One thing that a job waits for; `since` ISO, `elapsedS` seconds of the vacuum's clock, `grams` g. */
export type Wait =
  | { code: "damage-found" }
  | { code: "gaps"; gaps: readonly StepGap[] }
  /** The pump runs, or the hold; `finished`: it has been held for as long as wanted. */
  | { code: "pump"; since: string }
  | { code: "hold"; since: string; elapsedS: number; finished: boolean }
  /** A valve is open. */
  | { code: "open-valve" }
  | { code: "to-label"; grams: number }
  | { code: "step"; step: StepId };

export interface StandingOfJob {
  /** The step to be done next. */
  next: StepId;
  waits: Wait;
  /** Steps before it that were left open. */
  leftOpen: readonly StepId[];
}

/** Process that runs by itself: a vacuum pulled or held, or an open valve; null where none does. */
function running({ evacuate, charge }: Job): "evacuate" | "charge" | null {
  if (charge.open !== null) return "charge";
  const last = evacuate.marks.at(-1)?.kind;
  return last === "hold" || last === "pump" ? "evacuate" : null;
}

/** The step that is to be done next: what runs, else the first open one behind the last that was passed, else the first that was left open. */
export function nextStepOf(job: Job): StepId {
  const runs = running(job);
  if (runs !== null) return runs;
  const last = stepIds.findLastIndex((id) => isPassed(job, id));
  return (
    stepIds.slice(last + 1).find((id) => !isPassed(job, id)) ?? stepIds.find((id) => !isPassed(job, id)) ?? "sign-off"
  );
}

/** Where a job stands. `nowMs`: since 1970; `holdS`: how long this workshop holds a vacuum, s. */
export function standingOf(job: Job, nowMs: number, holdS: number): StandingOfJob {
  const next = nextStepOf(job);
  const leftOpen = stepIds.slice(0, stepIds.indexOf(next)).filter((id) => !isPassed(job, id));
  return { next, waits: waitOf(job, next, nowMs, holdS), leftOpen };
}

function waitOf(job: Job, next: StepId, nowMs: number, holdS: number): Wait {
  if (job.intake.stopSigns.length > 0) return { code: "damage-found" };
  if (next === "charge") {
    if (job.charge.open !== null) return { code: "open-valve" };
    const balance = balanceOf(job);
    if (balance?.ok) return { code: "to-label", grams: Math.max(0, balance.value.toGoG) };
  }
  if (next === "evacuate") {
    const vacuum = vacuumOf(job, nowMs, holdS);
    if (vacuum !== null) return vacuum;
  }
  const gaps = gapsOf(job, next);
  // Most steps only wait for the step itself.
  return next === "intake" && gaps.length > 0 ? { code: "gaps", gaps } : { code: "step", step: next };
}

/** The pump or hold that was begun last and has not ended. Its clock is that of the trace, which goes on while nobody looks. */
function vacuumOf({ evacuate }: Job, nowMs: number, holdS: number): Wait | null {
  const last = evacuate.marks.at(-1);
  if (last === undefined || last.kind === "end") return null;
  const seenMs = evacuate.seenAt === null ? nowMs : Date.parse(evacuate.seenAt);
  const seenS = Math.max(last.t, evacuate.trace.at(-1)?.t ?? last.t);
  const elapsedS = seenS - last.t + Math.max(0, (nowMs - seenMs) / 1000);
  const since = new Date(nowMs - elapsedS * 1000).toISOString();
  return last.kind === "pump"
    ? { code: "pump", since }
    : { code: "hold", since, elapsedS, finished: elapsedS >= holdS };
}
