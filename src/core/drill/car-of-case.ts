/**
 * The very car of a case, sized once, and with what charge it comes in. One that is blocked before its port has been driven: its relief valve has blown until what is left no longer opens
 * it at idle, as it is learned from such cars (diagnosis/learn/draw-test.ts).
 */
import { benchFaults } from "../bench/bench-state";
import { makePlant } from "../circuit/steady/plant";
import { solveSteady } from "../circuit/steady/steady";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { engineRpm } from "../instruments/instrument-simulator";
import { type DrillCase, ownDraws } from "./drill-case";

/** A relief valve opens here, kPa absolute. */
export const RELIEF_OPENS_KPA = 2980;
/** Margin below the limit: a start and a warm minute press more than steady idle. */
const STANDS = 0.95;
/** Left after each time, and how often at most. */
const BLOWN = 0.86;
const MOST_BLOWS = 12;

export interface CarOfCase {
  vehicle: CircuitVehicle;
  /** Charge at intake. */
  arrivedKg: number;
}

const known = new WeakMap<DrillCase, CarOfCase | null>();

/** Null where the label cannot be sized; a made case's always can. */
export function carOf(given: DrillCase): CarOfCase | null {
  const before = known.get(given);
  if (before !== undefined) return before;
  const sized = sizeVehicle(given.state.label, ownDraws(given));
  const car = sized.ok ? { vehicle: sized.value, arrivedKg: arrivedKg(given, sized.value) } : null;
  known.set(given, car);
  return car;
}

function arrivedKg({ state }: DrillCase, vehicle: CircuitVehicle): number {
  const faults = benchFaults(state);
  let kg = state.chargeG / 1000;
  if (faults.some(({ cause }) => cause === "restriction-before-port"))
    for (let i = 0; i < MOST_BLOWS; i++) {
      const plant = makePlant(vehicle, { ...state.conditions, rpm: engineRpm.idle }, faults, {
        chargeKg: kg,
        airKg: state.airG / 1000,
      });
      const solved = solveSteady(plant, undefined, false);
      if (!solved.ok || solved.value.kind !== "running" || solved.value.state.dischargeKpa < STANDS * RELIEF_OPENS_KPA)
        break;
      kg *= BLOWN;
    }
  return kg;
}
