/**
 * Which test not yet done would tell most for its time. What each would show is drawn from what is still probable, by the simulation of this
 * vehicle and by how such vehicles differ; each outcome is entered and weighed as if it had been read. So a test that is offered moves the
 * verdict, and says how often it settles it.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { type Cause, causeEntry, type FaultCause } from "../../causes/catalogue";
import type { VehicleLabel } from "../../circuit/vehicle/vehicle";
import { fluidTable } from "../../fluids/tables";
import { type NoiseSource, seededNoise } from "../../maths/noise";
import { emptyAtRest } from "../../readings/derive/empty";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { type BestAct, bestAct } from "../decide/acts";
import { readingSd } from "../explain/expected-range";
import type { Hypotheses } from "../explain/hypotheses";
import {
  type ObservableName,
  type Observed,
  observableAt,
  placeOf,
  type SettingObservable,
  settingObservables,
} from "../explain/observables";
import { fieldOf, wasRead } from "../explain/read-fields";
import { causeClasses, STANDS_ALONE } from "../weigh/classes";
import { FAST_RPM } from "../weigh/features";
import { entropyOf, type Weighed, weigh } from "../weigh/weigh";
import { type Predicted, type Predictor, predictor } from "./predict";

export const testIds = [
  "look",
  "suction-clamp",
  "liquid-clamp",
  "discharge-clamp",
  "vent-probe",
  "condenser-air",
  "both-gauges",
  "idle",
  "fast-idle",
  "rest",
  "shut-off",
  "line-spots",
  "command",
  "electric-scan",
  "recover",
] as const;
export type TestId = (typeof testIds)[number];

/** Time of each test, minutes: trade experience, rounded. */
export const testMinutes: Record<TestId, number> = {
  look: 3,
  "suction-clamp": 2,
  "liquid-clamp": 2,
  "discharge-clamp": 2,
  "vent-probe": 2,
  "condenser-air": 3,
  "both-gauges": 4,
  idle: 4,
  "fast-idle": 4,
  rest: 6,
  "shut-off": 5,
  "line-spots": 4,
  command: 3,
  "electric-scan": 4,
  recover: 25,
};

export interface NextTest {
  test: TestId;
  /** Paths of the reading file's fields that it fills. */
  reads: string[];
  /** Expected fall of the entropy between causes, bits. */
  gainBits: number;
  /** Share of such cars in which one cause stands alone after it. */
  settles: number;
  minutes: number;
  /** Minutes that it is expected to save, by what wrong acts cost (decide/acts.ts), after its own; negative where it is not worth them. */
  savesMinutes: number;
  /** Whether some outcome of it would change what is best done. */
  changesAct: boolean;
  /** Readings that each of the leading causes would give there (5, 50 and 95 %, in the unit of the observable), and at which engine speed. */
  outcomes: ({ cause: Cause; observable: ObservableName; rpm: number | null } & Predicted)[];
  /** The leading causes would show the same there as far as its instrument can tell: it confirms, and parts nothing. */
  confirms: boolean;
}

/** Outcomes drawn for each test: the gain is then good for a few hundredths of a bit. */
const DRAWS = 16;
/** A test that is expected to tell less is not offered: the leading causes would read alike there. */
const LEAST_BITS = 0.02;

export interface TestContext {
  compressor: ReadingFile["vehicle"]["compressor"];
  /** Somebody has looked round the car. */
  looked: boolean;
  leading: readonly Cause[];
}

interface Plan {
  id: TestId;
  minutes: number;
  /** Places of the vector that the test would fill. */
  places: number[];
}

/** Readings and their weighing before a next test is chosen. */
export interface BeforeTest {
  reading: ReadingFile;
  observed: Observed;
  hypotheses: Hypotheses;
  weighed: Weighed;
  /** Weight of each hypothesis, in their order. */
  weights: Float64Array;
}

