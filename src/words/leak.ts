/** Words of the leak search. */
import { format, parseISO } from "date-fns";
import { type LeakPlace, leakPlaces } from "@/core/causes/leak-places";
import { signNames } from "@/core/causes/signs";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import { DAYS_A_MONTH } from "@/core/dates";
import type { NextLeakCheck } from "@/core/leak/likelihood";
import type { LeakMethod } from "@/core/leak/methods";
import { LEAST_TEST_S, type PressureTestAnswer, type PressureTestIssue } from "@/core/leak/pressure-test";
import { fields } from "@/core/records/fields";
import type { Job, LeakCheck, TestGas } from "@/core/records/job";
import {
  foundLeaks,
  type LeakPlaceRow,
  leakStageOf,
  openLeaks,
  type PlaceState,
  placesToCheck,
  repairedLeaks,
} from "@/core/records/job-leak";
import { daysSinceFilled, lossOf } from "@/core/records/job-readings";
import { missesTooMuch } from "@/core/records/leak-state";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { typed } from "./typed";

export const leakMethodWords: Record<LeakMethod, { name: string; how: string }> = {
  visual: { name: "Visual", how: "Oil, stone damage, loose joint or cap" },
  detector: { name: "Electronic detector", how: "Engine off, no wind, from below, slowly" },
  dye: { name: "UV dye", how: "Lamp and glasses, after a run" },
  foam: { name: "Foam", how: "Watch for 2 min; not near electrics" },
  tracer: { name: "Tracer gas", how: "Nitrogen with hydrogen, hydrogen detector" },
};

export const placeStateWords: Record<PlaceState, string> = {
  leaks: "leaks",
  repaired: "repaired: check",
  tight: "tight",
  unchecked: "not checked",
};

export const testGasLabels: Record<TestGas, string> = {
  nitrogen: "Dry nitrogen",
  "nitrogen-hydrogen": "Nitrogen, 5 % hydrogen",
};

export const leakWords = {
  board: "Touch a place to check it. Numbers: most likely first.",
  places: "Places",
  tight: "Tight",
  leaks: "Leaks",
  spot: "Where exactly",
  spotHint: "Lower left, inlet joint",
  photo: "Photo of the leak",
  detect: "Hold the detector here",
  full: "This job holds no more checks. Sign it off and continue in a new job.",
  capsOn: "Both caps are on",
  capsOff: "Caps on both ports: they seal, the cores do not",
  after: "Leak check after the work",
  how: "Engine off for the detector, no wind, from below: refrigerant sinks. Dye shows after some minutes of running.",
  test: "Pressure test",
  gas: "Test gas",
  regulator: "Regulator fitted",
  noRegulator: "Fit the regulator",
  fill: "Fill with nitrogen",
  begin: "Begin the test",
  end: "End the test",
  release: "Let the nitrogen out",
  now: "Pressure in the circuit",
  drop: "Corrected drop",
  smallest: "Smallest leak it can show, a year",
  settle: "Wait until the pressure stands: the gas is warm from filling. Then begin, and leave it for half an hour.",
  leaveIt: "Leave it for half an hour: the longer it stands, the smaller the leak it can show.",
  notReady: "Choose the gas, fit the regulator and give the highest pressure of the low side first.",
  again: "Test again",
  charged: "Refrigerant is in the circuit. Recover it first: nitrogen goes into an empty circuit.",
  safetyTitle: "Dry nitrogen through a regulator only",
  nothingWorth: "No further check is worth its time here. Recover, then pressure-test with dry nitrogen.",
} as const;

export const pressureTraceWords = {
  name: "Pressure of the test gas",
  foot: "dotted: as read; line: at the starting temperature",
  limit: "below: it leaks",
} as const;

export const leakPlaceName = (place: LeakPlace): string => leakPlaces[place].name;
/** A place and how it stands: "Condenser: tight". */
export const placeLabel = (place: LeakPlace, state: PlaceState): string =>
  `${leakPlaces[place].name}: ${placeStateWords[state]}`;
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** In a list: "condenser, shaft seal". */
export const placeList = (places: readonly LeakPlace[]): string =>
  places.map((place) => lower(leakPlaces[place].name)).join(", ");

/** Headline of the search: what is missing and how far it has come; `rows` and `next` as the job has them. */
export function leakHeadline(
  job: Job,
  rows: readonly LeakPlaceRow[],
  next: NextLeakCheck | null,
  figures: Figures,
): { title: string; text: string } {
  const checked = rows.filter(({ state }) => state !== "unchecked").length;
  const open = openLeaks(job);
  const repaired = repairedLeaks(job);
  const state =
    open.length > 0
      ? `${open.length === 1 ? "One leak" : `${open.length} leaks`} found: ${placeList(open)}.`
      : repaired.length > 0
        ? `Leak repaired: ${placeList(repaired)}.`
        : checked === 0
          ? "No place checked yet."
          : "No leak found yet.";
  return {
    title: `${missingWords(job, figures)}${state}`,
    text: `${checked} of ${rows.length} places checked. ${remainingWords(job, next)}`,
  };
}

/** What is still to be done about it. */
function remainingWords(job: Job, next: NextLeakCheck | null): string {
  if (openLeaks(job).length > 0) return "";
  if (next !== null) return "";
  if (leakStageOf(job) === "after-work") return "All that was opened is checked.";
  return foundLeaks(job).length > 0 ? "" : leakWords.nothingWorth;
}

function missingWords(job: Job, figures: Figures): string {
  const lost = lossOf(job);
  if (lost === null || lost.lostG <= 0) return "";
  if (!missesTooMuch(job)) return "No more is missing than a sound car loses. ";
  const days = daysSinceFilled(job);
  const since = days === null ? "" : ` in ${monthsWords(days)}`;
  return `${figures.quantity(lost.lostG, "g")} lost${since}. `;
}

