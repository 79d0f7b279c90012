import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { saturationAtPressure, saturationAtTemperature } from "../../fluids/saturation";
import type { FluidTable } from "../../fluids/tables";

/**
 * Saturation temperature, degC, at a gauge pressure in kPa and an altitude in m. Null where the absolute pressure lies
 * outside the saturation line of the equation of state (a vacuum, or above the critical point).
 */
export function saturationTemperatureC(refrigerant: Refrigerant, gaugeKpa: number, altitudeM: number): number | null {
  const state = saturationAtPressure(refrigerant, gaugeKpa + atmosphericPressureKpa(altitudeM));
  return state.ok ? state.value.temperatureC : null;
}

/** Range of the tables that readings are taken into, kPa absolute: a needle beyond it says no more than one at its edge. */
export const LEAST_READ_KPA = 12;
export const MOST_READ_KPA = 3200;

/** Saturation temperature, degC, of a pressure as it was read, kPa absolute; by the table, and held at the ends of its range. */
export function readSaturationC(fluid: FluidTable, absoluteKpa: number): number {
  return fluid.saturationTemperatureC(Math.min(Math.max(absoluteKpa, LEAST_READ_KPA), MOST_READ_KPA));
}

/** Saturation pressure, kPa gauge, at a temperature in degC and an altitude in m; null outside the saturation line. */
export function saturationGaugeKpa(refrigerant: Refrigerant, temperatureC: number, altitudeM: number): number | null {
  const state = saturationAtTemperature(refrigerant, temperatureC);
  return state.ok ? state.value.pressureKpa - atmosphericPressureKpa(altitudeM) : null;
}
