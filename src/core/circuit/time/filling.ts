/**
 * A circuit being filled from vacuum with the engine off: refrigerant and metal at one temperature, both sides at one pressure. What
 * flashes cools the metal, the air around warms it again. kPa absolute, kg, degC, kW.
 */
import type { Plant } from "../steady/plant";
import { type RestState, restOf } from "../steady/rest";
import { innerVolumeM3 } from "../vehicle/vehicle";

export interface FillState {
  kg: number;
  temperatureC: number;
}

/** Still air around a condenser and a coil, kW/K. */
const STILL_AIR = 0.02;

/** Entering refrigerant brings its enthalpy; internal energy rises by it (first law for an open volume). */
export function fill(
  state: FillState,
  plant: Plant,
  inflow: { flow: number; enthalpy: number },
  seconds: number,
): void {
  const entered = inflow.flow * seconds;
  const warmed = STILL_AIR * (plant.conditions.ambientC - state.temperatureC) * seconds;
  const target = energy(plant, state.kg, state.temperatureC) + entered * inflow.enthalpy + warmed;
  state.kg += entered;
  let temperatureC = state.temperatureC;
  for (let i = 0; i < NEWTON_STEPS; i++) {
    const here = energy(plant, state.kg, temperatureC);
    const slope = (energy(plant, state.kg, temperatureC + 0.5) - here) / 0.5;
    temperatureC += Math.min(Math.max((target - here) / slope, -5), 5);
  }
  state.temperatureC = Math.min(Math.max(temperatureC, COLDEST_C), HOTTEST_C);
}

const NEWTON_STEPS = 2;
const COLDEST_C = -40;
const HOTTEST_C = 80;

export function fillRest(state: FillState, plant: Plant): RestState {
  return restOf({ ...plant, chargeKg: Math.max(state.kg, 1e-4) }, state.temperatureC);
}

/** Internal energy of refrigerant and metal, kJ; vapour alone has that of the saturated one at its temperature, nearly. */
function energy(plant: Plant, kg: number, temperatureC: number): number {
  const { fluid, vehicle } = plant;
  const volume = innerVolumeM3(vehicle);
  const pressure = fluid.saturationPressureKpa(temperatureC);
  const vapour = fluid.vapourDensity(pressure);
  const liquid = fluid.liquidDensity(pressure);
  const liquidKg = Math.max(((kg - vapour * volume) / (liquid - vapour)) * liquid, 0);
  const metal = vehicle.condenser.metalKjK + vehicle.evaporators.reduce((sum, { metalKjK }) => sum + metalKjK, 0);
  return (
    liquidKg * (fluid.liquidEnthalpy(pressure) - pressure / liquid) +
    (kg - liquidKg) * (fluid.vapourEnthalpy(pressure) - pressure / vapour) +
    metal * temperatureC
  );
}
