/** Whether this visit explains where the refrigerant went. */

import { type LeakPlace, leakPlaceIds } from "../causes/leak-places";
import { missesMoreThanSound } from "../charge/sound-loss";
import { DAYS_A_YEAR } from "../dates";
import { labelOf } from "./derived/job-label";
import { foundLeaks, isClosed, openLeaks } from "./derived/job-leak";
import { daysSinceFilled, lossOf } from "./derived/job-readings";
import type { Job } from "./job";

/**
 * "none": no more is missing than a sound car loses, or it was not weighed. "found": a place leaks at its newest check and was not repaired.
 * "repaired": what leaked was repaired, or a part that can leak was renewed. "not-found": more is missing, and nothing was found or renewed.
 */
export type LeakState = "none" | "found" | "repaired" | "not-found";

/** Lies within the circuit: renewed, it closes no leak to the outside. */
const within: readonly LeakPlace[] = ["metering-device"];

export function leakStateOf(job: Job): LeakState {
  if (openLeaks(job).length > 0) return "found";
  if (!missesTooMuch(job)) return "none";
  if (foundLeaks(job).length > 0) return "repaired";
  return leakPlaceIds.some((place) => !within.includes(place) && isClosed(job, place)) ? "repaired" : "not-found";
}

/** More is missing, by weight, than a sound car loses in the time since it was filled. */
export function missesTooMuch(job: Job): boolean {
  const found = lossOf(job);
  if (found === null) return false;
  const days = daysSinceFilled(job);
  const years = days === null ? null : days / DAYS_A_YEAR;
  return missesMoreThanSound(found.lostG, labelOf(job).toleranceG ?? 0, found.sdG, years);
}
