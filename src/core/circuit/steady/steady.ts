/**
 * The running circuit at rest with itself: pressures and liquid positions at which condenser, evaporator, metering device and
 * charge all balance. Newton's method on four unknowns; where the clutch cycles, the duty takes the place of the pressure its
 * switch holds.
 */

import { CP_AIR } from "../../air/humid-air";
import { solveInPlace } from "../../maths/linear";
import { fail, type Result, succeed } from "../../result";
import { finSensorC } from "./controls";
import { type CyclingSwing, swingOf } from "./cycling";
import { CircuitPass } from "./pass";
import { MOST_FLOODED } from "./pass/constants";
import { airHeat } from "./pass/evaporator";
import type { Plant } from "./plant";
import type { CircuitPoint } from "./point";
import { beyondRange, type RangeIssue } from "./range";
import { arrivedRestOf, type RestState, restOf } from "./rest";

/** Pressures kPa absolute, temperatures degC, flows kg/s, powers kW, masses kg. */
export interface SteadyState {
  point: CircuitPoint;
  lowKpa: number;
  /** At the high-side port. */
  highKpa: number;
  suctionKpa: number;
  dischargeKpa: number;
  meteringKpa: number;
  condensingC: number;
  evaporatingC: number;
  flowKgS: number;
  /** Leaving the evaporator, K, and before the metering device against the pressure at the port, K. */
  superheatK: number;
  subcoolingK: number;
  suctionLineC: number;
  liquidLineC: number;
  /** Behind whatever blocks the liquid line. */
  meteringInletC: number;
  dischargeLineC: number;
  coilC: number;
  ventC: number;
  condenserInletAirC: number;
  condenserOutletAirC: number;
  powerKw: number;
  coolingKw: number;
  rejectedKw: number;
  /** Share of full stroke, or of time the clutch is in. */
  duty: number;
  stroke: number;
  /** Command of an external control, 0 to 1; 1 for every other. */
  command: number;
  cycling: CyclingSwing | null;
  limitedBy: "low" | "high" | null;
  /** Share of the receiver or accumulator that is liquid. */
  storeLevel: number;
  /** Shares of the condenser's face: cooling vapour, condensing, liquid. */
  condenserZones: { desuperheating: number; condensing: number; liquid: number };
  airKpa: number;
  /** Relative errors of what must balance. */
  massError: number;
  energyError: number;
  iterations: number;
}

export type SteadyResult =
  | { kind: "running"; state: SteadyState }
  /** The compressor does not turn: not driven, or held out by the low-pressure switch. */
  | {
      kind: "standing";
      reason: "not-driven" | "low-pressure-lock-out" | "no-refrigerant";
      rest: RestState;
      ventC: number;
    };

export type SteadyIssue = { code: "no-convergence"; residual: number; point: CircuitPoint } | RangeIssue;

/** Replacement of one unknown: none, a pressure held by a switch, or (while sizing) the level of the store instead of the charge. */
type Mode = "free" | "low" | "high" | "level";
type Switch = Extract<Mode, "low" | "high">;

/** A belt or clutch that slips more than this turns nothing worth the name, turns a second. */
const LEAST_TURNS = 3;
const LEAST_LOW = 9;
/** Bounds of the liquid's coordinates: vapour superheated by more is hotter than any discharge line. */
const HIGH_LEAST = -3.3;
const WET_LEAST = -1;
/** A clutch that is in for less of the time hardly turns. */
const LEAST_DUTY = 0.002;
const MOST_LOW = 1500;
const MOST_HIGH = 3195;
/** Residual (largest of the four, scaled) that counts as solved, and one good enough to be kept if rounding stops there. */
const SOLVED = 1e-7;
const GOOD_ENOUGH = 3e-4;
const MOST_ITERATIONS = 60;
/** A start is given up when so many iterations left more than this share of its residual. */
const CHECKED_EVERY = 4;
const WORTH_GOING_ON = 0.8;
/** Scales of the residuals: kW, kW, kg/s. */
const SCALE_KW = 3;
const SCALE_FLOW = 0.03;

