/** Words of the leak search. */
import { format, parseISO } from "date-fns";
import { type LeakPlace, leakPlaces } from "@/core/causes/leak-places";
import { signNames } from "@/core/causes/signs";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import { DAYS_A_MONTH } from "@/core/dates";
import type { NextLeakCheck } from "@/core/leak/likelihood";
import type { LeakMethod } from "@/core/leak/methods";
import { LEAST_TEST_S, type PressureTestAnswer, type PressureTestIssue } from "@/core/leak/pressure-test";
import {
  foundLeaks,
  type LeakPlaceRow,
  leakStageOf,
  openLeaks,
  type PlaceState,
  placesToCheck,
  repairedLeaks,
} from "@/core/records/derived/job-leak";
import { daysSinceFilled, lossOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job, LeakCheck, TestGas } from "@/core/records/job";
import { missesTooMuch } from "@/core/records/leak-state";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { lowerFirst } from "./letters";
import { typed } from "./typed";

export const leakMethodWords: Record<LeakMethod, { name: string; how: string }> = {
  visual: { name: "Visual", how: "Oil, stone damage, loose joint or cap" },
  detector: { name: "Electronic detector", how: "Engine off, no wind, slowly from below" },
  dye: { name: "UV dye", how: "Lamp and glasses, after a run" },
  foam: { name: "Foam", how: "Watch for 2 min. Not near electrics" },
  tracer: { name: "Tracer gas", how: "Nitrogen with hydrogen and a hydrogen detector" },
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
  board: "Tap a place to check it. Number 1 is most likely.",
  places: "Places",
  tight: "Tight",
  leaks: "Leaks",
  spot: "Exact location",
  spotHint: "e.g. lower left, inlet joint",
  photo: "Photo of the leak",
  detect: "Hold detector here",
  full: "The list of checks is full. Sign off and continue in a new job.",
  capsOn: "Both caps fitted",
  capsOff: "Fit both caps: they seal, the cores do not",
  after: "Leak check after work",
  how: "Detector: engine off, no wind, from below, since refrigerant sinks. Dye shows after some minutes running.",
  test: "Pressure test",
  gas: "Test gas",
  regulator: "Regulator fitted",
  noRegulator: "Fit regulator",
  fill: "Fill with nitrogen",
  begin: "Start test",
  end: "End test",
  release: "Vent nitrogen",
  now: "Circuit pressure",
  drop: "Corrected drop",
  smallest: "Detection limit per year",
  settle: "Wait until the pressure is steady: filling warms the gas. Then start and wait half an hour.",
  leaveIt: "Wait half an hour. A longer test shows smaller leaks.",
  notReady: "First select the gas, fit the regulator and enter the maximum low-side pressure.",
  again: "Repeat test",
  charged: "Recover the refrigerant first: nitrogen goes into an empty circuit.",
  safetyTitle: "Dry nitrogen, through a regulator only",
  nothingWorth: "No further check is worth its time. Recover, then pressure-test with dry nitrogen.",
} as const;

export const pressureTraceWords = {
  time: "Time",
  shown: "shown by the gauge",
  corrected: "corrected to the starting temperature",
  name: "Test gas pressure",
  foot: "dotted: measured; line: temperature-corrected",
  limit: "below: leak",
} as const;

export const leakPlaceName = (place: LeakPlace): string => leakPlaces[place].name;
/** A place and how it stands: "Condenser: tight". */
export const placeLabel = (place: LeakPlace, state: PlaceState): string =>
  `${leakPlaces[place].name}: ${placeStateWords[state]}`;

/** In a list: "condenser, shaft seal". */
export const placeList = (places: readonly LeakPlace[]): string =>
  places.map((place) => lowerFirst(leakPlaces[place].name)).join(", ");

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
          : "No leak found.";
  return {
    title: `${missingWords(job, figures)}${state}`,
    text: `${checked} of ${rows.length} places checked. ${remainingWords(job, next)}`,
  };
}

/** Remaining work on the leak. */
function remainingWords(job: Job, next: NextLeakCheck | null): string {
  if (openLeaks(job).length > 0) return "";
  if (next !== null) return "";
  if (leakStageOf(job) === "after-work") return "All opened joints are checked.";
  return foundLeaks(job).length > 0 ? "" : leakWords.nothingWorth;
}

function missingWords(job: Job, figures: Figures): string {
  const lost = lossOf(job);
  if (lost === null || lost.lostG <= 0) return "";
  if (!missesTooMuch(job)) return "Loss is normal. ";
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
  const seen = signs.map((sign) => `${lowerFirst(signNames[sign])} found`);
  const made = checks.map((check) => checkWords(check, figures));
  const said = [...seen, ...made];
  if (said.length > 0) return said.join("; ");
  return state === "unchecked" ? `probability about ${Math.max(1, Math.round(probability * 100))} %` : "";
}