export function nextTests(known: BeforeTest, context: TestContext, seed: number): NextTest[] {
  const { reading, observed, hypotheses, weighed, weights } = known;
  const kind = emptyAtRest(reading)?.kind;
  // A circuit that somebody evacuated says nothing of what was the matter.
  if (kind === "vacuum") return [];
  const before = entropyOf(weighed.classes);
  const now = bestAct(weighed.classes);
  const random = seededNoise(seed);
  const predicted = predictor(observed, hypotheses, weights, reading.conditions.ambientC);
  const empty = kind !== undefined;
  // Nothing is run that holds no refrigerant: it carries the oil.
  const offered = plans(observed, context).filter(({ id }) => !empty || id === "recover");
  const tests = offered.map((plan): NextTest => {
    const { bits, settles, lost, changes } = outcomesWeighed(plan, known, predicted, random, now);
    const outcomes = outcomesOf(plan, known, predicted, context.leading);
    return {
      test: plan.id,
      reads: pathsOf(plan, observed.rpm.length),
      gainBits: Math.max(0, Math.round((before - bits) * 100) / 100),
      settles: Math.round(settles * 100) / 100,
      minutes: plan.minutes,
      savesMinutes: Math.round((now.lost - lost - plan.minutes) * 10) / 10,
      changesAct: changes,
      outcomes,
      confirms: sameOutcome(outcomes, reading.vehicle.metering),
    };
  });
  if (!context.looked) {
    tests.push(inspection(LOOK, weighed, before, now));
  }
  if (context.compressor === "electric") {
    tests.push(inspection(ELECTRIC_SCAN, weighed, before, now));
  }
  return tests
    .filter(({ test, gainBits }) => gainBits >= LEAST_BITS || test === "recover" || test === "both-gauges")
    .sort(byWorth);
}

/** Those that lower the cost of acting most for their minutes stand first, then those that tell most. */
export function byWorth(a: NextTest, b: NextTest): number {
  const worth = ({ savesMinutes, minutes }: NextTest) => Math.max(savesMinutes, 0) / minutes;
  const tells = ({ gainBits, minutes }: NextTest) => gainBits / minutes;
  return worth(b) - worth(a) || tells(b) - tells(a) || a.minutes - b.minutes;
}

function pathsOf(plan: Plan, settings: number): string[] {
  const paths = plan.places.flatMap((place) => {
    const { name, setting } = observableAt(place, settings);
    if (setting !== null) return [`running[${setting}].${fieldOf[name]}`];
    if (name === "rest") return ["rest.lowKpa", "rest.highKpa", "rest.soakC"];
    return name === "meeting" ? ["equalise.seconds", "equalise.equalised"] : ["recoveredG"];
  });
  return [...new Set(paths)];
}

function plans(observed: Observed, { compressor }: TestContext): Plan[] {
  const settings = observed.rpm.length;
  const ran = observed.rpm.map((_, i) => settingObservables.some((name) => wasRead(observed, name, i)));
  const running = ran.some(Boolean) ? ran.map((_, i) => i).filter((i) => ran[i]) : [0];
  const at = (names: readonly SettingObservable[]) =>
    running.flatMap((i) => names.map((name) => placeOf(name, i, settings)));
  const missing = (names: readonly SettingObservable[]) =>
    names.every((name) => running.every((i) => !wasRead(observed, name, i)));
  const list: Plan[] = [];
  const offer = (id: TestId, names: readonly SettingObservable[]) => {
    if (missing(names)) list.push(planned(id, at(names)));
  };
  const once = (id: TestId, name: "rest" | "meeting" | "charge") => {
    if (!wasRead(observed, name, 0)) list.push(planned(id, [placeOf(name, 0, settings)]));
  };
  offer("suction-clamp", ["suction"]);
  offer("liquid-clamp", ["liquid"]);
  offer("discharge-clamp", ["discharge"]);
  offer("vent-probe", ["vent"]);
  offer("condenser-air", ["condenserInlet", "condenserOutlet"]);
  offer("both-gauges", ["condensing"]);
  offer("line-spots", ["lineDrop"]);
  if (compressor === "variable-external") offer("command", ["command"]);
  // The other engine speed with whatever is connected already.
  const connected = settingObservables.filter((name) => running.some((i) => wasRead(observed, name, i)));
  for (const [i, done] of ran.entries()) {
    // An electric compressor has no engine speed to be read at.
    if (done || (compressor === "electric" && ran.some(Boolean))) continue;
    const names: readonly SettingObservable[] =
      connected.length > 0 ? connected : ["evaporating", "condensing", "vent"];
    const places = names.map((name) => placeOf(name, i, settings));
    list.push(planned(observed.rpm[i]! > FAST_RPM ? "fast-idle" : "idle", places));
  }
  once("rest", "rest");
  once("shut-off", "meeting");
  once("recover", "charge");
  return list;
}