const pass = new CircuitPass();
const residual = new Float64Array(4);
const trial = new Float64Array(4);
const best = new Float64Array(4);
const jacobian = new Float64Array(16);

/**
 * Steady state of a plant; `from` is a nearby point to start at. Without `patient` the long ways to the one case in a hundred are not gone:
 * for many draws, where time matters more than the last of them. Errors: out-of-range, by quantity and limit; no-convergence, with the best
 * point found.
 */
export function solveSteady(plant: Plant, from?: CircuitPoint, patient = true): Result<SteadyResult, SteadyIssue> {
  const beyond = beyondRange(plant);
  if (beyond) return fail(beyond);
  const standing = standsStill(plant);
  if (standing) return succeed(standing);
  const start = from && from.duty === 1 ? from : undefined;
  const cycling = from && from.duty < 1 ? from : undefined;
  // A clutch that cycled nearby most likely cycles here too.
  if (cycling) {
    const again = solveMode(plant, switchOf(plant, cycling), cycling, "nearby");
    if (again.ok && again.value.point.duty < 1) return succeed({ kind: "running", state: again.value.state() });
  }
  const effort = patient ? "patient" : "thorough";
  let free = solveMode(plant, "free", start, "quick");
  if (!free.ok) {
    // Without a free solution the high side would leave the range of the tables: only its switch can hold it.
    const cut = solveMode(plant, "high", cycling, "quick");
    if (cut.ok && cut.value.point.duty <= 1) return succeed({ kind: "running", state: cut.value.state() });
    free = solveMode(plant, "free", cut.ok ? { ...cut.value.point, duty: 1 } : start, effort);
    if (!free.ok && !patient) return free;
  }
  const limit = free.ok ? limitBroken(plant, free.value.point) : "high";
  if (limit === null) return free.ok ? succeed({ kind: "running", state: free.value.state() }) : free;
  const near = cycling ?? (free.ok ? { ...free.value.point, duty: 0.8 } : undefined);
  const limited = solveMode(plant, limit, near, effort);
  if (limited.ok && limited.value.point.duty <= 1) return succeed({ kind: "running", state: limited.value.state() });
  // A clutch that would have to be in for more than all of the time never lets go: there is a free state that its switch allows.
  const most = limited.ok ? limited.value.point : limited.issue.code === "no-convergence" ? limited.issue.point : null;
  const allowed = most && solveMode(plant, "free", { ...most, duty: 1 }, effort);
  if (allowed?.ok && limitBroken(plant, allowed.value.point) === null)
    return succeed({ kind: "running", state: allowed.value.state() });
  if (limited.ok) return succeed({ kind: "running", state: limited.value.state() });
  return free.ok ? limited : free;
}

/**
 * Mass in the circuit, kg, when its store stands at a level (receiver: the coordinate `high`, accumulator: `wet`) instead
 * of holding a given charge; for sizing. Null without a solution.
 */
export function solveAtStoreLevel(plant: Plant, level: number): number | null {
  for (const start of starts(plant)) {
    if (newton(plant, "level", level, start).residual > GOOD_ENOUGH) continue;
    evaluateAt(plant, "level", level, best);
    return pass.highMass + pass.lowMass;
  }
  return null;
}

/** A clutch that cannot or must not close. */
function standsStill(plant: Plant): Extract<SteadyResult, { kind: "standing" }> | null {
  const { controls } = plant.vehicle;
  const soaked = restOf(plant, plant.conditions.ambientC);
  const gauge = soaked.pressureKpa - plant.atmosphereKpa;
  // A switch on the low side that cycles the clutch also keeps it out of a circuit that never comes up to where it takes; air in it is
  // swept to the high side by the first turn.
  const lowSwitch = plant.vehicle.compressor.kind === "fixed" && plant.vehicle.metering.kind === "orifice";
  const reason =
    plant.turns < LEAST_TURNS
      ? ("not-driven" as const)
      : plant.chargeKg < 0.004
        ? ("no-refrigerant" as const)
        : gauge < controls.lockOutKpa || (lowSwitch && gauge - soaked.airKpa < controls.lowInKpa)
          ? ("low-pressure-lock-out" as const)
          : null;
  if (reason === null) return null;
  const coil = plant.coils[0]!;
  // The engine warms its bay: what liquid there is stands a little above the ambient.
  const rest = arrivedRestOf(plant, plant.conditions.ambientC + 1.5);
  return { kind: "standing", reason, rest, ventC: mixWithHeater(plant, coil.inletC) + 1 };
}

