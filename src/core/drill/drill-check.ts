/**
 * Whether a case can be solved at all, and by which way at least. The tests on offer are first weighed in every combination, dearer and dearer, with what
 * the middle of the instruments would show; a way that tells is then really gone, on the clock and with the instruments of the car, and counts only if it
 * tells there too.
 */
import { makePlant } from "../circuit/steady/plant";
import { restOf } from "../circuit/steady/rest";
import { type SteadyState, solveSteady } from "../circuit/steady/steady";
import { equalisationSeconds } from "../diagnosis/explain/equalisation";
import { engineRpm } from "../instruments/instrument-simulator";
import { channels } from "../readings/channels";
import type { RunningSetting } from "../readings/file/reading-file";
import { carOf } from "./car-of-case";
import { actSpecs, channelActs, type DrillAct, type DrillChannel, drillChannels } from "./drill-acts";
import { actsOf, type DrillCase, faultsOfCase, truthOfCase } from "./drill-case";
import { findingOf } from "./drill-findings";
import { type DrillReadings, nothingRead, probabilityOf, type Speed, tells, weighReadings } from "./drill-readings";
import { DrillRun, unasked } from "./drill-run";
import { spoiledBy } from "./drill-shapes";
import type { Doing } from "./drill-steps";
import { type CheckAct, type Finding, isTrouble, provedBy, type TroubleKind } from "./drill-troubles";
import { looksOf } from "./looks";

/** A step on the way: an act, or an engine speed until it has settled. */
export const waySteps = [
  "look",
  "gauges",
  "rest",
  "vent-probe",
  "suction-clamp",
  "liquid-clamp",
  "discharge-clamp",
  "condenser-air",
  "line-spots",
  "command",
  "reseat",
  "idle",
  "fast",
  "shut-off",
  "recover",
  "identify",
  "scan",
  "fan-check",
  "service-data",
  "vacuum-hold",
] as const;
export type WayStep = (typeof waySteps)[number];

/** Minutes of a step: a speed needs its time to settle, and gauges a minute before the engine is started. */
const wayMinutes = (step: WayStep): number =>
  step === "rest" || step === "idle" || step === "fast" || step === "shut-off"
    ? { rest: 1, idle: 3.5, fast: 2.5, "shut-off": 4 }[step]
    : actSpecs[step].minutes;

export interface DrillCheck {
  /** The cheapest way that was gone and told; null where none does. */
  way: WayStep[] | null;
  /** Clock at its end. */
  minutes: number;
  /** Probability of the truth at that moment, and with every offered reading. */
  probability: number;
  atBest: number;
  /** The clutch cycles on the low side at one speed at least. */
  cycles: boolean;
  /** Steps of that way, each with its moment. */
  path: PathStep[];
}

/** An act or a change of engine speed, and the moment it began. */
export interface PathStep {
  atS: number;
  step: DrillAct | "idle" | "fast" | "engine-off";
}

/** Combinations weighed at most, and ways gone at most. */
const MOST_WEIGHED = 3000;
const MOST_GONE = 4;
/** With instruments that err a way has to tell by so much more. */
const MARGIN = 0.06;

/** Error-free readings of each step; null where the car has no steady state. */
export interface Shown {
  running: Partial<Record<Speed, Record<DrillChannel, number> & Partial<RunningSetting>>>;
  rest: DrillReadings["rest"];
  equalise: DrillReadings["equalise"];
  recoveredG: number;
}

