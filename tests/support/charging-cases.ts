/** Cars, days, hoses and containers on which charging by plan is tried. */
import { type ChargingHose, chargingHose } from "@/core/charge/hose";
import { USUAL_BORE_M } from "@/core/readings/derive/hose-content";
import type { PlanContainer } from "../../src/core/charge/plan/charge-plan";
import type { CircuitConditions, CircuitVehicle } from "../../src/core/circuit/vehicle/vehicle";
import { type NoiseSource, seededNoise } from "../../src/core/maths/noise";
import { usualDay, vehicleOf } from "./vehicles";

export interface ChargingCase {
  vehicle: CircuitVehicle;
  conditions: CircuitConditions;
  containers: PlanContainer[];
  warmWater: boolean;
  /** No dip tube and not inverted: vapour only. */
  upright: boolean;
  hoseM: number;
  /** Disturbance of the scale by a person leaning on the bench or moving a hose, g. */
  scale: (time: number, random: NoiseSource) => number;
}

const labels = [
  { chargeG: 580 },
  { chargeG: 680, metering: "orifice-tube", compressor: "fixed" },
  { refrigerant: "R1234yf", chargeG: 470, compressor: "variable-internal" },
] as const;

/** Cans or a cylinder, cold or warm, inverted or upright, hoses of 0.9 to 3 m, days of 5 to 35 degC, a scale that is knocked now and then. */
export function chargingCases(count: number, seed: number): ChargingCase[] {
  const random = seededNoise(seed);
  const vehicles = labels.map((label) => vehicleOf(label));
  return Array.from({ length: count }, (_, i) => {
    const ambientC = 5 + 30 * random.uniform();
    const cold = random.uniform() < 0.3;
    const temperatureC = cold ? Math.max(0, ambientC - 12) : ambientC;
    const can = (k: number) => ({ id: `can-${k}`, netG: random.uniform() < 0.5 ? 250 : 340, temperatureC });
    const knockAt = random.uniform() < 0.4 ? 20 + 200 * random.uniform() : null;
    const knockG = (random.uniform() < 0.5 ? -1 : 1) * (15 + 60 * random.uniform());
    return {
      vehicle: vehicles[i % vehicles.length]!,
      conditions: usualDay({ ambientC, altitudeM: 200, rpm: 1500 }),
      containers: i % 2 ? [{ id: "cylinder", netG: 8000, temperatureC }] : [0, 1, 2].map(can),
      // Without it cold cans stall, and vapour must finish.
      warmWater: i % 3 !== 0,
      upright: random.uniform() < 0.3,
      hoseM: 0.9 + 2.1 * random.uniform(),
      scale: (time, noise) =>
        knockAt !== null && time > knockAt && time < knockAt + 3 ? knockG * (0.5 + noise.uniform()) : 0,
    };
  });
}

/** The hose as the books have it. */
export function hoseOf({ vehicle, conditions, hoseM }: ChargingCase): ChargingHose {
  return chargingHose(vehicle.label.refrigerant, 200, hoseM, USUAL_BORE_M, conditions.ambientC);
}