/** Which switch would act at this point, if any. */
function limitBroken(plant: Plant, point: CircuitPoint): Switch | null {
  const { controls, compressor, label } = plant.vehicle;
  if (point.highKpa - plant.atmosphereKpa > controls.highOutKpa) return "high";
  if (compressor.kind !== "fixed") return null;
  if (label.metering === "orifice-tube") {
    return point.lowKpa - plant.atmosphereKpa < controls.lowOutKpa ? "low" : null;
  }
  // The solver's last trial need not have been its best.
  pass.evaluate(plant, point);
  return finSensorC(plant, pass.metalC, point.evaporatorFill) < controls.freezeOutC ? "low" : null;
}

/** The mean pressure a switch holds, kPa absolute. */
function heldPressure(plant: Plant, mode: Switch): number {
  const { controls, label } = plant.vehicle;
  if (mode === "high") return plant.atmosphereKpa + (controls.highOutKpa * 2 + controls.highInKpa) / 3;
  if (label.metering === "orifice-tube") {
    return plant.atmosphereKpa + controls.lowOutKpa + 0.42 * (controls.lowInKpa - controls.lowOutKpa);
  }
  // Fins at the middle of the switch's span; the refrigerant colder by what the wall needs.
  const coil = plant.coils[0]!;
  const fins = (controls.freezeOutC + controls.freezeInC) / 2;
  const heat = airHeat(coil, fins, plant.atmosphereKpa);
  return plant.fluid.saturationPressureKpa(fins - Math.max(heat, 0) / coil.wallConductance);
}

interface Solved {
  point: CircuitPoint;
  state: () => SteadyState;
}

/**
 * Effort of the solver. Nearby: from a known point only. Quick: from the likeliest starts, until the high side exceeds its switch. Thorough: from
 * every start. Patient: by continuation after that.
 */
type Effort = "nearby" | "quick" | "thorough" | "patient";

/** Newton's method goes first from so many places, the circuit's own drift after it. */
const NEWTON_FIRST = 2;

function solveMode(
  plant: Plant,
  mode: Mode,
  from: CircuitPoint | undefined,
  effort: Effort,
): Result<Solved, SteadyIssue> {
  const held = mode === "low" || mode === "high" ? heldPressure(plant, mode) : 0;
  let worst = Number.POSITIVE_INFINITY;
  let iterations = 0;
  const usual = starts(plant);
  const spread = mode === "free" ? usual : usual.flatMap((start) => [0.6, 0.2].map((duty) => ({ ...start, duty })));
  const candidates = from ? [from, ...spread] : spread;
  let nearest = candidates[0]!;
  const attempt = (start: CircuitPoint, at: Plant = plant) => {
    const run = newton(at, mode, held, start);
    iterations += run.iterations;
    if (at === plant && run.residual < worst) {
      worst = run.residual;
      nearest = pointOf(mode, held, best);
    }
    return run.residual;
  };
  const arrives = (start: CircuitPoint) => attempt(start) < GOOD_ENOUGH;
  const drifts = (start: CircuitPoint) => {
    const run = drift(plant, mode, held, start, effort === "quick" && mode === "free");
    iterations += run.iterations;
    return !run.cutOut && arrives(pointOf(mode, held, best));
  };
  const solved = () => {
    const point = pointOf(mode, held, best);
    return succeed({ point, state: () => stateOf(plant, point, mode, iterations) });
  };
  const failed = () => fail({ code: "no-convergence" as const, residual: worst, point: nearest });
  if (effort === "nearby") return arrives(candidates[0]!) ? solved() : failed();
  if (candidates.slice(0, NEWTON_FIRST).some(arrives)) return solved();
  if (drifts(candidates[0]!) || drifts(nearest)) return solved();
  if (effort === "quick") return failed();
  if (candidates.slice(NEWTON_FIRST).some(arrives)) return solved();
  return effort === "patient" && continueTo(plant, mode, held, attempt) ? solved() : failed();
}