const planned = (id: TestId, places: number[]): Plan => ({ id, minutes: testMinutes[id], places });

/** Mean entropy after the test and how often it is settled, over outcomes drawn from what is still probable. */
function outcomesWeighed(
  plan: Plan,
  { reading, observed }: BeforeTest,
  { weights, at, limits }: Predictor,
  random: NoiseSource,
  now: BestAct,
): { bits: number; settles: number; lost: number; changes: boolean } {
  const own = plan.places.map((place) => ({ place, ...at(place) }));
  const cumulative: number[] = [];
  let total = 0;
  for (const weight of weights) {
    total += weight;
    cumulative.push(total);
  }
  let bits = 0;
  let settles = 0;
  let lost = 0;
  let changes = false;
  for (let draw = 0; draw < DRAWS; draw++) {
    // Strata of equal probability: every draw comes from its own part of what is probable.
    const target = ((draw + random.uniform()) / DRAWS) * total;
    const which = Math.max(
      cumulative.findIndex((upTo) => upTo >= target),
      0,
    );
    const common = random.normal();
    const values = own.map(({ place, means, sd }) => {
      const { least, most } = limits(place, which);
      const value = means[which]! + sd * (0.6 * common + 0.8 * random.normal());
      return { place, value: Math.min(Math.max(value, least), most) };
    });
    const { classes } = weigh(entered(reading, values, observed));
    bits += entropyOf(classes) / DRAWS;
    settles += classes.some((p) => p >= STANDS_ALONE) ? 1 / DRAWS : 0;
    const best = bestAct(classes);
    lost += best.lost / DRAWS;
    changes ||= best.act !== now.act;
  }
  return { bits, settles, lost, changes };
}

/** The reading with outcomes put where they would be written. */
export function entered(
  reading: ReadingFile,
  values: readonly { place: number; value: number }[],
  observed: Observed,
): ReadingFile {
  const fluid = fluidTable(reading.vehicle.refrigerant);
  const atmosphere = atmosphericPressureKpa(reading.conditions.altitudeM ?? 0);
  const gauge = (temperatureC: number) =>
    fluid.saturationPressureKpa(Math.min(Math.max(temperatureC, -48), 92)) - atmosphere;
  const settings = observed.rpm.length;
  const running: RunningSetting[] = (reading.running ?? []).map((setting) => ({ ...setting }));
  let { rest, equalise, recoveredG } = reading;
  for (const { place, value } of values) {
    if (Number.isNaN(value)) continue;
    const { name, setting } = observableAt(place, settings);
    if (setting === null) {
      if (name === "rest") {
        const soakC = rest?.soakC ?? reading.conditions.ambientC;
        const kpa = gauge(soakC + value);
        rest = { lowKpa: kpa, highKpa: kpa, soakC };
      } else if (name === "meeting") equalise = { seconds: Math.exp(Math.min(value, 8)), equalised: true };
      else recoveredG = Math.max(0, value) * (reading.vehicle.chargeG ?? 0);
      continue;
    }
    while (running.length <= setting) running.push({ rpm: observed.rpm[running.length]! });
    const into = running[setting]!;
    if (name === "evaporating") into.lowKpa = gauge(value);
    else if (name === "condensing") into.highKpa = gauge(value);
    else if (name === "lineDrop") {
      const liquid = into.liquidLineC ?? reading.conditions.ambientC + LIQUID_OVER_AIR_K;
      into.liquidLineC = liquid;
      into.meteringInletC = liquid - Math.max(value, 0);
    } else if (name === "command") into.compressorDutyPct = Math.min(Math.max(value, 0), 100);
    else into[fieldOf[name] as "ventC"] = value;
  }
  return { ...reading, running, rest, equalise, recoveredG };
}

