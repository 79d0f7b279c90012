/** Vehicles and days that unit tests and the validation picture share. */

import type { Fault } from "../../src/core/circuit/faults";
import { makePlant, type Plant, type PlantCharge } from "../../src/core/circuit/steady/plant";
import { sizeVehicle } from "../../src/core/circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../../src/core/circuit/vehicle/vehicle";

export function usualLabel(change: Partial<VehicleLabel> = {}): VehicleLabel {
  return {
    refrigerant: "R134a",
    chargeG: 600,
    metering: "expansion-valve",
    compressor: "variable-external",
    condenserFan: "electric",
    evaporators: 1,
    highPort: "after-condenser",
    ...change,
  };
}

export function usualDay(change: Partial<CircuitConditions> = {}): CircuitConditions {
  return {
    ambientC: 28,
    humidityPct: 45,
    altitudeM: 0,
    cabinReturnC: null,
    airSource: "fresh",
    blowerPct: 100,
    rpm: 1000,
    ...change,
  };
}

export function vehicleOf(change: Partial<VehicleLabel> = {}): CircuitVehicle {
  const sized = sizeVehicle(usualLabel(change));
  if (!sized.ok) throw new Error(sized.issue.code);
  return sized.value;
}

export function plantOf(
  change: Partial<VehicleLabel> = {},
  day: Partial<CircuitConditions> = {},
  faults: Fault[] = [],
  charge?: Partial<PlantCharge>,
): Plant {
  return makePlant(vehicleOf(change), usualDay(day), faults, charge);
}