/** Which switch held a point where the clutch cycles. */
function switchOf(plant: Plant, point: CircuitPoint): Switch {
  const off = (pressure: number, mode: Switch) => Math.abs(Math.log(pressure / heldPressure(plant, mode)));
  return off(point.highKpa, "high") < off(point.lowKpa, "low") ? "high" : "low";
}

/** Shares of the label's charge, and of the compressor's speed, from which a way to the plant that was asked for is looked for. */
const CHARGE_FOOTHOLDS = [0.75, 0.35, 1.15, 1.4, 0.16, 0.09];
const SPEED_FOOTHOLDS = [0.35, 0.12];
const AREA_FOOTHOLD_M2 = 30e-6;
/** Longest and shortest stride along the logarithm of either, and how many are tried. */
const STRIDE = { longest: 0.35, shortest: 0.012, most: 60 };

type Attempt = (start: CircuitPoint, at: Plant) => number;

/**
 * Continuation (Allgower and Georg, Introduction to Numerical Continuation Methods, ch. 2): the same vehicle is solved with another charge or
 * a slower compressor, and followed in strides to what was asked for. True when it arrived; the point is then in `best`.
 */
function continueTo(plant: Plant, mode: Mode, held: number, attempt: Attempt): boolean {
  const label = plant.vehicle.label.chargeG / 1000;
  const target = Math.log(plant.chargeKg);
  const byDistance = CHARGE_FOOTHOLDS.map((share) => Math.log(label * share)).sort(
    (a, b) => Math.abs(a - target) - Math.abs(b - target),
  );
  return (
    byDistance.some((from) =>
      follow(mode, held, attempt, from, target, (x) => ({ ...plant, chargeKg: Math.exp(x) })),
    ) ||
    SPEED_FOOTHOLDS.some((share) =>
      follow(mode, held, attempt, Math.log(share), 0, (x) => ({ ...plant, turns: plant.turns * Math.exp(x) })),
    ) ||
    // A blockage is narrowed from one that hardly matters.
    (plant.effects.dischargeAreaM2 < Number.POSITIVE_INFINITY &&
      follow(mode, held, attempt, Math.log(AREA_FOOTHOLD_M2 / plant.effects.dischargeAreaM2), 0, (x) => ({
        ...plant,
        effects: { ...plant.effects, dischargeAreaM2: plant.effects.dischargeAreaM2 * Math.exp(x) },
      })))
  );
}

function follow(
  mode: Mode,
  held: number,
  attempt: Attempt,
  from: number,
  target: number,
  plantAt: (x: number) => Plant,
): boolean {
  const foothold = plantAt(from);
  if (!starts(foothold).some((start) => attempt(start, foothold) < GOOD_ENOUGH)) return false;
  let at = from;
  let point = pointOf(mode, held, best);
  let stride = STRIDE.longest;
  for (let i = 0; i < STRIDE.most && stride >= STRIDE.shortest; i++) {
    const left = target - at;
    const next = Math.abs(left) <= stride ? target : at + Math.sign(left) * stride;
    if (attempt(point, plantAt(next)) < GOOD_ENOUGH) {
      if (next === target) return true;
      at = next;
      point = pointOf(mode, held, best);
      stride = Math.min(stride * 1.6, STRIDE.longest);
    } else stride *= 0.45;
  }
  return false;
}

