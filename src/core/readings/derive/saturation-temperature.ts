import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/helmholtz";
import { saturationAtPressure, saturationAtTemperature } from "../../fluids/saturation";

/**
 * Saturation temperature, degC, at a gauge pressure in kPa and an altitude in m. Null where the absolute pressure lies
 * outside the saturation line of the equation of state (a vacuum, or above the critical point).
 */
export function saturationTemperatureC(refrigerant: Refrigerant, gaugeKpa: number, altitudeM: number): number | null {
  const state = saturationAtPressure(refrigerant, gaugeKpa + atmosphericPressureKpa(altitudeM));
  return state.ok ? state.value.temperatureC : null;
}

/** Saturation pressure, kPa gauge, at a temperature in degC and an altitude in m; null outside the saturation line. */
export function saturationGaugeKpa(refrigerant: Refrigerant, temperatureC: number, altitudeM: number): number | null {
  const state = saturationAtTemperature(refrigerant, temperatureC);
  return state.ok ? state.value.pressureKpa - atmosphericPressureKpa(altitudeM) : null;
}