/** @param sound as this very vehicle would read with its label charge and without a fault. */
export function shownBy(given: DrillCase, sound = false): Shown | null {
  const { state } = given;
  const car = carOf(given);
  if (car === null) return null;
  const running: Shown["running"] = {};
  const faults = sound ? [] : faultsOfCase(given);
  const amount = sound
    ? { chargeKg: state.label.chargeG / 1000, airKg: 0 }
    : { chargeKg: car.arrivedKg, airKg: state.airG / 1000 };
  let equalise: Shown["equalise"] = null;
  let plant = makePlant(car.vehicle, state.conditions, faults, amount);
  for (const speed of ["idle", "fast"] as const) {
    plant = makePlant(car.vehicle, { ...state.conditions, rpm: engineRpm[speed] }, faults, amount);
    const solved = solveSteady(plant, undefined, false);
    if (!solved.ok) return null;
    if (solved.value.kind === "running") {
      const { state: steady } = solved.value;
      running[speed] = settingOf(steady, plant.atmosphereKpa, engineRpm[speed]);
      equalise = metIn(equalisationSeconds(plant, steady.superheatK));
    } else {
      const { rest, ventC } = solved.value;
      const kpa = rest.pressureKpa - plant.atmosphereKpa;
      const line = state.conditions.ambientC + 4;
      running[speed] = {
        rpm: engineRpm[speed],
        low: kpa,
        high: kpa,
        vent: ventC,
        suction: line,
        liquid: line,
        discharge: line,
        condenserIn: plant.condenserInletC,
        condenserOut: plant.condenserInletC,
        meteringIn: line,
        command: 100,
      };
    }
  }
  const rest = restOf(plant, state.conditions.ambientC).pressureKpa - plant.atmosphereKpa;
  return {
    running,
    rest: { lowKpa: rest, highKpa: rest, soakC: state.conditions.ambientC },
    equalise,
    recoveredG: amount.chargeKg * 990,
  };
}

function metIn(seconds: number): DrillReadings["equalise"] {
  const longest = actSpecs["shut-off"].minutes * 60;
  return seconds > longest ? { seconds: longest, equalised: false } : { seconds: Math.round(seconds), equalised: true };
}

function settingOf(state: SteadyState, atmosphereKpa: number, rpm: number) {
  const swing = state.limitedBy === "low" ? state.cycling : null;
  return {
    rpm,
    low: (swing?.lowMeanKpa ?? state.lowKpa) - atmosphereKpa,
    high: state.highKpa + (state.cycling?.highEngagedKpa ?? 0) - atmosphereKpa,
    vent: state.ventC,
    suction: state.suctionLineC,
    liquid: state.liquidLineC,
    discharge: state.dischargeLineC,
    condenserIn: state.condenserInletAirC,
    condenserOut: state.condenserOutletAirC,
    meteringIn: state.meteringInletC,
    command: state.command * 100,
    ...(swing && {
      lowMinKpa: swing.lowMinKpa - atmosphereKpa,
      lowMaxKpa: swing.lowMaxKpa - atmosphereKpa,
      cyclePeriodS: swing.periodS,
    }),
  };
}

function readingsBy(given: DrillCase, shown: Shown, steps: ReadonlySet<WayStep>): DrillReadings {
  const bad: readonly DrillChannel[] = given.misread === null || steps.has("reseat") ? [] : spoiledBy[given.misread];
  const on = drillChannels.filter((channel) => steps.has(channelActs[channel]) && !bad.includes(channel));
  const running: DrillReadings["running"] = {};
  for (const speed of ["idle", "fast"] as const) {
    const all = shown.running[speed];
    if (all === undefined || !steps.has(speed)) continue;
    const { lowMinKpa, lowMaxKpa, cyclePeriodS } = all;
    running[speed] = {
      rpm: all.rpm ?? null,
      ...Object.fromEntries(on.map((channel) => [channels[channel].field, all[channel]])),
      ...(on.includes("low") && lowMinKpa !== undefined ? { lowMinKpa, lowMaxKpa, cyclePeriodS } : {}),
    };
  }
  return {
    ...nothingRead,
    running,
    rest:
      steps.has("rest") && shown.rest
        ? { ...shown.rest, highKpa: bad.includes("high") ? null : shown.rest.highKpa }
        : null,
    equalise: steps.has("shut-off") ? shown.equalise : null,
    recoveredG: steps.has("recover") ? shown.recoveredG : null,
    found: steps.has("look") ? looksOf(given) : [],
    findings: findingsBy(given, shown, steps),
  };
}

/** Findings of the checks among the steps, without instrument errors. */
function findingsBy(given: DrillCase, shown: Shown, steps: ReadonlySet<WayStep>): Finding[] {
  const highKpa = shown.running.idle?.high ?? shown.rest?.highKpa ?? 0;
  return [...steps].filter(isCheckStep).map((check) => findingOf(given, check, highKpa));
}