/** Places to begin, the likeliest first: usual, starved, overfull, hot. */
function starts(plant: Plant): CircuitPoint[] {
  const { fluid, vehicle, conditions } = plant;
  const label = vehicle.label.chargeG / 1000;
  const share = plant.chargeKg / label;
  const store = vehicle.accumulatorM3 > 0;
  const at = (boilingC: number, aboveC: number, high: number, wet: number): CircuitPoint => ({
    lowKpa: fluid.saturationPressureKpa(boilingC),
    highKpa: Math.min(fluid.saturationPressureKpa(Math.min(conditions.ambientC + aboveC, 84)), 3000),
    condenserFill: high,
    evaporatorFill: wet,
    duty: 1,
  });
  // Almost nothing in it: what the pressures would be were it all vapour on both sides.
  if (share < 0.22) {
    const dry = (lowKpa: number, highKpa: number, outlet: number, coil: number): CircuitPoint => ({
      lowKpa,
      highKpa,
      condenserFill: outlet,
      evaporatorFill: coil,
      duty: 1,
    });
    const rest = restOf(plant, conditions.ambientC + 8).pressureKpa;
    const ambient = fluid.saturationPressureKpa(Math.min(conditions.ambientC + 6, 84));
    return [
      dry(rest * 0.45, Math.min(rest * 1.7, ambient), -1.7, 0.12),
      dry(rest * 0.4, Math.min(rest * 1.5, ambient), -2.2, 0.02),
      dry(rest * 0.35, Math.min(rest * 1.3, ambient), -2.4, -0.1),
      dry(rest * 0.25, Math.min(rest * 1.9, ambient), -1.2, 0.25),
      dry(rest * 0.6, rest * 1.2, -2.5, -0.15),
    ];
  }
  const high = store ? 0.08 : share < 0.75 ? -0.15 : share > 1.25 ? 1.1 : 0.5;
  const wet = store ? (share < 0.7 ? 0.9 : 1.3) : share < 0.6 ? 0.6 : 0.93;
  return [
    at(0, 20, high, wet),
    at(-12, 14, store ? 0.05 : -0.1, 0.5),
    at(8, 22, store ? 0.1 : 0.6, store ? 1.2 : 1.01),
    at(-25, 10, store ? 0.25 : 1.1, 0.15),
    at(4, 40, store ? 0.35 : 1.3, store ? 1.6 : 0.95),
    at(-5, 15, store ? -0.3 : -0.5, store ? 1.02 : 0.8),
    at(12, 8, 0, store ? 1.5 : 1.1),
    // Overfull: liquid in the suction line, the condenser backed up, cold or hot.
    ...(share > 1.25
      ? [
          at(8, 24, store ? 0.45 : 1.5, store ? 2.06 : 0.95),
          at(5, 16, store ? 0.7 : 1.6, store ? 2.1 : 0.97),
          at(18, 34, store ? 0.6 : 1.45, store ? 2.12 : 1.02),
        ]
      : []),
  ];
}

function pointOf(mode: Mode, held: number, u: Float64Array): CircuitPoint {
  return {
    lowKpa: mode === "low" ? held : Math.exp(u[0]!),
    highKpa: mode === "high" ? held : Math.exp(u[1]!),
    condenserFill: u[2]!,
    evaporatorFill: u[3]!,
    duty: mode === "low" ? u[0]! : mode === "high" ? u[1]! : 1,
  };
}

function evaluateAt(plant: Plant, mode: Mode, held: number, u: Float64Array): void {
  const lowKpa = mode === "low" ? held : Math.exp(u[0]!);
  const highKpa = mode === "high" ? held : Math.exp(u[1]!);
  const duty = mode === "low" ? u[0]! : mode === "high" ? u[1]! : 1;
  pass.evaluate(plant, { lowKpa, highKpa, condenserFill: u[2]!, evaporatorFill: u[3]!, duty });
}

function residualAt(plant: Plant, mode: Mode, held: number, u: Float64Array, into: Float64Array): number {
  evaluateAt(plant, mode, held, u);
  into[0] = pass.condenserError / SCALE_KW;
  into[1] = pass.evaporatorError / SCALE_KW;
  into[2] = pass.flowError / SCALE_FLOW;
  into[3] =
    mode === "level"
      ? (plant.vehicle.accumulatorM3 > 0 ? u[3]! : u[2]!) - held
      : (pass.highMass + pass.lowMass - plant.chargeKg) / Math.max(plant.chargeKg, 0.05);
  let norm = 0;
  for (let i = 0; i < 4; i++) norm = Math.max(norm, Math.abs(into[i]!));
  return Number.isFinite(norm) ? norm : 1e9;
}

