/**
 * Which place leaks, and which check comes next. Each place starts from how often it leaks; a sign there multiplies its odds, and a check that
 * found nothing divides them by what it would have missed (Bayes). The place with the most left to gain a minute is checked next.
 */
import { type LeakPlace, leakPlaces } from "../causes/leak-places";
import type { SignId } from "../causes/signs";
import type { Observation } from "../readings/observations";
import { type LeakMethod, leakMethodIds, leakMethods } from "./methods";

export interface LeakCheckResult {
  place: LeakPlace;
  method: LeakMethod;
  leaks: boolean;
}

export interface LeakEvidence {
  /** Places that can be the leak, as the table lists them. */
  places: readonly LeakPlace[];
  signs: readonly Pick<Observation, "part" | "sign">[];
  checks: readonly LeakCheckResult[];
  /** Leak rate, g a year; null when not known. */
  lossGYear: number | null;
  /** Factor on the share of a place, from where similar vehicles leaked; 1 where absent. */
  placeOdds?: Partial<Record<LeakPlace, number>>;
}

export interface LeakLikelihood {
  place: LeakPlace;
  /** Probability that the leak is here; all places and "elsewhere" sum to one. */
  probability: number;
  /** Signs that point here. */
  signs: SignId[];
}

/** Likelihood ratio of a sign where it leaks. Round numbers of the trade, estimated by this project. */
const signOdds: Partial<Record<SignId, number>> = { oily: 12, dye: 40, wet: 3, hiss: 3, bubbles: 40, bent: 5 };
const pointing: readonly SignId[] = ["oily", "dye", "wet"];
/** A place that no circuit board shows: pipes under the car, rear circuits. */
const ELSEWHERE = 0.04;
/** A loss that brings a car in, where nobody knows how fast it was, g a year. */
const USUAL_LOSS_G_YEAR = 150;

/** Detection rate of a method at the leak, 0 to 1. */
export function chanceToShow(place: LeakPlace, method: LeakMethod, lossGYear: number | null): number {
  const { smallestGYear, chance, needsSight } = leakMethods[method];
  const loss = lossGYear ?? USUAL_LOSS_G_YEAR;
  // At the smallest leak that it must show, the chance has fallen to half.
  const large = loss ** 2 / (loss ** 2 + smallestGYear ** 2);
  return chance * large * (needsSight ? (leakPlaces[place].open ?? 1) : 1);
}

/** The newest result of each method at each place. */
export function newestChecks<Check extends LeakCheckResult>(checks: readonly Check[]): Check[] {
  return [...new Map(checks.map((check) => [`${check.place} ${check.method}`, check])).values()];
}

/** Every place, the likeliest first. */
export function leakLikelihoods({ places, signs, checks, lossGYear, placeOdds = {} }: LeakEvidence): LeakLikelihood[] {
  const tight = newestChecks(checks).filter(({ leaks }) => !leaks);
  const rows = places.map((place) => {
    const entry = leakPlaces[place];
    const here = signs.filter(
      ({ part, sign }) => entry.seenAt.includes(part) && [...pointing, ...(entry.signs ?? [])].includes(sign),
    );
    const seen = [...new Set(here.map(({ sign }) => sign))];
    // A sign that fits several places counts less for each but the one it stands at.
    const odds = seen.map((sign) =>
      here.some((one) => one.sign === sign && one.part === entry.part) ? signOdds[sign]! : Math.sqrt(signOdds[sign]!),
    );
    const missed = tight
      .filter((check) => check.place === place)
      .map(({ method }) => 1 - chanceToShow(place, method, lossGYear));
    return { place, weight: entry.share * (placeOdds[place] ?? 1) * product(odds) * product(missed), signs: seen };
  });
  const total = rows.reduce((sum, { weight }) => sum + weight, ELSEWHERE);
  return rows
    .map(({ place, weight, signs: seen }) => ({ place, probability: weight / total, signs: seen }))
    .sort((a, b) => b.probability - a.probability);
}

const product = (factors: readonly number[]) => factors.reduce((all, one) => all * one, 1);

export interface NextLeakCheck {
  place: LeakPlace;
  method: LeakMethod;
  /** Probability that it finds the leak. */
  chance: number;
}

/** A check that finds the leak less often is not worth its minutes. */
const WORTH_A_CHECK = 0.012;

/** The check with the best chance a minute; null when no check that works now is worth making. */
export function nextLeakCheck(evidence: LeakEvidence, contents: "charged" | "empty"): NextLeakCheck | null {
  const done = new Set(evidence.checks.map(({ place, method }) => `${place} ${method}`));
  let best: (NextLeakCheck & { rate: number }) | null = null;
  for (const { place, probability } of leakLikelihoods(evidence)) {
    for (const method of leakMethodIds) {
      const { works, minutes } = leakMethods[method];
      if (!works.includes(contents) || done.has(`${place} ${method}`)) continue;
      const chance = probability * chanceToShow(place, method, evidence.lossGYear);
      if (chance < WORTH_A_CHECK) continue;
      if (best === null || chance / minutes > best.rate) best = { place, method, chance, rate: chance / minutes };
    }
  }
  return best && { place: best.place, method: best.method, chance: best.chance };
}
