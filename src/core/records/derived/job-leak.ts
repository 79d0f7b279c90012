/** The leak search of a job: its evidence, how each place stands, and what is to be checked after the work. */

import { type LeakPlace, leakPlaceIds, leakPlaces, leakPlacesOf, placesTouchedBy } from "../../causes/leak-places";
import { MONTHS_A_YEAR } from "../../dates";
import {
  type LeakEvidence,
  type LeakLikelihood,
  leakLikelihoods,
  type NextLeakCheck,
  newestChecks,
  nextLeakCheck,
} from "../../leak/likelihood";
import { leakPlaceOdds } from "../../learning/similar-vehicles";
import { holdsNothing } from "../../readings/derive/rest";
import type { Job, LeakCheck, LeakStage } from "../job";
import { chargedOf, lossOf, recoveredOf } from "./job-readings";
import { emptyOf } from "./job-rest";

/**
 * "leaks": a check showed it. "repaired": it leaked before the work, what closes it was done, and no check since then. "tight": every newest check
 * found nothing. "unchecked": nobody looked.
 */
export type PlaceState = "leaks" | "repaired" | "tight" | "unchecked";

export interface LeakPlaceRow extends LeakLikelihood {
  /** 1 for the likeliest. */
  rank: number;
  state: PlaceState;
  /** Newest check of each method, of the stage that counts. */
  checks: LeakCheck[];
}

/** The search before the work, or the check after it. */
export const leakStageOf = ({ repair, steps }: Pick<Job, "repair" | "steps">): LeakStage =>
  repair.parts.length + repair.others.length > 0 || steps.repair.doneAt !== null ? "after-work" : "search";

/** With refrigerant in the circuit; or without, because it came in empty or was recovered and not charged again: then test gas takes its place. */
export function circuitContents(job: Job): "charged" | "empty" {
  const recovered = recoveredOf(job);
  const recoveredNow = recovered.ok && recovered.value !== null && job.correction === null;
  const out = recoveredNow || holdsNothing(emptyOf(job));
  return out && (chargedOf(job) ?? 0) <= 0 && job.charge.open === null ? "empty" : "charged";
}

const circuitOfJob = ({ intake }: Pick<Job, "intake">) => ({
  metering: intake.metering,
  compressor: intake.compressor,
});

/** Places of the job's circuit, and any that was checked: a check stays listed when the circuit is stated otherwise later. */
function placesOfJob(job: Job): LeakPlace[] {
  const here = leakPlacesOf(circuitOfJob(job));
  const checked = job.leak.checks.map(({ place }) => place);
  return leakPlaceIds.filter((place) => here.includes(place) || checked.includes(place));
}

/** Leak rate, g a year; null where not weighed or the start is unknown. */
function lossGYearOf(job: Job): number | null {
  const aMonth = lossOf(job)?.lossGPerMonth?.median ?? null;
  return aMonth === null ? null : aMonth * MONTHS_A_YEAR;
}

function evidenceOf(job: Job, stage: LeakStage): LeakEvidence {
  const { similar } = job.outcome;
  return {
    places: placesOfJob(job),
    signs: job.look.notes,
    checks: job.leak.checks.filter((check) => check.stage === stage),
    lossGYear: lossGYearOf(job),
    ...(similar === null
      ? {}
      : { placeOdds: Object.fromEntries(leakPlaceIds.map((place) => [place, leakPlaceOdds(similar, place)])) }),
  };
}

/** Whether the work closed a place: a ring or core is renewed whenever it is worked on, another part must be new. */
export function isClosed({ repair }: Pick<Job, "repair">, place: LeakPlace): boolean {
  return leakPlaces[place].closedBy.some(
    (work) =>
      (repair.others as readonly string[]).includes(work) ||
      repair.parts.some(
        ({ part, kind }) => part === work && (kind === "renewed" || part === "o-rings" || part === "service-cores"),
      ),
  );
}

function stateOf(job: Job, place: LeakPlace): { state: PlaceState; checks: LeakCheck[] } {
  const here = job.leak.checks.filter((check) => check.place === place);
  const after = newestChecks(here.filter(({ stage }) => stage === "after-work"));
  const before = newestChecks(here.filter(({ stage }) => stage === "search"));
  const checks = after.length > 0 ? after : before;
  if (checks.length === 0) return { state: "unchecked", checks };
  if (!checks.some(({ leaks }) => leaks)) return { state: "tight", checks };
  return { state: after.length === 0 && isClosed(job, place) ? "repaired" : "leaks", checks };
}

/** Every place of this circuit, the likeliest first; those that leak stand before all others, then those to be checked after the work. */
export function leakPlaceRows(job: Job, stage: LeakStage = leakStageOf(job)): LeakPlaceRow[] {
  const rows = leakLikelihoods(evidenceOf(job, stage)).map((row) => ({ ...row, ...stateOf(job, row.place) }));
  const due = stage === "after-work" ? placesToCheck(job) : [];
  const turn = ({ place, state }: (typeof rows)[number]) =>
    state === "leaks" ? 0 : state === "repaired" ? 1 : due.includes(place) ? 2 : 3;
  return rows
    .sort((a, b) => turn(a) - turn(b) || b.probability - a.probability)
    .map((row, i) => ({ ...row, rank: i + 1 }));
}

/** Places that leak at their newest check, and those that leaked at the search and were repaired since. */
export const foundLeaks = (job: Job): LeakPlace[] => [...openLeaks(job), ...repairedLeaks(job)];

/** Places that leak and were not repaired since. */
export const openLeaks = (job: Job): LeakPlace[] =>
  placesOfJob(job).filter((place) => stateOf(job, place).state === "leaks");

/** Places that leaked at the search and were closed, or were tight at the check after the work. */
export function repairedLeaks(job: Job): LeakPlace[] {
  const leaked = newestChecks(job.leak.checks.filter(({ stage }) => stage === "search"))
    .filter(({ leaks }) => leaks)
    .map(({ place }) => place);
  return placesOfJob(job).filter((place) => leaked.includes(place) && stateOf(job, place).state !== "leaks");
}

/** The next check worth making; null when one leaks already or none is worth its time. */
export function nextCheckOf(job: Job): NextLeakCheck | null {
  const stage = leakStageOf(job);
  if (stage === "after-work") {
    const open = placesToCheck(job);
    const method = circuitContents(job) === "charged" ? "detector" : "tracer";
    return open.length === 0 ? null : { place: open[0]!, method, chance: 1 };
  }
  return foundLeaks(job).length > 0 ? null : nextLeakCheck(evidenceOf(job, stage), circuitContents(job));
}

/** Places that the work opened, the ports, and what leaked before: those without a check after the work. */
export function placesToCheck(job: Job): LeakPlace[] {
  const opened = [...job.repair.parts.map(({ part }) => part), "service-cores"].flatMap(placesTouchedBy);
  const found = foundLeaks(job);
  return placesOfJob(job).filter((place) => {
    const touched = opened.includes(place) || found.includes(place);
    return touched && !job.leak.checks.some((check) => check.place === place && check.stage === "after-work");
  });
}

/** Places whose check after the work is asked for or was made. */
export function placesAfterWork(job: Job): LeakPlace[] {
  const open = placesToCheck(job);
  const made = job.leak.checks.filter(({ stage }) => stage === "after-work").map(({ place }) => place);
  return placesOfJob(job).filter((place) => open.includes(place) || made.includes(place));
}