function stepsOn(given: DrillCase): WayStep[] {
  const acts: readonly (DrillAct | WayStep)[] = [...actsOf(given), "rest", "idle", "fast"];
  return waySteps.filter((step) => acts.includes(step) && (step !== "reseat" || given.misread !== null));
}

const isCheckStep = (step: WayStep): step is CheckAct => Object.values(provedBy).some((act) => act === step);

/** Checks without which the truth of a case is not proved. */
const checksNeeded = (given: DrillCase): WayStep[] =>
  truthOfCase(given)
    .filter(isTrouble)
    .map((kind: TroubleKind) => provedBy[kind]);

/** A combination that makes no sense, or holds something that is then not used. */
function senseless(steps: ReadonlySet<WayStep>, needed: readonly WayStep[]): boolean {
  const runs = steps.has("idle") || steps.has("fast");
  // A check that stands on gauges or on an empty circuit brings them itself.
  if (needed.includes("scan") && !steps.has("gauges")) return true;
  if (needed.includes("vacuum-hold") && !steps.has("recover")) return true;
  if (needed.includes("scan") && !runs && !steps.has("rest") && steps.size === 2) return false;
  if ((steps.has("rest") || steps.has("shut-off")) && !steps.has("gauges")) return true;
  if (steps.has("shut-off") && !runs) return true;
  const instruments = drillChannels.some((channel) => steps.has(channelActs[channel]));
  return instruments !== (runs || steps.has("rest"));
}

export function checkCase(given: DrillCase): DrillCheck {
  const shown = shownBy(given);
  const truth = truthOfCase(given);
  const none: DrillCheck = { way: null, minutes: 0, probability: 0, atBest: 0, cycles: false, path: [] };
  if (shown === null) return none;
  const needed = checksNeeded(given);
  const all = stepsOn(given);
  // A check is on the way where only it proves what is the matter.
  const on: WayStep[] = all.filter((step) => !isCheckStep(step) || (step === "identify" && truth.includes("air")));
  const probable = (steps: ReadonlySet<WayStep>) =>
    probabilityOf(truth, weighReadings(given, readingsBy(given, shown, steps)));
  const atBest = probable(new Set(all));
  const cycles = Object.values(shown.running).some(({ cyclePeriodS }) => cyclePeriodS !== undefined);
  let weighed = 0;
  let gone = 0;
  for (const some of dearer(on, needed)) {
    const steps = new Set(waySteps.filter((step) => some.has(step)));
    if (senseless(steps, needed)) continue;
    if (++weighed > MOST_WEIGHED || gone >= MOST_GONE) break;
    if (!tells(probable(steps) - MARGIN)) continue;
    gone++;
    const { run, minutes, probability } = goWay(given, [...steps]);
    if (tells(probability)) return { way: [...steps], minutes, probability, atBest, cycles, path: pathOf(run) };
  }
  // Instruments that err, and a car that differs from the middle of its kind, may want all there is.
  for (const rest of [on.filter((step) => step !== "recover"), on]) {
    const way = waySteps.filter((step) => rest.includes(step) || needed.includes(step));
    const { run, minutes, probability } = goWay(given, way);
    if (tells(probability)) return { way, minutes, probability, atBest, cycles, path: pathOf(run) };
  }
  return { ...none, atBest, cycles };
}

/** All combinations, the cheapest first. */
function* dearer(on: readonly WayStep[], needed: readonly WayStep[]): Generator<ReadonlySet<WayStep>> {
  const all: { minutes: number; mask: number }[] = [];
  for (let mask = needed.length > 0 ? 0 : 1; mask < 1 << on.length; mask++) {
    let minutes = 0;
    for (let i = 0; i < on.length; i++) if (mask & (1 << i)) minutes += wayMinutes(on[i]!);
    all.push({ minutes, mask });
  }
  all.sort((a, b) => a.minutes - b.minutes || a.mask - b.mask);
  for (const { mask } of all) yield new Set([...on.filter((_, i) => mask & (1 << i)), ...needed]);
}

