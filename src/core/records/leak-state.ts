/** Whether this visit explains where the refrigerant went. */
import { type RepairPart, repairParts } from "../charge/oil";
import { missesMoreThanSound } from "../charge/sound-loss";
import type { Job } from "./job";
import { daysSinceFilled, labelOf, lossOf } from "./job-readings";

/**
 * "none": no more is missing than a sound car loses, or it was not weighed. "found": a place leaks at its last check. "repaired": a part that can
 * leak was renewed, and none is seen to leak. "not-found": more is missing, and nothing was found or renewed.
 */
export type LeakState = "none" | "found" | "repaired" | "not-found";

/** Renewed, these close no leak to the outside: they lie within the circuit. */
const within: readonly RepairPart[] = ["metering-device"];
const DAYS_A_YEAR = 365.25;

/** Parts that leaked at their last check by any method. */
export function leakingParts({ prove }: Pick<Job, "prove">): RepairPart[] {
  const last = new Map(prove.checks.map((check) => [`${check.part} ${check.method}`, check]));
  const leaking = new Set([...last.values()].filter(({ leaks }) => leaks).map(({ part }) => part));
  return repairParts.filter((part) => leaking.has(part));
}

export function leakStateOf(job: Job): LeakState {
  if (leakingParts(job).length > 0) return "found";
  const found = lossOf(job);
  const days = daysSinceFilled(job);
  const years = days === null ? null : days / DAYS_A_YEAR;
  if (found === null || !missesMoreThanSound(found.lostG, labelOf(job).toleranceG ?? 0, found.sdG, years))
    return "none";
  return job.repair.parts.some(({ part, kind }) => closes(part, kind)) ? "repaired" : "not-found";
}

/** Rings and cores are renewed whenever they are worked on; other parts must be new. */
const closes = (part: RepairPart, kind: "opened" | "renewed") =>
  !within.includes(part) && (kind === "renewed" || part === "o-rings" || part === "service-cores");
