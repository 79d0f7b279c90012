/** Where the model ends for each control of the bench, with all others as they stand. Temperatures degC, masses g, rpm. */
import { solveSteady } from "../circuit/steady/steady";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { plantOf } from "./bench-answer";
import { type BenchState, benchLimits, mostAirG } from "./bench-state";

export const limitedControls = ["ambientC", "chargeG", "airG", "rpm"] as const;
export type LimitedControl = (typeof limitedControls)[number];

/** Values between which every state tried has a solution; beside `ends`, where that is less than the control offers. */
export interface ControlLimit {
  min: number;
  max: number;
  ends: { below: boolean; above: boolean };
}
export type ControlLimits = Partial<Record<LimitedControl, ControlLimit>>;

/** A control is tried in so many steps from where it stands, and where it fails halved so often. */
const STEPS = 6;
const HALVINGS = 5;

const settingOf = (state: BenchState, control: LimitedControl): number =>
  control === "ambientC" || control === "rpm" ? state.conditions[control] : state[control];

function withValue(state: BenchState, control: LimitedControl, value: number): BenchState {
  return control === "ambientC" || control === "rpm"
    ? { ...state, conditions: { ...state.conditions, [control]: value } }
    : { ...state, [control]: value };
}

/** Range that a control offers, whatever the model does. */
export function offeredRange({ label, airG }: BenchState, control: LimitedControl): { min: number; max: number } {
  switch (control) {
    case "chargeG":
      return { min: 0, max: Math.round(benchLimits.chargeShare.max * label.chargeG) };
    case "airG":
      return { min: benchLimits.airG.min, max: Math.max(mostAirG(label.chargeG), airG) };
    default:
      return benchLimits[control];
  }
}

/** Limits of every control, one more with each step; none where the state itself has no solution. */
export function* limitSteps(vehicle: CircuitVehicle, state: BenchState): Generator<ControlLimits> {
  const solves = (of: BenchState) => solveSteady(plantOf(vehicle, of), undefined, false).ok;
  if (!solves(state)) return;
  let found: ControlLimits = {};
  for (const control of limitedControls) {
    const at = settingOf(state, control);
    const { min, max } = offeredRange(state, control);
    const reaches = (to: number) => lastSolved((value) => solves(withValue(state, control, value)), at, to);
    const [below, above] = [reaches(min), reaches(max)];
    found = { ...found, [control]: { min: below, max: above, ends: { below: below > min, above: above < max } } };
    yield found;
  }
}

/** The furthest value towards `to` up to which all that were tried can be solved; `from` can. */
function lastSolved(solves: (value: number) => boolean, from: number, to: number): number {
  let good = from;
  for (let i = 1; i <= STEPS; i++) {
    const value = from + ((to - from) * i) / STEPS;
    if (solves(value)) {
      good = value;
      continue;
    }
    let bad = value;
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (good + bad) / 2;
      if (solves(middle)) good = middle;
      else bad = middle;
    }
    return good;
  }
  return to;
}
