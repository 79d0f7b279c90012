/** Cars, days and containers on which charging by plan is tried. */
import type { PlanContainer } from "../../src/core/charge/plan/charge-plan";
import type { CircuitConditions, CircuitVehicle } from "../../src/core/circuit/vehicle/vehicle";
import { seededNoise } from "../../src/core/maths/noise";
import { usualDay, vehicleOf } from "./vehicles";

export interface ChargingCase {
  vehicle: CircuitVehicle;
  conditions: CircuitConditions;
  containers: PlanContainer[];
  warmWater: boolean;
}

const labels = [
  { chargeG: 580 },
  { chargeG: 680, metering: "orifice-tube", compressor: "fixed" },
  { refrigerant: "R1234yf", chargeG: 470, compressor: "variable-internal" },
] as const;

export function chargingCases(count: number, seed: number): ChargingCase[] {
  const random = seededNoise(seed);
  const vehicles = labels.map((label) => vehicleOf(label));
  return Array.from({ length: count }, (_, i) => {
    const ambientC = 12 + 24 * random.uniform();
    const can = (k: number) => ({ id: `can-${k}`, netG: random.uniform() < 0.5 ? 250 : 340, temperatureC: ambientC });
    return {
      vehicle: vehicles[i % vehicles.length]!,
      conditions: usualDay({ ambientC, altitudeM: 200, rpm: 1500 }),
      containers: i % 2 ? [{ id: "cylinder", netG: 8000, temperatureC: ambientC }] : [0, 1, 2].map(can),
      // Without it cold cans stall, and vapour must finish.
      warmWater: i % 3 !== 0,
    };
  });
}