const lower = new Float64Array(4);
const upper = new Float64Array(4);
const beside = new Float64Array(4);
const step = new Float64Array(4);
const trialResidual = new Float64Array(4);
/** Longest step of each unknown in one iteration. */
const longest = [0.35, 0.25, 0.4, 0.25];

function bounds(plant: Plant, mode: Mode): void {
  const store = plant.vehicle.accumulatorM3 > 0;
  lower[0] = mode === "low" ? LEAST_DUTY : Math.log(LEAST_LOW);
  upper[0] = mode === "low" ? 1.05 : Math.log(MOST_LOW);
  lower[1] = mode === "high" ? LEAST_DUTY : Math.log(40);
  upper[1] = mode === "high" ? 1.05 : Math.log(MOST_HIGH);
  lower[2] = HIGH_LEAST;
  upper[2] = (store ? 0 : 1) + MOST_FLOODED - 0.002;
  lower[3] = WET_LEAST;
  upper[3] = store ? 2.85 : 1.85;
}

/** Share of `step` that moves no unknown further than its longest step, 1 at most. */
function withinLongest(): number {
  let factor = 1;
  for (let i = 0; i < 4; i++) factor = Math.min(factor, longest[i]! / Math.max(Math.abs(step[i]!), 1e-12));
  return factor;
}

/** Unknown `i` kept within its bounds. */
const bounded = (value: number, i: number): number => Math.min(Math.max(value, lower[i]!), upper[i]!);

/** Puts a start into `trial` and `best`; gives its residual. */
function begin(plant: Plant, mode: Mode, held: number, start: CircuitPoint): number {
  bounds(plant, mode);
  trial[0] = mode === "low" ? start.duty : Math.log(start.lowKpa);
  trial[1] = mode === "high" ? start.duty : Math.log(start.highKpa);
  trial[2] = start.condenserFill;
  trial[3] = start.evaporatorFill;
  for (let i = 0; i < 4; i++) trial[i] = bounded(trial[i]!, i);
  best.set(trial);
  return residualAt(plant, mode, held, trial, residual);
}

/** Damped Newton, Broyden updates between forward-difference Jacobians; leaves the best point in `best`. */
function newton(plant: Plant, mode: Mode, held: number, start: CircuitPoint): { residual: number; iterations: number } {
  let norm = begin(plant, mode, held, start);
  let bestNorm = norm;
  let iterations = 0;
  let stalled = 0;
  let checked = bestNorm;
  // The Jacobian is costly: it is taken anew only when steps by its Broyden update stop paying.
  let fresh = false;
  let wanted = true;
  for (; iterations < MOST_ITERATIONS && norm > SOLVED; iterations++) {
    if (iterations % CHECKED_EVERY === CHECKED_EVERY - 1) {
      if (bestNorm > WORTH_GOING_ON * checked) break;
      checked = bestNorm;
    }
    if (wanted) {
      differentiate(plant, mode, held);
      fresh = true;
      wanted = false;
    }
    solving.set(jacobian);
    for (let i = 0; i < 4; i++) step[i] = -residual[i]!;
    let factor = 1;
    if (solveInPlace(solving, step)) {
      factor = withinLongest();
    } else if (fresh) break;
    else {
      wanted = true;
      continue;
    }
    const before = norm;
    let accepted = false;
    for (let k = 0; k < 7; k++) {
      for (let i = 0; i < 4; i++) beside[i] = bounded(trial[i]! + factor * step[i]!, i);
      const next = residualAt(plant, mode, held, beside, trialResidual);
      // At kinks a step may have to climb a little; a few are let through.
      if (next < norm * (1 - 0.05 * factor) || (fresh && k === 6 && stalled < 4)) {
        if (next >= norm) stalled++;
        update();
        trial.set(beside);
        residual.set(trialResidual);
        norm = next;
        accepted = true;
        break;
      }
      if (!fresh) break;
      factor *= 0.45;
    }
    if (!accepted && fresh) break;
    wanted = !accepted || norm > 0.25 * before;
    fresh = false;
    if (norm < bestNorm) {
      bestNorm = norm;
      best.set(trial);
    }
  }
  return { residual: bestNorm, iterations };
}

