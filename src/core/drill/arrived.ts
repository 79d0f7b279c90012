/**
 * With what charge a car comes in. One that is blocked before its port has been driven: its relief valve has blown until what is left no longer opens
 * it at idle, as it is learned from such cars (diagnosis/learn/draw-test.ts).
 */
import { benchFaults } from "../bench/bench-state";
import { makePlant } from "../circuit/steady/plant";
import { solveSteady } from "../circuit/steady/steady";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { engineRpm } from "../instruments/rack";
import type { DrillCase } from "./drill-case";

/** A relief valve opens here, kPa absolute. */
export const RELIEF_OPENS_KPA = 2980;
/** What is left stands this far below it: a start and a warm minute press more than a settled idle. */
const STANDS = 0.95;
/** Left after each time, and how often at most. */
const BLOWN = 0.86;
const MOST_BLOWS = 12;

const known = new WeakMap<DrillCase, number>();

/** kg. */
export function arrivedKg(given: DrillCase, vehicle: CircuitVehicle): number {
  const before = known.get(given);
  if (before !== undefined) return before;
  const { state } = given;
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
  known.set(given, kg);
  return kg;
}
