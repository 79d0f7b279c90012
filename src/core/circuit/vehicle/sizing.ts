/**
 * From a label to a plausible vehicle: sizes from the population (population.ts), volumes then set so that the label charge sits on its
 * plateau. With a `draw` every size is drawn about its middle, for vehicles that could all wear this label.
 */
import { fail, type Result, succeed } from "../../result";
import { makePlant } from "../steady/plant";
import { solveAtStoreLevel, solveSteady } from "../steady/steady";
import { type Draw, populationVehicle } from "./population";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "./vehicle";

export type SizingIssue =
  | { code: "charge-out-of-range"; value: number; min: number; max: number }
  | { code: "no-design-point" };

const LEAST_CHARGE_G = 150;
const MOST_CHARGE_G = 3000;

/** Conditions of the design point: warm, idle a little raised, everything on. */
export const designConditions: CircuitConditions = {
  ambientC: 30,
  humidityPct: 45,
  altitudeM: 0,
  cabinReturnC: null,
  airSource: "fresh",
  blowerPct: 100,
  rpm: 1000,
};

export function sizeVehicle(label: VehicleLabel, draw: Draw = () => 0): Result<CircuitVehicle, SizingIssue> {
  if (!(label.chargeG >= LEAST_CHARGE_G && label.chargeG <= MOST_CHARGE_G)) {
    return fail({ code: "charge-out-of-range", value: label.chargeG, min: LEAST_CHARGE_G, max: MOST_CHARGE_G });
  }
  const { vehicle, storeLevel } = populationVehicle(label, draw);
  const plant = makePlant(vehicle, designConditions, []);
  const mass = solveAtStoreLevel(plant, label.metering === "orifice-tube" ? 1 + storeLevel : storeLevel);
  if (mass === null) return fail({ code: "no-design-point" });
  // Flows and pressures do not depend on the volumes, so one scale puts the label charge on the plateau.
  return succeed(holdingMildWeather(scaleVolumes(vehicle, label.chargeG / 1000 / mass)));
}

/** Enlarges an accumulator until a mild day, on which the cycling clutch drives most liquid into it, leaves it short of full. */
function holdingMildWeather(vehicle: CircuitVehicle): CircuitVehicle {
  for (let i = 0; i < MOST_ENLARGED && vehicle.accumulatorM3 > 0; i++) {
    const fullest = Math.max(...mildDays.map((day) => levelOn(vehicle, day)));
    if (fullest < MILD_LEVEL) break;
    vehicle = { ...vehicle, accumulatorM3: vehicle.accumulatorM3 * ENLARGED_BY };
  }
  return vehicle;
}

/** Share of the accumulator that is liquid on a day; 0 where the circuit does not run. */
function levelOn(vehicle: CircuitVehicle, day: CircuitConditions): number {
  const solved = solveSteady(makePlant(vehicle, day, []), undefined, false);
  return solved.ok && solved.value.kind === "running" ? solved.value.state.storeLevel : 0;
}

const mildDays = [700, 1500].map((rpm): CircuitConditions => ({ ...designConditions, ambientC: 20, rpm }));
const MILD_LEVEL = 0.97;
const ENLARGED_BY = 1.04;
const MOST_ENLARGED = 14;

function scaleVolumes(vehicle: CircuitVehicle, factor: number): CircuitVehicle {
  return {
    ...vehicle,
    condenser: { ...vehicle.condenser, volumeM3: vehicle.condenser.volumeM3 * factor },
    evaporators: vehicle.evaporators.map((e) => ({ ...e, volumeM3: e.volumeM3 * factor })),
    receiverM3: vehicle.receiverM3 * factor,
    accumulatorM3: vehicle.accumulatorM3 * factor,
    liquidLineM3: vehicle.liquidLineM3 * factor,
    suctionLineM3: vehicle.suctionLineM3 * factor,
    dischargeLineM3: vehicle.dischargeLineM3 * factor,
  };
}
