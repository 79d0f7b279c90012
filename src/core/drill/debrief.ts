/**
 * Debrief: the truth, the effect of each reading and when the fault was decidable, the acts beside the necessary ones, and the charge by other
 * methods. Made from the run's own readings; nothing the learner did not have is held against them.
 */

import { benchFaults } from "../bench/bench-state";
import type { Cause, FaultCause } from "../causes/catalogue";
import { chargeByMethods, chargingDay, HOT_C, type MethodsAnswer } from "../charge/charging-methods";
import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import { SAMPLE_S } from "../instruments/instrument-simulator";
import { carOf } from "./car-of-case";
import { channelActs, type DrillAct } from "./drill-acts";
import { type DrillCase, truthOfCase } from "./drill-case";
import { type DrillCheck, type WayStep, waySteps } from "./drill-check";
import {
  type DrillReadings,
  type Leading,
  leadingOf,
  nothingRead,
  probabilityOf,
  tells,
  weighReadings,
} from "./drill-readings";
import type { DrillRun } from "./drill-run";
import { type Danger, type Mistake, spoiledBy } from "./drill-shapes";

/** A moment at which something new was read. */
interface Said {
  atS: number;
  news: string[];
  readings: DrillReadings;
  /** Probability of the truth before this reading and with it. */
  before: number;
  after: number;
  leads: Leading;
}

interface Believed {
  atS: number;
  causes: Cause[];
  /** Possible causes at that moment, most likely first. */
  allowed: Leading[];
  truth: number;
}

interface Score {
  /** Out of 40, 20, 20, 10 and 10. */
  cause: number;
  evidence: number;
  care: number;
  grams: number;
  time: number;
  total: number;
}

export interface Debrief {
  truth: FaultCause[];
  /** Final answer of the learner; null after an accident. */
  causes: FaultCause[] | null;
  right: boolean;
  grams: { said: number | null; should: number; within: boolean | null; toleranceG: number };
  said: Said[];
  /** From here on its own readings gave the truth away, s; null: they never did. */
  knowableAtS: number | null;
  believed: Believed[];
  way: WayStep[] | null;
  wayMinutes: number;
  minutes: number;
  skipped: WayStep[];
  done: WayStep[];
  dangers: Danger[];
  hints: number;
  habits: { hotC: number; answer: MethodsAnswer } | null;
  mistakes: Mistake[];
  score: Score;
  books: DrillRun["grams"];
}

/** A correction within this share of the label, and at least so many grams, is right. */
const GRAMS_SHARE = 0.04;
const GRAMS_LEAST = 15;

export function debriefOf(run: DrillRun, check: DrillCheck): Debrief {
  const { given, events } = run;
  const truth = truthOfCase(given);
  const commit = run.committed;
  const causes = commit?.causes ?? null;
  const acts = events.flatMap((event) => (event.kind === "act" ? [event.act] : []));
  const dangers = events.flatMap((event) => (event.kind === "danger" ? [event.danger] : []));
  /** Inference from the readings: probability of the truth, and possible causes. */
  const weighed = (readings: DrillReadings) => {
    const made = weighReadings(given, readings);
    return { truth: probabilityOf(truth, made), allowed: leadingOf(made) };
  };
  let before = weighed(nothingRead).truth;
  const said = run.told.map(({ atS, news, readings }): Said => {
    const { truth: after, allowed } = weighed(readings);
    const one = { atS, news, readings, before, after, leads: allowed[0]! };
    before = after;
    return one;
  });
  const right = causes !== null && sameCauses(causes, truth);
  const atLast = weighed(run.readings);
  const last = atLast.allowed[0]!;
  const atEnd = atLast.truth;
  const books = run.grams;
  const grams = gramsOf(given, commit?.grams ?? null, books);
  const done = stepsDone(run);
  const mistakes = mistakesOf({ given, run, truth, causes, acts, dangers, grams, last, atEnd });
  const minutes = run.atS / 60;
  return {
    truth,
    causes,
    right,
    grams,
    said,
    knowableAtS: knowableAt(said),
    believed: run.script.flatMap((step): Believed[] => {
      if (step.does !== "belief") return [];
      const atS = step.at * SAMPLE_S;
      const readings = run.told.filter((moment) => moment.atS <= atS).at(-1)?.readings ?? nothingRead;
      return [{ atS, causes: step.causes, ...weighed(readings) }];
    }),
    way: check.way,
    wayMinutes: check.minutes,
    minutes,
    done,
    skipped: (check.way ?? []).filter((step) => !done.includes(step)),
    dangers,
    hints: acts.filter((act) => act === "hint").length,
    habits: methodsOf(given),
    mistakes,
    score: scoreOf({
      truth,
      causes,
      right,
      atEnd,
      mistakes,
      dangers,
      grams,
      minutes,
      wayMinutes: check.way ? check.minutes : null,
      acts,
    }),
    books,
  };
}

const sameCauses = (a: readonly FaultCause[], b: readonly FaultCause[]) =>
  a.length === b.length && a.every((cause) => b.includes(cause));

/** The first moment of the last stretch in which the truth stood clear. */
function knowableAt(said: readonly Said[]): number | null {
  let at: number | null = null;
  for (const { atS, after } of said) {
    if (!tells(after)) at = null;
    else at ??= atS;
  }
  return at;
}

function gramsOf(given: DrillCase, saidG: number | null, { nowG, recoveredG }: DrillRun["grams"]): Debrief["grams"] {
  const { label } = given.state;
  // Against what was in it: what was weighed out goes back in first.
  const should = Math.round(label.chargeG - nowG - recoveredG);
  const toleranceG = Math.max(GRAMS_LEAST, Math.round(GRAMS_SHARE * label.chargeG));
  return { said: saidG, should, toleranceG, within: saidG === null ? null : Math.abs(saidG - should) <= toleranceG };
}

