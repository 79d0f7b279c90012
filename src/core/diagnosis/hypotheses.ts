/**
 * What could be the matter with one vehicle, and what each possibility would show in the conditions of the test: every cause at a few
 * severities, and the pairs that really come together, each solved on the mean vehicle of the label. Between the solved
 * severities what is shown is taken to run straight.
 */

import type { Fault, FaultCause } from "../circuit/faults";
import { makePlant } from "../circuit/plant";
import type { CircuitPoint } from "../circuit/point";
import { withUsualConditions, withUsualLabel } from "../circuit/usual";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../circuit/vehicle";
import type { ReadingFile } from "../readings/reading-file";
import type { Cause } from "./causes";
import { placeOf, type Shown, show } from "./observables";

/** How often each brings a car in, before anything is read: trade experience, rounded. They are weights, not yet shares. */
const priors: Record<Cause, number> = {
  none: 0.3,
  undercharge: 0.2,
  overcharge: 0.05,
  air: 0.05,
  "condenser-airflow": 0.06,
  "restriction-before-port": 0.03,
  "restriction-after-port": 0.05,
  "metering-stuck-closed": 0.05,
  "metering-stuck-open": 0.07,
  "compressor-worn": 0.08,
  "compressor-low-stroke": 0.05,
  "compressor-not-driven": 0.04,
  "evaporator-airflow": 0.07,
  "blend-door": 0.04,
};

/** Pairs that come together: a wrong charge on a car whose air side is neglected, or after work that let air in. */
const pairs: readonly (readonly [FaultCause, FaultCause])[] = [
  ["undercharge", "air"],
  ["undercharge", "condenser-airflow"],
  ["undercharge", "evaporator-airflow"],
  ["overcharge", "air"],
  ["overcharge", "condenser-airflow"],
  ["overcharge", "evaporator-airflow"],
];
const PAIR_PRIOR = 0.018;

/** Severities that are solved; between them, and down to none, lies a straight line. */
const SOLVED = [0.25, 0.45, 0.65, 0.85, 1] as const;
const SOLVED_PAIR = [0.4, 0.85] as const;
/** Severities that are weighed, evenly from the least worth a name to the worst. */
export const severities: readonly number[] = Array.from({ length: 14 }, (_, i) => 0.2 + (0.8 * i) / 13);
const pairSeverities = [0.25, 0.45, 0.65, 0.85] as const;
/** A clutch or belt mostly drives or does not; slipping is the rarer half. */
const DRIVEN_NOT_AT_ALL = 0.95;

export interface Hypothesis {
  /** One, two, or none. */
  causes: { cause: Cause; severity: number }[];
  /** Prior probability; all together sum to one. */
  prior: number;
  shown: Shown;
}

export interface Hypotheses {
  all: Hypothesis[];
  /** What a sound vehicle shows. */
  sound: Shown;
}

export function labelOfReading({ vehicle }: ReadingFile): VehicleLabel {
  return withUsualLabel({ ...vehicle, chargeG: vehicle.chargeG ?? UNKNOWN_CHARGE_G }, vehicle);
}

/** A missing label leaves the size open: a middling car. */
const UNKNOWN_CHARGE_G = 600;

/** The model's own range; conditions beyond it are taken at its edge. */
const MODEL_AMBIENT_C = { min: 5, max: 50 };

export function conditionsOfReading({ conditions }: ReadingFile, rpm: number): CircuitConditions {
  return withUsualConditions(
    {
      ambientC: Math.min(Math.max(conditions.ambientC, MODEL_AMBIENT_C.min), MODEL_AMBIENT_C.max),
      rpm: Math.min(Math.max(rpm, 500), 4000),
    },
    { ...conditions, altitudeM: Math.min(conditions.altitudeM ?? 0, 4000) },
  );
}

/** Whether a cause can happen to this vehicle at all. */
export function possible(cause: Cause, label: VehicleLabel): boolean {
  return cause !== "compressor-low-stroke" || label.compressor !== "fixed";
}

/**
 * Solves them one after the other; between two it yields the share that is done, so that a worker may listen. Returns null when
 * not even the sound vehicle can be solved.
 */