/** A liquid line where it was not read, K over the ambient. */
const LIQUID_OVER_AIR_K = 12;

const LOOK: Inspection = {
  test: "look",
  minutes: testMinutes.look,
  chanceOf: (cause) => causeEntry(cause).looks?.found ?? 0,
};
/** A cause that a look finds more seldom than this changes nothing. */
const LEAST_FOUND = 0.01;

/** A scan tool shows speed asked for and reached, interlock and insulation faults of an electric compressor. */
const SCAN_FINDS: Partial<Record<FaultCause, number>> = { "compressor-not-driven": 0.95 };
const ELECTRIC_SCAN: Inspection = {
  test: "electric-scan",
  minutes: testMinutes["electric-scan"],
  chanceOf: (cause) => SCAN_FINDS[cause] ?? 0,
};

interface Inspection {
  test: TestId;
  minutes: number;
  /** How often it finds a cause that is there, 0 to 1. */
  chanceOf: (cause: FaultCause) => number;
}

/** An inspection tells a few causes from all others, and is rarely wrong when it finds something. `before`: entropy without it, bits. */
function inspection({ test, minutes, chanceOf }: Inspection, weighed: Weighed, before: number, now: BestAct): NextTest {
  const chances = causeClasses.map((acting) => Math.max(0, ...acting.map(chanceOf)));
  let found = 0;
  let lost = 0;
  let changes = false;
  const unseen = weighed.classes.map((p, k) => {
    found += p * chances[k]!;
    if (p * chances[k]! > LEAST_FOUND) {
      const best = bestAct(weighed.classes.map((_, j) => (j === k ? 1 : 0)));
      lost += p * chances[k]! * best.lost;
      changes ||= best.act !== now.act;
    }
    return p * (1 - chances[k]!);
  });
  const left = Math.max(1 - found, 1e-9);
  const after = unseen.map((p) => p / left);
  const bits = left * entropyOf(after);
  const unseenBest = bestAct(after);
  return {
    test,
    reads: ["observations"],
    gainBits: Math.max(0, Math.round((before - bits) * 100) / 100),
    settles: Math.round((found + (after.some((p) => p >= STANDS_ALONE) ? left : 0)) * 100) / 100,
    minutes,
    savesMinutes: Math.round((now.lost - lost - left * unseenBest.lost - minutes) * 10) / 10,
    changesAct: changes || unseenBest.act !== now.act,
    outcomes: [],
    confirms: false,
  };
}

/** The reading that parts the leading causes most, and what each would make it. */
function outcomesOf(
  plan: Plan,
  { reading, observed, hypotheses: { all, spread } }: BeforeTest,
  { range }: Predictor,
  leading: readonly Cause[],
): NextTest["outcomes"] {
  const length = observed.values.length;
  const holds = leading.map((cause) => (i: number) => all[i]!.causes.some((one) => one.cause === cause));
  let widest: { place: number; ranges: (Predicted | null)[]; span: number } | null = null;
  for (const place of plan.places) {
    const ranges = holds.map((one) => range(place, one));
    const middles = ranges.flatMap((one) => (one === null ? [] : [one.median]));
    if (middles.length < 2) continue;
    const span = (Math.max(...middles) - Math.min(...middles)) / Math.sqrt(spread.covariance[place * length + place]!);
    if (widest === null || span > widest.span) widest = { place, ranges, span };
  }
  if (widest === null) return [];
  const { name: observable, setting } = observableAt(widest.place, observed.rpm.length);
  // A share of a label that nobody knows is the share of nothing.
  if (observable === "charge" && reading.vehicle.chargeG == null) return [];
  const rpm = setting === null ? null : observed.rpm[setting]!;
  return leading.flatMap((cause, i) => {
    const found = widest.ranges[i];
    return found ? [{ cause, observable, rpm, ...found }] : [];
  });
}

/** Whether the first two differ by less than instruments and model err by together. */
function sameOutcome(outcomes: NextTest["outcomes"], metering: VehicleLabel["metering"]): boolean {
  const [first, second] = outcomes;
  return (
    first !== undefined &&
    second !== undefined &&
    Math.abs(first.median - second.median) < readingSd(first.observable, metering)
  );
}
