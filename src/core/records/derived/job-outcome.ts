/** The outcome of a job: what follows from weighing, repair and verification, and over it the answers of a person. */

import { type Cause, causeEntry, causes, type FaultCause, faultCauses, possible } from "../../causes/catalogue";
import { TOO_LITTLE_SHARE, TOO_MUCH_SHARE, UNSEPARATED_PROBABILITY } from "../../diagnosis/thresholds";
import type { OutcomeFacts } from "../../learning/statement";
import { entryValue } from "../../units/entry";
import { fields } from "../fields";
import type { CauseOutcome, Job, OutcomeResult, SignedOutcome } from "../job";
import { buildsOf } from "../vehicles/builds";
import { labelOf } from "./job-label";
import { foundOf, identificationOf } from "./job-readings";

/** Facts of a job whose readings cannot be weighed now. */
export const noFacts: OutcomeFacts = { said: null, after: null, offsets: [] };

/** The vehicle counts as put right where nothing is wrong after the work with this probability, and as not where the cause has it still. */
const AFTER_PROBABILITY = 0.5;

/** Every cause that was probable, weighed or worked on, with its result: the person's answer, else what follows. In the order of the catalogue. */
export function outcomeOf(job: Job, facts: OutcomeFacts): CauseOutcome[] {
  const follows = followed(job, facts);
  const answers = new Map(job.outcome.answers.map(({ cause, result }) => [cause, result]));
  return causes.flatMap((cause) => {
    const result = answers.get(cause) ?? follows.get(cause);
    return result === undefined ? [] : [{ cause, result }];
  });
}

/** Causes that were confirmed; "none" where that nothing was wrong was. Null while nothing is. */
export function confirmedOf(results: readonly CauseOutcome[]): Cause[] | null {
  const confirmed = results.filter(({ result }) => result === "confirmed").map(({ cause }) => cause);
  const faults = confirmed.filter((cause) => cause !== "none");
  return faults.length > 0 ? faults : confirmed.length > 0 ? ["none"] : null;
}

/** The outcome as the signature keeps it. An amended job keeps what had been said before its first signature. */
export const signedOutcomeOf = (job: Job, facts: OutcomeFacts): SignedOutcome => ({
  results: outcomeOf(job, facts),
  said: job.outcome.signed?.said ?? facts.said,
  offsets: facts.offsets,
});

/** The job with a person's answer about one cause; null takes the answer back. */
export function withAnswer(job: Job, cause: Cause, result: OutcomeResult | null): Job {
  const others = job.outcome.answers.filter((one) => one.cause !== cause);
  const answers = result === null ? others : [...others, { cause, result }];
  return { ...job, outcome: { ...job.outcome, answers } };
}

/** Causes that can be answered about in this vehicle. */
export function answerable(job: Job): Cause[] {
  const builds = buildsOf(job.intake);
  return causes.filter((cause) => builds.length === 0 || builds.some((build) => possible(cause, build)));
}

function followed(job: Job, { said, after }: OutcomeFacts): Map<Cause, OutcomeResult> {
  const shares = said?.shares ?? {};
  const results = new Map<Cause, OutcomeResult>();
  for (const cause of faultCauses)
    if ((shares[cause] ?? 0) >= UNSEPARATED_PROBABILITY) results.set(cause, "unresolved");
  for (const [cause, result] of byWeighing(job)) results.set(cause, result);
  const air = byIdentifier(job);
  if (air !== null) results.set("air", air);
  const mended = repairedCauses(job, shares);
  for (const cause of mended) {
    const still = (after?.[cause] ?? 0) >= AFTER_PROBABILITY;
    const right = (after?.none ?? 0) >= AFTER_PROBABILITY;
    results.set(cause, after === null ? "unresolved" : still ? "refuted" : right ? "confirmed" : "unresolved");
  }
  const found = faultCauses.some((cause) => results.get(cause) === "confirmed");
  const right = after === null ? null : (after.none ?? 0) >= AFTER_PROBABILITY;
  // Put right by what was found: what nobody worked on was not the cause.
  if (found && right === true)
    for (const [cause, result] of results)
      if (result === "unresolved" && !mended.includes(cause as FaultCause)) results.set(cause, "refuted");
  if (found) results.set("none", "refuted");
  else if (leads(shares, "none") && mended.length === 0 && results.get("undercharge") === "refuted")
    results.set("none", right === false ? "unresolved" : "confirmed");
  else if (leads(shares, "none")) results.set("none", "unresolved");
  return results;
}

function leads(shares: Partial<Record<Cause, number>>, cause: Cause): boolean {
  const own = shares[cause] ?? 0;
  return own > 0 && causes.every((one) => (shares[one] ?? 0) <= own);
}

/** The weight says whether the amount was wrong, whatever the readings said. */
function byWeighing(job: Job): [FaultCause, OutcomeResult][] {
  const foundG = foundOf(job);
  const { chargeG } = labelOf(job);
  if (foundG === null || chargeG === null) return [];
  const share = foundG / chargeG;
  return [
    ["undercharge", share < TOO_LITTLE_SHARE ? "confirmed" : "refuted"],
    ["overcharge", share > TOO_MUCH_SHARE ? "confirmed" : "refuted"],
  ];
}

/** More air than this in what was recovered is a fault, %. */
const AIR_PCT = 5;

function byIdentifier(job: Job): OutcomeResult | null {
  const found = identificationOf(job);
  if (found === null) return null;
  const air = entryValue(fields.air, job.recover.identified.air);
  return air === null ? null : air >= AIR_PCT ? "confirmed" : "refuted";
}

/** Probable causes that the work mends: of several that one work mends, the likeliest. A condenser that was renewed for its leak confirms no other cause. */
function repairedCauses(job: Job, shares: Partial<Record<Cause, number>>): FaultCause[] {
  const works: string[] = [...job.repair.parts.map(({ part }) => part), ...job.repair.others];
  const able = answerable(job);
  const chosen = works.flatMap((work) => {
    const mends = faultCauses.filter(
      (cause) =>
        able.includes(cause) &&
        (shares[cause] ?? 0) >= UNSEPARATED_PROBABILITY &&
        (causeEntry(cause).mendedBy as readonly string[]).includes(work),
    );
    const likeliest = mends.toSorted((a, b) => (shares[b] ?? 0) - (shares[a] ?? 0))[0];
    return likeliest === undefined ? [] : [likeliest];
  });
  return [...new Set(chosen)];
}
