/**
 * Hypotheses of one vehicle and their readings under the test's conditions: every cause at a few severities, and common pairs, each solved on the
 * mean vehicle of the label. Readings are linear between the solved severities.
 */

import { type Cause, causeEntry, commonPairs, type FaultCause, faultCauses, possible } from "../../causes/catalogue";
import type { Fault } from "../../circuit/faults";
import { makePlant } from "../../circuit/steady/plant";
import type { SteadyState } from "../../circuit/steady/steady";
import { withUsualLabel } from "../../circuit/vehicle/usual";
import type { CircuitVehicle, VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { ReadingFile } from "../../readings/file/reading-file";
import { type Ranges, rangesOfTest } from "./expected-range";
import { type Shown, show } from "./observables";
import { circuitConditions, ensembleOf, type SoundReading, solveSound } from "./sound-vehicles";
import { type Spread, spreadOf } from "./spread";

/** The two faults of a pair grow together. */
const SOLVED_PAIR = [0.6] as const;
/** Severities that are weighed, evenly to the worst. */
const severities: readonly number[] = Array.from({ length: 14 }, (_, i) => (i + 1) / 14);
const pairSeverities = [0.25, 0.45, 0.65, 0.85] as const;

export interface Hypothesis {
  /** One, two, or none. */
  causes: { cause: Cause; severity: number }[];
  shown: Shown;
}

export interface Hypotheses {
  all: Hypothesis[];
  /** Readings of sound vehicles: the median of those that could wear the label, */
  sound: Shown;
  /** and how they differ from it. */
  spread: Spread;
  /** Expected range of every quantity, at each engine speed. */
  expected: Ranges[];
}

export function labelOfReading({ vehicle }: ReadingFile): VehicleLabel {
  return withUsualLabel({ ...vehicle, chargeG: vehicle.chargeG ?? UNKNOWN_CHARGE_G }, vehicle);
}

/** A missing label leaves the size open: a middling car. */
const UNKNOWN_CHARGE_G = 600;

/**
 * Solves them one after the other, at these engine speeds (rpm) and with parts at `soakC`; between two it yields the share that is done, so that a
 * worker may listen. `own` are readings of this very vehicle when it was sound. Returns null when not even the sound vehicle can be solved.
 */
export function* solveHypotheses(
  vehicle: CircuitVehicle,
  reading: ReadingFile,
  rpm: readonly number[],
  soakC: number,
  own: readonly SoundReading[] = [],
): Generator<number, Hypotheses | null> {
  const { label } = vehicle;
  const conditions = rpm.map((speed) => circuitConditions(reading.conditions, speed));
  const steps = faultCauses.length + commonPairs.length + 2;
  let done = 0;
  const solve = (faults: Fault[], from?: readonly (SteadyState | undefined)[], patient = false) =>
    show(
      conditions.map((at) => makePlant(vehicle, at, faults)),
      soakC,
      label.chargeG,
      from,
      patient,
    );
  const sound = solve([], undefined, true);
  if (sound === null) return null;
  const ensemble = ensembleOf(label, own);
  const alike = solveSound(ensemble, reading.conditions, rpm, soakC);
  const spread = spreadOf(alike, sound, rpm.length, label.metering);
  const expected = rangesOfTest(alike, ensemble.vehicles.length, rpm.length, reading);
  yield ++done / steps;
  const all: Hypothesis[] = [{ causes: [{ cause: "none", severity: 0 }], shown: sound }];
  const ladders = new Map<FaultCause, Rung[]>();
  for (const cause of faultCauses.filter((one) => possible(one, label))) {
    yield ++done / steps;
    const rungs: Rung[] = [{ severity: 0, shown: sound }];
    for (const severity of causeEntry(cause).solved) {
      const shown = solve([{ cause, severity }], rungs.at(-1)!.shown.states);
      if (shown !== null) rungs.push({ severity, shown });
    }
    ladders.set(cause, rungs);
    for (const severity of severities) {
      const shown = onLadder(rungs, severity);
      if (shown !== null) all.push({ causes: [{ cause, severity }], shown });
    }
  }
  for (const { causes: both } of commonPairs) {
    yield ++done / steps;
    const one = ladders.get(both[0]);
    if (!one) continue;
    const rungs: Rung[] = [{ severity: 0, shown: sound }];
    for (const severity of SOLVED_PAIR) {
      const shown = solve(
        both.map((cause) => ({ cause, severity })),
        onLadder(one, severity)?.states,
      );
      if (shown !== null) rungs.push({ severity, shown });
    }
    for (const severity of pairSeverities) {
      const shown = onLadder(rungs, severity);
      if (shown !== null) all.push({ causes: both.map((cause) => ({ cause, severity })), shown });
    }
  }
  return { all, sound, spread, expected };
}

interface Rung {
  severity: number;
  shown: Shown;
}

/** Readings between two solved severities; a vehicle that stands still is never mixed with one that runs. */
function onLadder(rungs: readonly Rung[], severity: number): Shown | null {
  const above = rungs.findIndex((rung) => rung.severity >= severity - 1e-9);
  if (above < 0) return rungs.at(-1)?.shown ?? null;
  const to = rungs[above]!;
  const from = rungs[above - 1];
  if (!from || Math.abs(to.severity - severity) < 1e-9) return to.shown;
  return mix(from.shown, to.shown, (severity - from.severity) / (to.severity - from.severity));
}

function mix(a: Shown, b: Shown, share: number): Shown {
  if (a.standing !== b.standing) return share < 0.5 ? a : b;
  const values = a.values.map((value, i) => value + share * (b.values[i]! - value));
  const duty = a.duty.map((value, i) => Math.min(Math.max(value + share * (b.duty[i]! - value), 0), 1));
  const near = share < 0.5 ? a : b;
  const swings = near.swings.map((swing, i) => {
    const [from, to] = [a.swings[i], b.swings[i]];
    if (!from || !to) return swing;
    return {
      widthK: from.widthK + share * (to.widthK - from.widthK),
      lnPeriod: from.lnPeriod + share * (to.lnPeriod - from.lnPeriod),
    };
  });
  return { values, duty, swings, standing: a.standing, states: near.states };
}