/** "electronic detector: leaks, 14 g a year, lower left". */
function checkWords(check: LeakCheck, figures: Figures): string {
  const size = entryValue(fields.leakSize, check.size);
  const result = check.leaks ? "leaks" : "nothing found";
  return [
    `${lowerFirst(leakMethodWords[check.method].name)}: ${result}`,
    ...(size === null ? [] : [`${figures.quantity(size, "g")} per year`]),
    ...(check.spot.trim() === "" ? [] : [typed(check.spot.trim())]),
  ].join(", ");
}

/** The next check, as a button says it. */
export const nextCheckWords = ({ place, method }: NextLeakCheck): string =>
  `Next: ${lowerFirst(leakPlaces[place].name)}, ${lowerFirst(leakMethodWords[method].name)}`;

export const safetyText = (limitKpa: number | null, figures: Figures): string =>
  `Never use air or oxygen: they burn with oil. ${limitKpa === null ? "Enter the maximum low-side pressure first." : `At most ${figures.quantity(limitKpa, "kPa")} on the low side; the vehicle maker's limit comes first.`} Open the cylinder slowly and stand aside. Vent before opening the circuit.`;

/** Result of the pressure test, and its detection limit. */
export function pressureTestWords(answer: PressureTestAnswer, figures: Figures): string {
  const smallest = leakFigure(answer.smallestGYear, figures);
  switch (answer.outcome) {
    case "leaks":
      return `Leak: about ${leakFigure(answer.leakGYear.value, figures)} of refrigerant per year. Locate it with foam or tracer gas under pressure.`;
    case "rose":
      return "The corrected pressure rose: gas and metal differ in temperature. Wait until steady and repeat.";
    case "none-shown":
      return `No drop beyond gauge error. Detection limit ${smallest} per year; use a detector for smaller leaks. A sound vehicle loses ${figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g")}.`;
  }
}

/** Two figures are all that a pressure test knows. */
export const leakFigure = (gYear: number, figures: Figures): string =>
  figures.quantity(Number(gYear.toPrecision(2)), "g");

export function pressureTestProblem(issue: PressureTestIssue, figures: Figures): string {
  switch (issue.code) {
    case "over-limit":
      return `${figures.quantity(issue.kpa, "kPa")} exceeds the low-side limit of ${figures.quantity(issue.limitKpa, "kPa")}. Vent some gas. Your entry is kept.`;
    case "too-low":
      return `${figures.quantity(issue.kpa, "kPa")} is too low to show a leak. Fill to at least ${figures.quantity(issue.leastKpa, "kPa")}.`;
    case "too-short":
      return `${Math.round(issue.seconds / 60)} min is too short: the gas needs ${LEAST_TEST_S / 60} min to reach metal temperature.`;
  }
}

/** Every check of the search and after the work, in the order they were made, as rows of a table under `leakTableHead`. */
export const leakTableHead = ["Time", "Place", "Method", "Result", "Detection limit per year", "Location"];
export const leakTable = ({ leak }: Pick<Job, "leak">, figures: Figures): string[][] =>
  leak.checks.map(({ stage, place, method, leaks, size, spot, at }) => [
    `${format(parseISO(at), "d MMM HH:mm")}, ${stage === "search" ? "search" : "after work"}`,
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
      ? `leak, about ${leakFigure(answer.leakGYear.value, figures)} per year`
      : answer.outcome === "none-shown"
        ? `no leak above ${leakFigure(answer.smallestGYear, figures)} per year`
        : "undecided";
  return `pressure test${gas === null ? "" : ` with ${lowerFirst(testGasLabels[gas])}`}: corrected drop ${drop}, ${outcome}`;
}

/** Next act about a loss: nothing asks for a leak that was found. */
export function lossSentence(job: Job): string {
  const open = openLeaks(job);
  if (open.length > 0) return `Leak at: ${placeList(open)}. Repair it before release.`;
  const repaired = repairedLeaks(job);
  if (repaired.length > 0) {
    const due = placesToCheck(job).filter((place) => repaired.includes(place));
    return due.length > 0
      ? "Leak repaired. Check it again after charging."
      : `Leak repaired (${placeList(repaired)}) and tight.`;
  }
  if (job.repair.parts.length > 0) return "Check opened joints after charging.";
  if (job.leak.checks.length > 0) return "No leak found so far.";
  return "Find the leak before releasing the vehicle.";
}