/** Pseudo-time: where it starts, how it grows while the unknowns keep their direction, and shrinks when they turn back. */
const DRIFT = { start: 0.3, grows: 1.3, shrinks: 0.4, most: 80, near: 1e-3 };

/**
 * Pseudo-transient continuation (Kelley and Keyes, SIAM J. Numer. Anal. 35 (1998) 508): the unknowns drift as the circuit itself would (heat that
 * is not carried off raises a pressure, flow that does not pass the device gathers before it, missing mass is taken from both) by implicit Euler
 * steps. Slower than Newton's method, and not stopped by kinks. Leaves the best point in `best`. `toCutOut`: ends where the high side passes its
 * switch, as the running car would.
 */
function drift(
  plant: Plant,
  mode: Mode,
  held: number,
  start: CircuitPoint,
  toCutOut: boolean,
): { iterations: number; cutOut: boolean } {
  let norm = begin(plant, mode, held, start);
  let bestNorm = norm;
  let time = DRIFT.start;
  const warms = mode === "high" ? -1 : 1;
  const cutOut = Math.log(plant.atmosphereKpa + plant.vehicle.controls.highOutKpa);
  lastMove.fill(0);
  let iterations = 0;
  for (; iterations < DRIFT.most && norm > DRIFT.near; iterations++) {
    if (toCutOut && iterations > 0 && trial[1]! > cutOut) return { iterations, cutOut: true };
    differentiate(plant, mode, held);
    for (let j = 0; j < 4; j++) {
      const [condenser, evaporator, flow, mass] = [jacobian[j]!, jacobian[4 + j]!, jacobian[8 + j]!, jacobian[12 + j]!];
      solving[j] = evaporator;
      solving[4 + j] = -warms * condenser;
      solving[8 + j] = mass - flow;
      solving[12 + j] = mass + flow;
    }
    for (let i = 0; i < 4; i++) solving[i * 5] = solving[i * 5]! + 1 / time;
    step[0] = -residual[1]!;
    step[1] = warms * residual[0]!;
    step[2] = residual[2]! - residual[3]!;
    step[3] = -residual[2]! - residual[3]!;
    if (!solveInPlace(solving, step)) {
      time *= DRIFT.shrinks;
      continue;
    }
    const factor = withinLongest();
    let along = 0;
    for (let i = 0; i < 4; i++) {
      trial[i] = bounded(trial[i]! + factor * step[i]!, i);
      const move = (factor * step[i]!) / longest[i]!;
      along += move * lastMove[i]!;
      lastMove[i] = move;
    }
    time *= along < 0 ? DRIFT.shrinks : DRIFT.grows;
    norm = residualAt(plant, mode, held, trial, residual);
    if (norm < bestNorm) {
      bestNorm = norm;
      best.set(trial);
    }
  }
  return { iterations, cutOut: false };
}

const lastMove = new Float64Array(4);
const solving = new Float64Array(16);

/** Forward differences at `trial`, towards the middle of the bounds. */
function differentiate(plant: Plant, mode: Mode, held: number): void {
  for (let j = 0; j < 4; j++) {
    const h = (trial[j]! > (lower[j]! + upper[j]!) / 2 ? -1 : 1) * 2e-5;
    beside.set(trial);
    beside[j] = trial[j]! + h;
    residualAt(plant, mode, held, beside, trialResidual);
    for (let i = 0; i < 4; i++) jacobian[i * 4 + j] = (trialResidual[i]! - residual[i]!) / h;
  }
}

/** Broyden's rank-one update (Math. Comp. 19 (1965) 577) for the step from `trial` to `beside`. */
function update(): void {
  let square = 0;
  for (let j = 0; j < 4; j++) square += (beside[j]! - trial[j]!) ** 2;
  if (square < 1e-20) return;
  for (let i = 0; i < 4; i++) {
    let missed = trialResidual[i]! - residual[i]!;
    for (let j = 0; j < 4; j++) missed -= jacobian[i * 4 + j]! * (beside[j]! - trial[j]!);
    for (let j = 0; j < 4; j++) jacobian[i * 4 + j]! += (missed * (beside[j]! - trial[j]!)) / square;
  }
}

