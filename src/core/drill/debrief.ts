/**
 * Debrief: the truth, the effect of each reading and when the fault was decidable, the acts beside the necessary ones, and the charge by other
 * methods. Made from the run's own readings; nothing the learner did not have is held against them.
 */

import { chargeByMethods, chargingDay, HOT_C, type MethodsAnswer } from "../charge/charging-methods";
import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import { SAMPLE_S } from "../instruments/instrument-simulator";
import { carOf } from "./car-of-case";
import { actSpecs, channelActs, type DrillAct } from "./drill-acts";
import { type DrillCase, faultsOfCase, truthOfCase } from "./drill-case";
import { type DrillCheck, type PathStep, pathOf, separatingStep, type WayStep, waySteps } from "./drill-check";
import {
  type CaseWeighed,
  type DrillReadings,
  type Leading,
  leadingOf,
  leadsAll,
  nothingRead,
  probabilityOf,
  tells,
  weighReadings,
} from "./drill-readings";
import type { DrillRun } from "./drill-run";
import { type Danger, type Mistake, spoiledBy } from "./drill-shapes";
import { type CaseFault, type Named, shownAsCause } from "./drill-troubles";
import { explain, type Mechanism, mechanismOf } from "./mechanism";
import { type PlacedMistake, type Score, scoreOf } from "./score";

/** A moment at which something new was read. */
interface Said {
  atS: number;
  news: string[];
  readings: DrillReadings;
  /** Probability of the truth before this reading and with it. */
  before: number;
  after: number;
  leads: Leading;
  /** Why the most telling of these readings stands there; null where none is of the running vehicle. */
  mechanism: Mechanism | null;
}

interface Believed {
  atS: number;
  causes: Named[];
  /** Possible causes at that moment, most likely first. */
  allowed: Leading[];
  truth: number;
}

export interface Debrief {
  truth: CaseFault[];
  /** Final answer of the learner; null after an accident. */
  causes: CaseFault[] | null;
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
  /** The cheapest test not done that would have singled the fault out; null where it was, or none does. */
  separating: WayStep | null;
  /** Acts of the learner and of the shortest sequence on one clock. */
  path: { mine: PathStep[]; expert: PathStep[] };
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
  const explained = explain(given);
  let before = weighed(nothingRead).truth;
  const said = run.told.map(({ atS, news, readings }): Said => {
    const { truth: after, allowed } = weighed(readings);
    const mechanism = mechanismOf(given, explained, news);
    const one = { atS, news, readings, before, after, leads: allowed[0]!, mechanism };
    before = after;
    return one;
  });
  const right = causes !== null && sameCauses(causes, truth);
  const atLast = weighReadings(given, run.readings);
  const last = leadingOf(atLast)[0]!;
  const atEnd = probabilityOf(truth, atLast);
  const books = run.grams;
  const grams = gramsOf(given, commit?.grams ?? null, books);
  const done = stepsDone(run);
  const placed = [
    ...mistakesOf({ given, run, truth, causes, acts, dangers, grams, last, atEnd }).map((mistake) => ({
      mistake,
      atS: mistake === "danger" ? (events.find(({ kind }) => kind === "danger")?.atS ?? null) : null,
    })),
    ...canMistakes(run),
  ];
  const mistakes = [...new Set(placed.map(({ mistake }) => mistake))];
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
    separating: tells(atEnd) || explained.faulty === null ? null : separatingStep(given, explained.faulty, done),
    path: { mine: pathOf(run), expert: check.path },
    skipped: (check.way ?? []).filter((step) => !done.includes(step)),
    dangers,
    hints: acts.filter((act) => act === "hint").length,
    habits: methodsOf(given),
    mistakes,
    score: scoreOf({
      truth,
      causes,
      right,
      support: supportOf(causes, atLast),
      read: run.told.length > 0,
      mistakes: placed,
      failed: dangers.length > 0 || events.some(({ kind }) => kind === "relief-blew"),
      grams,
      minutes,
      wayMinutes: check.way ? check.minutes : null,
      hintsAtS: events.flatMap((event) => (event.kind === "act" && event.act === "hint" ? [event.atS] : [])),
    }),
    books,
  };
}

/** Probability that readings give to an answer, and whether it leads among all answers. */
function supportOf(causes: readonly CaseFault[] | null, weighed: CaseWeighed): { probability: number; leads: boolean } {
  if (causes === null) return { probability: 0, leads: false };
  const probability = probabilityOf(causes, weighed);
  return { probability, leads: leadsAll(probability, weighed) };
}

/** Mistakes with a can: dangerous with the engine running, a charge that is no longer known, a reading taken for a fill level, too much. */
function canMistakes({ events, told, given, grams }: DrillRun): PlacedMistake[] {
  const found: PlacedMistake[] = [];
  let engine: "off" | "idle" | "fast" = "off";
  let before: number | null = null;
  for (const event of events) {
    if (event.kind === "engine") engine = event.engine;
    if (event.kind !== "act") continue;
    const { can } = actSpecs[event.act];
    if (event.act === "shut-off" || event.act === "recover") engine = "off";
    if (can === undefined) continue;
    const { atS } = event;
    if (engine !== "off" && (can.side === "high" || can.phase === "liquid"))
      found.push({ mistake: "dangerous-act", atS });
    if (before === null) found.push({ mistake: "topped-up", atS });
    else if (told.some((moment) => moment.atS > before! && moment.atS <= atS))
      found.push({ mistake: "charged-by-a-sign", atS });
    before = atS;
  }
  const { label } = given.state;
  const over = grams.nowG - label.chargeG;
  if (before !== null && over > Math.max(GRAMS_LEAST, GRAMS_SHARE * label.chargeG))
    found.push({ mistake: "overfilled", atS: before });
  return found;
}

const sameCauses = (a: readonly CaseFault[], b: readonly CaseFault[]) =>
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

const asCause = (fault: CaseFault) => (shownAsCause as Partial<Record<CaseFault, CaseFault>>)[fault];

interface ForMistakes {
  given: DrillCase;
  run: DrillRun;
  truth: readonly CaseFault[];
  causes: readonly CaseFault[] | null;
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
    // The airflow was found, not the part that fails it.
    const near = truth.some((fault) => causes.some((cause) => cause === asCause(fault)));
    if (truth.length === 0 && causes.length > 0) found.push("condemned-a-sound-car");
    else if (truth.length > 0 && hit === 0) found.push(near ? "not-to-the-part" : "wrong-cause");
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
  const bad = given.misread === null ? [] : spoiledBy[given.misread];
  if (
    !acts.includes("reseat") &&
    bad.some((channel) => run.connected.has(channel) && acts.includes(channelActs[channel]))
  )
    found.push("believed-a-wrong-reading");
  if (dangers.length > 0) found.push("danger");
  return found;
}

/** Charge by each method on this day, and its effect on the hot day, in this very car. */
function methodsOf(given: DrillCase): Debrief["habits"] {
  const { state } = given;
  const car = carOf(given);
  if (car === null) return null;
  const options = { faults: faultsOfCase(given), airKg: state.airG / 1000, hotC: HOT_C };
  return { hotC: HOT_C, answer: chargeByMethods(car.vehicle, chargingDay(state.conditions), null, options) };
}
