/** The circuit standing still, all at one temperature: liquid and vapour in equilibrium while there is liquid, else a gas. */

import { innerVolumeM3 } from "../vehicle/vehicle";
import type { Plant } from "./plant";

export interface RestState {
  /** Absolute, both sides. */
  pressureKpa: number;
  temperatureC: number;
  /** Whether any liquid is left: then the pressure says nothing about the amount. */
  liquidKg: number;
  airKpa: number;
}

const AIR_GAS_CONSTANT = 0.28705;

/** Rest state of a car as it comes: where a leak has let out so much that vacuum would be left, air has come in by it. */
export function arrivedRestOf(plant: Plant, temperatureC: number): RestState {
  const rest = restOf(plant, temperatureC);
  const missing = plant.atmosphereKpa - rest.pressureKpa;
  return missing > 0 ? { ...rest, pressureKpa: plant.atmosphereKpa, airKpa: rest.airKpa + missing } : rest;
}

/** Rest state at a temperature (degC). Dalton for the air; densities from the tables. */
export function restOf(plant: Plant, temperatureC: number): RestState {
  const { fluid, chargeKg, airKg } = plant;
  const volume = innerVolumeM3(plant.vehicle);
  const saturation = fluid.saturationPressureKpa(temperatureC);
  const liquid = fluid.liquidDensity(saturation);
  const vapour = fluid.vapourDensity(saturation);
  const liquidM3 = (chargeKg - vapour * volume) / (liquid - vapour);
  const gasM3 = Math.max(volume - Math.max(liquidM3, 0), volume * 0.02);
  const airKpa = (airKg * AIR_GAS_CONSTANT * (temperatureC + 273.15)) / gasM3;
  if (liquidM3 > 0) {
    return { pressureKpa: saturation + airKpa, temperatureC, liquidKg: liquidM3 * liquid, airKpa };
  }
  const density = chargeKg / volume;
  let low = 0;
  let high = saturation;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    const found = fluid.covers(middle)
      ? fluid.density(middle, fluid.vapourEnthalpyAt(middle, temperatureC))
      : // So thin a vapour is an ideal gas: scaled from the lowest tabulated pressure.
        (fluid.density(8, fluid.vapourEnthalpyAt(8, temperatureC)) * middle) / 8;
    if (found < density) low = middle;
    else high = middle;
  }
  return { pressureKpa: (low + high) / 2 + airKpa, temperatureC, liquidKg: 0, airKpa };
}