/** Steps of a way that were done, in the order in which they were. */
export function stepsDone({ events, told }: Pick<DrillRun, "events" | "told">): WayStep[] {
  const own = events.flatMap((event): WayStep[] => {
    if (event.kind === "engine") return event.engine === "off" ? [] : [event.engine];
    return event.kind === "act" ? waySteps.filter((step) => step === event.act) : [];
  });
  const rested = told.some(({ news }) => news.includes("rest"));
  return [...new Set<WayStep>([...own, ...(rested ? (["rest"] as const) : [])])];
}

interface ForMistakes {
  given: DrillCase;
  run: DrillRun;
  truth: readonly FaultCause[];
  causes: readonly FaultCause[] | null;
  acts: readonly DrillAct[];
  dangers: readonly Danger[];
  grams: Debrief["grams"];
  last: Leading;
  atEnd: number;
}

function mistakesOf({ given, run, truth, causes, acts, dangers, grams, last, atEnd }: ForMistakes): Mistake[] {
  const found: Mistake[] = [];
  if (causes !== null) {
    const hit = causes.filter((cause) => truth.includes(cause)).length;
    if (truth.length === 0 && causes.length > 0) found.push("condemned-a-sound-car");
    else if (truth.length > 0 && hit === 0) found.push("wrong-cause");
    else if (hit < truth.length) found.push("missed-the-second");
    else if (causes.length > truth.length) found.push("wrong-cause");
    const wrong = !sameCauses(causes, truth);
    const named = last.cause === "none" ? causes.length === 0 : causes.some((cause) => cause === last.cause);
    if (wrong && last.probability >= CLEAR_PROBABILITY && !named) found.push("against-the-readings");
    else if (!tells(atEnd) && last.probability < CLEAR_PROBABILITY) found.push("before-it-was-known");
    // Without a label on the car no gram can be named.
    if (given.labelKnown && grams.within === false) found.push("wrong-grams");
  }
  if (!acts.includes("look")) found.push("did-not-look");
  const bad = given.misread && spoiledBy[given.misread];
  if (bad && !acts.includes("reseat") && run.connected.has(bad) && acts.includes(channelActs[bad]))
    found.push("believed-a-wrong-reading");
  if (dangers.length > 0) found.push("danger");
  return found;
}

interface ForScore {
  truth: readonly FaultCause[];
  causes: readonly FaultCause[] | null;
  right: boolean;
  atEnd: number;
  mistakes: readonly Mistake[];
  dangers: readonly Danger[];
  grams: Debrief["grams"];
  minutes: number;
  wayMinutes: number | null;
  acts: readonly DrillAct[];
}

/** Points of each part: cause, evidence, care, charge, time. */
const WORTH = { cause: 40, evidence: 20, care: 20, grams: 10, time: 10 } as const;
/** Taken off for each. */
const CARELESS: Partial<Record<Mistake, number>> = { "did-not-look": 5, "believed-a-wrong-reading": 5 };
const DANGER_COST = 10;
const HINT_COST = 2;
/** A correction that waits for the scale is no guess, and no answer either. */
const WEIGH_FIRST_SHARE = 0.6;

function scoreOf(of: ForScore): Score {
  const { truth, causes, right, atEnd, mistakes, dangers, grams, minutes, wayMinutes, acts } = of;
  const half = causes !== null && mistakes.includes("missed-the-second");
  const cause = right ? WORTH.cause : half ? WORTH.cause / 2 : 0;
  const reason = Math.min(atEnd / CLEAR_PROBABILITY, 1);
  const hints = acts.filter((act) => act === "hint").length;
  // Wrong in good faith of readings that misled is half as good as right by reason.
  const misled =
    causes !== null &&
    !right &&
    !mistakes.includes("against-the-readings") &&
    !mistakes.includes("before-it-was-known");
  const evidence = Math.max(0, (right ? WORTH.evidence * reason : misled ? WORTH.evidence / 2 : 0) - HINT_COST * hints);
  const careless = mistakes.reduce((sum, mistake) => sum + (CARELESS[mistake] ?? 0), 0);
  const care = Math.max(0, WORTH.care - careless - DANGER_COST * dangers.length);
  const ofCharge = truth.some((one) => one === "undercharge" || one === "overcharge");
  const gramsPoints =
    causes === null || grams.within === false
      ? 0
      : grams.within === null && ofCharge
        ? WORTH.grams * WEIGH_FIRST_SHARE
        : WORTH.grams;
  const time = right
    ? WORTH.time * (wayMinutes === null ? 1 : Math.min(1, (wayMinutes + FREE_MIN) / Math.max(minutes, 0.1)))
    : 0;
  const rounded = [cause, evidence, care, gramsPoints, time].map(Math.round) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const [a, b, c, d, e] = rounded;
  return { cause: a, evidence: b, care: c, grams: d, time: e, total: a + b + c + d + e };
}

/** Minutes beside the cheapest way that cost nothing: nobody walks it at once. */
const FREE_MIN = 6;

/** Charge by each method on this day, and its effect on the hot day, in this very car. */
function methodsOf(given: DrillCase): Debrief["habits"] {
  const { state } = given;
  const car = carOf(given);
  if (car === null) return null;
  const options = { faults: benchFaults(state), airKg: state.airG / 1000, hotC: HOT_C };
  return { hotC: HOT_C, answer: chargeByMethods(car.vehicle, chargingDay(state.conditions), null, options) };
}