/** The acts of a way at the car, in the order in which they are done. */
function actsOfWay(way: readonly WayStep[]): Doing[] {
  const act = (act: DrillAct): Doing => ({ does: "act", act });
  const speed = (engine: Speed): Doing => ({ does: "engine", engine });
  const apart: readonly WayStep[] = [
    "rest",
    "idle",
    "fast",
    "shut-off",
    "recover",
    "reseat",
    "fan-check",
    "vacuum-hold",
  ];
  const on = way.filter((step) => !apart.includes(step)) as DrillAct[];
  const runs = way.includes("idle") || way.includes("fast");
  // The wrong reading is set right once everything is on.
  return [
    ...on.map(act),
    ...(way.includes("reseat") ? [act("reseat")] : []),
    ...(way.includes("idle") ? [speed("idle"), act("settle")] : []),
    ...(way.includes("fast") ? [speed("fast"), act("settle")] : []),
    ...(way.includes("fan-check") ? [...(runs ? [] : [speed("idle")]), act("fan-check")] : []),
    ...(way.includes("shut-off") ? [act("shut-off")] : []),
    ...(way.includes("recover") ? [act("recover")] : []),
    ...(way.includes("vacuum-hold") ? [act("vacuum-hold")] : []),
  ];
}

/**
 * The cheapest step not done yet after which the error-free readings of this vehicle single out the truth; null where none does by itself. A test of the
 * running vehicle counts with the gauges and the speed it needs.
 * @param shown what {@link shownBy} gives for the case.
 */
export function separatingStep(given: DrillCase, shown: Shown, done: readonly WayStep[]): WayStep | null {
  const truth = truthOfCase(given);
  const known = new Set(done);
  const left = stepsOn(given).filter((step) => !known.has(step) && step !== "reseat");
  const ways = left.map((step) => {
    const tried = new Set<WayStep>([...known, step]);
    const channel = drillChannels.some((one) => channelActs[one] === step);
    if (channel && !tried.has("idle") && !tried.has("fast")) tried.add("idle");
    if (step === "idle" || step === "fast" || step === "shut-off" || step === "rest" || step === "scan")
      tried.add("gauges");
    if (step === "vacuum-hold") tried.add("recover");
    const minutes = [...tried].filter((one) => !known.has(one)).reduce((sum, one) => sum + wayMinutes(one), 0);
    const probability = probabilityOf(truth, weighReadings(given, readingsBy(given, shown, tried)));
    return { step, minutes, probability };
  });
  return ways.filter(({ probability }) => tells(probability)).sort((a, b) => a.minutes - b.minutes)[0]?.step ?? null;
}

/** Acts and engine speeds of a run, each with the moment it began. */
export function pathOf({ events }: Pick<DrillRun, "events">): PathStep[] {
  return events.flatMap((event): PathStep[] =>
    event.kind === "engine"
      ? [{ atS: event.atS, step: event.engine === "off" ? "engine-off" : event.engine }]
      : event.kind === "act"
        ? [{ atS: event.atS, step: event.act }]
        : [],
  );
}

/** A minute at rest with the gauges on, samples. */
const REST_SAMPLES = 120;

/** Goes a way at the car and says what its readings told. What is believed meanwhile is not asked. */
export function goWay(
  given: DrillCase,
  way: readonly WayStep[],
): { run: DrillRun; minutes: number; probability: number } {
  const run = new DrillRun(given);
  const rests = way.includes("rest");
  let rested = false;
  for (const step of actsOfWay(way)) {
    if (rests && !rested && (step.does === "engine" || (step.does === "act" && step.act === "recover"))) {
      run.live(REST_SAMPLES);
      rested = true;
    }
    unasked(run, step);
  }
  if (rests && !rested) run.live(REST_SAMPLES);
  // A way that does harm is none.
  const harms = run.events.some(({ kind }) => kind === "danger" || kind === "relief-blew");
  const probability = harms ? 0 : probabilityOf(truthOfCase(given), weighReadings(given, run.readings));
  return { run, minutes: run.atS / 60, probability };
}
