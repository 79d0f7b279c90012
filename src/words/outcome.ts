/** Words of the outcome of a job, and of what is learned from outcomes. */
import type { Cause } from "@/core/causes/catalogue";
import { leakPlaces } from "@/core/causes/leak-places";
import type { LeakHistory } from "@/core/learning/similar-vehicles";
import type { CauseOutcome, Job, OutcomeResult } from "@/core/records/job";
import { causeName } from "./causes";
import { lowerFirst } from "./letters";

export const outcomeWords = {
  title: "Outcome",
  edit: "Edit outcome",
  done: "Close",
  add: "Add cause",
  addEmpty: "Other cause",
  none: "No cause confirmed. The job teaches nothing until one is.",
  waiting: "Weighing the readings.",
  note: "Filled in from weighing, repair and verification. Correct it where you know better.",
  earlierTitle: "Earlier outcome",
  stands: "Still stands",
  doesNotStand: "No longer stands",
  similarTitle: "Similar vehicles",
} as const;

export const resultWords: Record<OutcomeResult, string> = {
  confirmed: "confirmed",
  refuted: "refuted",
  unresolved: "unresolved",
};

const order: readonly OutcomeResult[] = ["confirmed", "unresolved", "refuted"];

/** The outcome in one line: "Undercharge confirmed. Overcharge and air refuted." */
export function outcomeSentence(results: readonly CauseOutcome[]): string {
  const parts = order.flatMap((result) => {
    const names = results.filter((one) => one.result === result).map(({ cause }) => outcomeName(cause));
    return names.length === 0 ? [] : [`${listed(names)} ${resultWords[result]}.`];
  });
  return parts.length === 0 ? outcomeWords.none : parts.join(" ");
}

/** A cause as an outcome names it. */
export const outcomeName = (cause: Cause): string => (cause === "none" ? "No fault" : causeName(cause));

/** Names in one sentence: the first with its capital. */
function listed(names: readonly string[]): string {
  const [first, ...others] = names;
  const small = others.map(lowerFirst);
  const last = small.pop();
  return [[first, ...small].join(", "), last].filter(Boolean).join(" and ");
}

/** Sentence of reports and sign-off about the local prior that was applied; null without one. */
export function localPriorSentence({ outcome }: Pick<Job, "outcome">): string | null {
  const prior = outcome.localPrior;
  return prior === null
    ? null
    : `Local prior applied: ${countOf(prior.jobs)}; general prior counts as ${prior.generalWeight}.`;
}

const countOf = (jobs: number) => (jobs === 1 ? "1 job" : `${jobs} jobs`);

/** Leaks of vehicles of the same label and build: "4 of 7 similar vehicles leaked at the condenser, 1 at the drier." */
export function similarSentence({ vehicles, places }: LeakHistory): string {
  const [first, ...others] = places.map((one) => ({ ...one, name: lowerFirst(leakPlaces[one.place].name) }));
  if (first === undefined) return "";
  const rest = others.slice(0, 2).map((one) => `${one.vehicles} at the ${one.name}`);
  return `${[`${first.vehicles} of ${vehicles} similar vehicles leaked at the ${first.name}`, ...rest].join(", ")}. The leak search takes it into account.`;
}

/** An earlier outcome of this vehicle after a return with the same complaint. */
export const earlierSentence = (day: string, results: readonly CauseOutcome[]): string =>
  `${day}, same complaint: ${outcomeSentence(results)} Does it still stand?`;
