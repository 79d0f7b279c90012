/**
 * The very car of a case, sized once, and with what charge it comes in. One that is blocked before its port has been driven: its relief valve has blown until what is left no longer opens
 * it at idle, as it is learned from such cars (diagnosis/learn/draw-test.ts).
 */
import { makePlant } from "../circuit/steady/plant";
import { solveSteady } from "../circuit/steady/steady";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { engineRpm } from "../instruments/instrument-simulator";
import { type DrillCase, faultsOfCase, labelShown, ownDraws } from "./drill-case";

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
  // Built for the refrigerant it should hold.
  const { label } = given.state;
  const sized = sizeVehicle({ ...label, refrigerant: labelShown(given).refrigerant }, ownDraws(given));
  const vehicle = sized.ok ? withTrouble(given, { ...sized.value, label }) : null;
  const car = vehicle === null ? null : { vehicle, arrivedKg: arrivedKg(given, vehicle) };
  known.set(given, car);
  return car;
}

/** A sensor that shows too much moves every limit that is set by it down; the lock-out then holds it no longer. */
function withTrouble({ trouble }: DrillCase, vehicle: CircuitVehicle): CircuitVehicle {
  if (trouble?.kind !== "pressure-sensor") return vehicle;
  const { controls, installation } = vehicle;
  const lower = (kpa: number) => Math.max(kpa - trouble.highByKpa, 0);
  return {
    ...vehicle,
    controls: {
      ...controls,
      highOutKpa: lower(controls.highOutKpa),
      highInKpa: lower(controls.highInKpa),
      lockOutKpa: lower(controls.lockOutKpa),
    },
    installation: {
      ...installation,
      fanLowKpa: lower(installation.fanLowKpa),
      fanHighKpa: lower(installation.fanHighKpa),
    },
  };
}

function arrivedKg(given: DrillCase, vehicle: CircuitVehicle): number {
  const { state } = given;
  const faults = faultsOfCase(given);
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