function monthsWords(days: number): string {
  const months = Math.round(days / DAYS_A_MONTH);
  return months < 2 ? `${Math.round(days)} days` : `${months} months`;
}

/** Why a place stands where it does, and what was checked there. */
export function placeEvidence({ signs, checks, probability, state }: LeakPlaceRow, figures: Figures): string {
  const seen = signs.map((sign) => `${lower(signNames[sign])} seen`);
  const made = checks.map((check) => checkWords(check, figures));
  const said = [...seen, ...made];
  if (said.length > 0) return said.join("; ");
  return state === "unchecked" ? `likelihood about ${Math.max(1, Math.round(probability * 100))} %` : "";
}

/** "electronic detector: leaks, 14 g a year, lower left". */
export function checkWords(check: LeakCheck, figures: Figures): string {
  const size = entryValue(fields.leakSize, check.size);
  const result = check.leaks ? "leaks" : "nothing found";
  return [
    `${lower(leakMethodWords[check.method].name)}: ${result}`,
    ...(size === null ? [] : [`${figures.quantity(size, "g")} a year`]),
    ...(check.spot.trim() === "" ? [] : [typed(check.spot.trim())]),
  ].join(", ");
}

/** The next check, as a button says it. */
export const nextCheckWords = ({ place, method }: NextLeakCheck): string =>
  `Next: ${lower(leakPlaces[place].name)}, ${lower(leakMethodWords[method].name)}`;

export const safetyText = (limitKpa: number | null, figures: Figures): string =>
  `Never air or oxygen: they burn with oil. ${limitKpa === null ? "Give the highest pressure of the low side first." : `At most ${figures.quantity(limitKpa, "kPa")} on the low side; the vehicle maker's figure comes first.`} Open the cylinder slowly, stand aside, let it out before the circuit is opened.`;

/** What the pressure test shows, and what it could not. */
export function pressureTestWords(answer: PressureTestAnswer, figures: Figures): string {
  const smallest = leakFigure(answer.smallestGYear, figures);
  switch (answer.outcome) {
    case "leaks":
      return `It leaks: as refrigerant about ${leakFigure(answer.leakGYear.value, figures)} a year. Find the place with foam or tracer gas while it is under pressure.`;
    case "rose":
      return "The corrected pressure rose: the gas was not at the temperature of the metal. Wait until it stands still and test again.";
    case "none-shown":
      return `No drop beyond the gauge error. This test shows leaks of ${smallest} a year and more: smaller ones need a detector. A sound car loses ${figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g")} a year.`;
  }
}

/** Two figures are all that a pressure test knows. */
export const leakFigure = (gYear: number, figures: Figures): string =>
  figures.quantity(Number(gYear.toPrecision(2)), "g");

export function pressureTestProblem(issue: PressureTestIssue, figures: Figures): string {
  switch (issue.code) {
    case "over-limit":
      return `${figures.quantity(issue.kpa, "kPa")} is above the ${figures.quantity(issue.limitKpa, "kPa")} that the low side stands. Let some out. What was typed is kept.`;
    case "too-low":
      return `${figures.quantity(issue.kpa, "kPa")} is too little to show a leak: fill to ${figures.quantity(issue.leastKpa, "kPa")} at least.`;
    case "too-short":
      return `${Math.round(issue.seconds / 60)} min are too short: the gas takes the temperature of the metal in ${LEAST_TEST_S / 60} min.`;
  }
}

/** Every check of the search and after the work, in the order they were made, as rows of a table under `leakTableHead`. */
export const leakTableHead = ["When", "Place", "Method", "Result", "Shown a year", "Where exactly"];
export const leakTable = ({ leak }: Pick<Job, "leak">, figures: Figures): string[][] =>
  leak.checks.map(({ stage, place, method, leaks, size, spot, at }) => [
    `${format(parseISO(at), "d MMM HH:mm")}, ${stage === "search" ? "search" : "after the work"}`,
    leakPlaces[place].name,
    leakMethodWords[method].name,
    leaks ? "leaks" : "tight",
    figures.quantity(entryValue(fields.leakSize, size), "g"),
    spot.trim() === "" ? "" : typed(spot.trim()),
  ]);

/** The test in one line, for report and sign-off. */
export function pressureTestLine(answer: PressureTestAnswer, gas: TestGas | null, figures: Figures): string {
  const drop = `${figures.quantity(answer.dropKpa, "kPa", 1)} ± ${figures.uncertainty(answer.uncertaintyKpa, "kPa")}`;
  const outcome =
    answer.outcome === "leaks"
      ? `leaks, about ${leakFigure(answer.leakGYear.value, figures)} a year`
      : answer.outcome === "none-shown"
        ? `no leak of ${leakFigure(answer.smallestGYear, figures)} a year or more`
        : "not settled";
  return `pressure test${gas === null ? "" : ` with ${lower(testGasLabels[gas])}`}: corrected drop ${drop}, ${outcome}`;
}

/** Next act about a loss: nothing asks for a leak that was found. */
export function lossSentence(job: Job): string {
  const open = openLeaks(job);
  if (open.length > 0) return `It leaks at: ${placeList(open)}. Repair it before it leaves.`;
  const repaired = repairedLeaks(job);
  if (repaired.length > 0) {
    const due = placesToCheck(job).filter((place) => repaired.includes(place));
    return due.length > 0
      ? "The leak was repaired: check it again after charging."
      : `The leak was repaired (${placeList(repaired)}), and is tight.`;
  }
  if (job.repair.parts.length > 0) return "What was opened is checked after charging.";
  if (job.leak.checks.length > 0) return "The leak search has found nothing yet.";
  return "Search for the leak before it leaves.";
}
