/**
 * Could a gauge have told? How often a test with these instruments names what is wrong, over days and over the vehicles that could all wear the label;
 * and which action comes next.
 */

import type { Cause, FaultCause } from "../causes/catalogue";
import { solveSteady } from "../circuit/steady/steady";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { type Decision, decide } from "../diagnosis/decide/decide";
import { judge } from "../diagnosis/diagnose";
import type { NextTest } from "../diagnosis/next-test/next-tests";
import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import { shares, type Weighed, weigh } from "../diagnosis/weigh/weigh";
import { seededNoise } from "../maths/noise";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import { type BenchReading, plantOf, readingOf } from "./bench-answer";
import { readAtBench } from "./bench-file";
import { type BenchInstruments, benchInstruments } from "./bench-shapes";
import { type BenchState, truthOf } from "./bench-state";
import { read } from "./charge-curve";

/** Days that are asked about, degC. */
export const detectionDays: readonly number[] = [10, 15, 20, 25, 30, 35, 40];
const IDLE_RPM = 800;
const FAST_RPM = 1800;

/**
 * One day: share of the vehicles in which what is wrong was named by then; null where fewer than half run. A test goes from the fewest instruments to the
 * most and ends as soon as one cause stands clear, rightly or wrongly: so that no instrument more can find less.
 */
export interface DetectionDay {
  ambientC: number;
  found: Record<BenchInstruments, number> | null;
  /** Vehicles that ran, of which the shares are. */
  ran: number;
}

/** One day of {@link couldTell}. A state with nothing wrong asks how often it is held for sound. */
export function detectionOn(vehicles: readonly CircuitVehicle[], state: BenchState, ambientC: number): DetectionDay {
  const truth = truthOf(state);
  const found = counts();
  let ran = 0;
  for (const [i, vehicle] of vehicles.entries()) {
    const noise = seededNoise(1000 * (i + 1) + Math.round(ambientC));
    const settings = [IDLE_RPM, FAST_RPM].map((rpm) => settingOf(vehicle, state, ambientC, rpm, noise));
    const [idle, fast] = settings;
    if (!idle || !fast) continue;
    ran++;
    let right: boolean | null = null;
    for (const instruments of benchInstruments) {
      right ??= verdictOf(truth, weigh(fileOf(state, ambientC, [idle, fast], instruments)));
      if (right === true) found[instruments]++;
    }
  }
  if (ran * 2 < vehicles.length) return { ambientC, found: null, ran };
  return { ambientC, found: sharesOf(found, ran), ran };
}

/**
 * Whether the cause that stands clear is one of the truth; null while none does. By the rule by which a cause is acted upon at a vehicle. Where nothing is
 * wrong it is asked what leads: no fault is acted upon.
 */
function verdictOf(truth: readonly FaultCause[], weighed: Weighed): boolean | null {
  const share = shares(weighed);
  const leads = (Object.keys(share) as Cause[]).reduce((a, b) => (share[b] > share[a] ? b : a));
  if (truth.length === 0) return leads === "none" ? true : null;
  return share[leads] < CLEAR_PROBABILITY ? null : truth.some((cause) => cause === leads);
}

const counts = () =>
  Object.fromEntries(benchInstruments.map((one) => [one, 0])) as unknown as Record<BenchInstruments, number>;
const sharesOf = (found: Record<BenchInstruments, number>, of: number) =>
  Object.fromEntries(benchInstruments.map((one) => [one, found[one] / of])) as Record<BenchInstruments, number>;

function settingOf(
  vehicle: CircuitVehicle,
  state: BenchState,
  ambientC: number,
  rpm: number,
  noise: ReturnType<typeof seededNoise>,
): RunningSetting | null {
  const reading = truly(vehicle, state, ambientC, rpm);
  return reading && read(reading, { rpm }, noise);
}

/** Without errors; a car that stands still shows the same on both sides. */
export function truly(vehicle: CircuitVehicle, state: BenchState, ambientC: number, rpm: number): BenchReading | null {
  const plant = plantOf(vehicle, state, { ...state.conditions, ambientC, rpm });
  const solved = solveSteady(plant, undefined, false);
  if (!solved.ok) return null;
  if (solved.value.kind === "running") return readingOf(solved.value.state, plant.atmosphereKpa);
  const { rest, ventC } = solved.value;
  const kpa = rest.pressureKpa - plant.atmosphereKpa;
  const line = rest.temperatureC;
  return {
    low: kpa,
    high: kpa,
    vent: ventC,
    suction: line,
    liquid: line,
    discharge: line,
    superheat: 0,
    subcooling: 0,
  };
}

/** Readings with the instruments at hand. */
function fileOf(
  state: BenchState,
  ambientC: number,
  [idle, fast]: readonly [RunningSetting, RunningSetting],
  instruments: BenchInstruments,
): ReadingFile {
  const rank = benchInstruments.indexOf(instruments);
  const part = (setting: RunningSetting): RunningSetting => ({
    rpm: setting.rpm ?? null,
    lowKpa: setting.lowKpa ?? null,
    highKpa: setting.highKpa ?? null,
    ...(rank > 0 ? { ventC: setting.ventC ?? null } : {}),
    ...(rank > 1 ? { suctionLineC: setting.suctionLineC ?? null, liquidLineC: setting.liquidLineC ?? null } : {}),
  });
  const conditions = { ...state.conditions, ambientC };
  return readAtBench(state, conditions, rank > 2 ? [part(idle), part(fast)] : [part(idle)]);
}

export interface NextAtBench {
  /** Leading cause after both gauges and the vent, on the bench's own day, and its probability. */
  leads: { cause: string; probability: number };
  /** Next action by the same rule as in a job. */
  decision: Decision;
  /** The test that comes first, with its minutes and the share of vehicles in which it settles the diagnosis; null where the action is not a test. */
  test: Pick<NextTest, "test" | "minutes" | "settles" | "gainBits"> | null;
}

/** Diagnoses the middle vehicle on the bench's own day from both gauges and the vent; null where it does not run. */
export function nextAtBench(vehicle: CircuitVehicle, state: BenchState): NextAtBench | null {
  const { ambientC, rpm } = state.conditions;
  const reading = truly(vehicle, state, ambientC, rpm);
  if (reading === null) return null;
  const setting: RunningSetting = {
    rpm: Math.round(rpm),
    lowKpa: reading.low,
    highKpa: reading.high,
    ventC: reading.vent,
  };
  const verdict = judge(readAtBench(state, state.conditions, [setting]));
  const [first] = verdict.causes;
  const decision = decide(verdict);
  return {
    leads: { cause: first?.cause ?? "none", probability: first?.probability ?? 0 },
    decision,
    test: verdict.nextTests.find(({ test }) => decision.act === "test-first" && test === decision.test) ?? null,
  };
}
