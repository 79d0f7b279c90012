/** Sea-level pressure of the standard atmosphere, kPa. */
export const SEA_LEVEL_KPA = 101.325;

/**
 * Atmospheric pressure, kPa absolute, at an altitude in m. Standard atmosphere, ISO 2533:1975 (troposphere):
 * P = P0 (1 - 0.0065 h / 288.15)^5.25588, for -500 to 11000 m. Weather moves it by some +-2 kPa.
 */
export function atmosphericPressureKpa(altitudeM: number): number {
  return SEA_LEVEL_KPA * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588;
}

/** Variation of the standard atmosphere by weather, kPa, 95 %. */
export const WEATHER_UNCERTAINTY_KPA = 2;