export function* solveHypotheses(
  vehicle: CircuitVehicle,
  conditions: readonly CircuitConditions[],
  soakC: number,
): Generator<number, Hypotheses | null> {
  const { label } = vehicle;
  const solve = (faults: Fault[], from?: readonly (CircuitPoint | undefined)[]) =>
    show(
      conditions.map((at) => makePlant(vehicle, at, faults)),
      soakC,
      label.chargeG,
      from,
    );
  const sound = solve([]);
  if (sound === null) return null;
  const singles = (Object.keys(priors) as Cause[]).filter(
    (cause): cause is FaultCause => cause !== "none" && possible(cause, label),
  );
  const all: Hypothesis[] = [{ causes: [{ cause: "none", severity: 0 }], prior: priors.none, shown: sound }];
  const ladders = new Map<FaultCause, Rung[]>();
  for (const [i, cause] of singles.entries()) {
    yield i / (singles.length + pairs.length);
    const rungs: Rung[] = [{ severity: 0, shown: sound }];
    for (const severity of SOLVED) {
      const shown = solve([{ cause, severity }], rungs.at(-1)!.shown.points);
      if (shown !== null) rungs.push({ severity, shown });
    }
    ladders.set(cause, rungs);
    const driven = cause === "compressor-not-driven";
    for (const severity of severities) {
      const share = driven && severity < 1 ? (1 - DRIVEN_NOT_AT_ALL) / (severities.length - 1) : 1 / severities.length;
      const prior = priors[cause] * (driven && severity >= 1 ? DRIVEN_NOT_AT_ALL : share);
      const shown = onLadder(rungs, severity);
      if (shown !== null) all.push({ causes: [{ cause, severity }], prior, shown });
    }
  }
  for (const [i, [a, b]] of pairs.entries()) {
    yield (singles.length + i) / (singles.length + pairs.length);
    const one = ladders.get(a);
    const two = ladders.get(b);
    if (!one || !two) continue;
    const corners = SOLVED_PAIR.map((sa) =>
      SOLVED_PAIR.map((sb) =>
        solve(
          [
            { cause: a, severity: sa },
            { cause: b, severity: sb },
          ],
          onLadder(one, sa)?.points,
        ),
      ),
    );
    const prior = PAIR_PRIOR / pairSeverities.length ** 2;
    for (const sa of pairSeverities) {
      for (const sb of pairSeverities) {
        const shown = between(corners, place(sa), place(sb));
        if (shown === null) continue;
        all.push({
          causes: [
            { cause: a, severity: sa },
            { cause: b, severity: sb },
          ],
          prior,
          shown,
        });
      }
    }
  }
  const mixed = withLookAlikes(all, ladders, conditions.length);
  const total = mixed.reduce((sum, { prior }) => sum + prior, 0);
  for (const hypothesis of mixed) hypothesis.prior /= total;
  return { all: mixed, sound };
}

/**
 * A clogged device and a blocked line differ in the gauges only by how much liquid stands in the line between, and just where dirt
 * settles is not known: with this share each looks as the other would, but for the fall along the line.
 */
const LOOK_ALIKE_SHARE = 0.3;

function withLookAlikes(all: Hypothesis[], ladders: ReadonlyMap<FaultCause, Rung[]>, settings: number): Hypothesis[] {
  const drops = Array.from({ length: settings }, (_, i) => placeOf("lineDrop", i, settings));
  return all.flatMap((hypothesis) => {
    const [only, second] = hypothesis.causes;
    const other = second
      ? undefined
      : only!.cause === "restriction-after-port"
        ? "metering-stuck-closed"
        : only!.cause === "metering-stuck-closed"
          ? "restriction-after-port"
          : undefined;
    const like = other && onLadder(ladders.get(other) ?? [], only!.severity);
    if (!like) return [hypothesis];
    const values = like.values.slice();
    for (const place of drops) values[place] = hypothesis.shown.values[place]!;
    return [
      { ...hypothesis, prior: hypothesis.prior * (1 - LOOK_ALIKE_SHARE) },
      { ...hypothesis, prior: hypothesis.prior * LOOK_ALIKE_SHARE, shown: { ...like, values } },
    ];
  });
}

interface Rung {
  severity: number;
  shown: Shown;
}

/** What lies between the solved severities; one that stands still is never mixed with one that runs. */
function onLadder(rungs: readonly Rung[], severity: number): Shown | null {
  const above = rungs.findIndex((rung) => rung.severity >= severity - 1e-9);
  if (above < 0) return rungs.at(-1)?.shown ?? null;
  const to = rungs[above]!;
  const from = rungs[above - 1];
  if (!from || Math.abs(to.severity - severity) < 1e-9) return to.shown;
  return mix(from.shown, to.shown, (severity - from.severity) / (to.severity - from.severity));
}

/** Place of a severity between the two that are solved for pairs; beyond them the line goes on. */
function place(severity: number): number {
  const [low, high] = SOLVED_PAIR;
  return (severity - low) / (high - low);
}

function between(corners: (Shown | null)[][], x: number, y: number): Shown | null {
  const row = corners.map(([low, high]) => (low && high ? mix(low, high, y) : (low ?? high ?? null)));
  const [low, high] = row;
  return low && high ? mix(low, high, x) : (low ?? high ?? null);
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
  return { values, duty, swings, standing: a.standing, points: near.points };
}