/** Heater core under a running engine, degC. */
const HEATER_C = 70;

export function mixWithHeater(plant: Plant, airC: number): number {
  const share = plant.effects.heaterShare;
  return airC * (1 - share) + HEATER_C * share;
}

/** Air at the centre vent for a pass just made: wet and dry part of the front coil, blend door, duct. */
export function ventOf(plant: Plant, made: CircuitPass, wet: number): number {
  const coil = plant.coils[0]!;
  const share = Math.min(Math.max(wet, 0), 1);
  const wetAir = coil.inletC - coil.reach * (coil.inletC - made.metalC);
  const dryHeat = made.evaporatorHeat - share * made.wetHeat;
  const offC = share * wetAir + (1 - share) * coil.inletC - dryHeat / (coil.airFlow * CP_AIR);
  return mixWithHeater(plant, offC) + plant.vehicle.ductGainK;
}

/** A hand's breadth from the compressor, for a pass just made: the hose has lost a little to the bay. */
export function dischargeLineOf(plant: Plant, made: CircuitPass): number {
  return made.dischargeC - 0.05 * Math.max(made.dischargeC - plant.engineBayC, 0);
}

function stateOf(plant: Plant, point: CircuitPoint, mode: Mode, iterations: number): SteadyState {
  const bySwitch: Switch | null = mode === "low" || mode === "high" ? mode : null;
  const { vehicle, fluid } = plant;
  pass.evaluate(plant, point);
  const total = pass.highMass + pass.lowMass;
  const drawn = pass.power + pass.suctionGain;
  const cooling = pass.evaporatorHeat + pass.rearHeat;
  const lineGain = pass.flow * (pass.hInlet - pass.hLiquid);
  const given = pass.condenserHeat + pass.shellLoss;
  const portKpa = vehicle.label.highPort === "after-condenser" ? pass.liquidKpa : pass.highKpa;
  const store = vehicle.accumulatorM3 > 0;
  const { condenser } = vehicle;
  return {
    point,
    lowKpa: point.lowKpa,
    highKpa: portKpa,
    suctionKpa: pass.suctionKpa,
    dischargeKpa: pass.dischargeKpa,
    meteringKpa: pass.meteringKpa,
    condensingC: pass.high.temperatureC,
    evaporatingC: pass.low.temperatureC,
    flowKgS: pass.flow,
    superheatK: pass.superheatK,
    subcoolingK: fluid.saturationTemperatureC(portKpa) - pass.liquidC,
    suctionLineC: pass.suctionC,
    liquidLineC: pass.liquidC,
    meteringInletC: fluid.temperatureC(pass.meteringKpa, pass.hInlet),
    dischargeLineC: dischargeLineOf(plant, pass),
    coilC: pass.metalC,
    ventC: ventOf(plant, pass, point.evaporatorFill),
    condenserInletAirC: pass.condenserInC,
    condenserOutletAirC: pass.condenserOutC,
    powerKw: pass.power,
    coolingKw: cooling,
    rejectedKw: pass.condenserHeat,
    duty: point.duty,
    stroke: pass.strokeShare,
    command: pass.command,
    cycling: bySwitch ? swingOf(plant, pass, point, bySwitch) : null,
    limitedBy: bySwitch,
    storeLevel: store
      ? Math.min(Math.max(point.evaporatorFill - 1, 0), 1)
      : Math.min(Math.max(point.condenserFill, 0), 1),
    condenserZones: {
      desuperheating: pass.desuperheatShare,
      condensing: pass.condensingShare,
      liquid: pass.floodedShare + condenser.subcoolShare,
    },
    airKpa: pass.airKpa,
    massError: (total - plant.chargeKg) / plant.chargeKg,
    energyError: (drawn + cooling + lineGain - given) / Math.max(given, 0.2),
    iterations,
  };
}
