/**
 * Humid air for the coil: ASHRAE Handbook Fundamentals 2017, chapter 1. Temperatures degC, pressures kPa, humidity ratios
 * kg water a kg dry air, enthalpies kJ a kg dry air. Valid -40 to 90 degC.
 */

/** Specific heat of moist air at usual humidity, kJ/(kg K). */
export const CP_AIR = 1.02;

/** Saturation pressure of water, kPa, over ice below 0 degC (Hyland and Wexler 1983, eq. 5 and 6 there). */
export function waterSaturationKpa(temperatureC: number): number {
  const T = temperatureC + 273.15;
  const ln =
    temperatureC < 0.01
      ? -5.6745359e3 / T +
        6.3925247 -
        9.677843e-3 * T +
        6.2215701e-7 * T ** 2 +
        2.0747825e-9 * T ** 3 -
        9.484024e-13 * T ** 4 +
        4.1635019 * Math.log(T)
      : -5.8002206e3 / T +
        1.3914993 -
        4.8640239e-2 * T +
        4.1764768e-5 * T ** 2 -
        1.4452093e-8 * T ** 3 +
        6.5459673 * Math.log(T);
  return Math.exp(ln) / 1000;
}

/** Humidity ratio (eq. 20) at a vapour pressure. */
function ratioOf(vapourKpa: number, atmosphereKpa: number): number {
  return (0.621945 * vapourKpa) / Math.max(atmosphereKpa - vapourKpa, 0.1 * atmosphereKpa);
}

export function humidityRatio(temperatureC: number, humidityPct: number, atmosphereKpa: number): number {
  return ratioOf((humidityPct / 100) * waterSaturationKpa(temperatureC), atmosphereKpa);
}

/** Enthalpy (eq. 30). */
export function airEnthalpy(temperatureC: number, ratio: number): number {
  return 1.006 * temperatureC + ratio * (2501 + 1.86 * temperatureC);
}

const FIRST_C = -45;
const LAST_C = 95;
const STEPS_PER_K = 2;
/** Water's saturation pressure every half kelvin, so that the coil can ask for it in a few nanoseconds. */
const pressures = Float64Array.from({ length: (LAST_C - FIRST_C) * STEPS_PER_K + 1 }, (_, i) =>
  waterSaturationKpa(FIRST_C + i / STEPS_PER_K),
);

/**
 * Enthalpy of saturated air, from the table by cubic interpolation: within 0.01 kJ/kg of the equation between -40 and 60 degC.
 */
export function saturatedAirEnthalpy(temperatureC: number, atmosphereKpa: number): number {
  const place = (temperatureC - FIRST_C) * STEPS_PER_K;
  const i = Math.min(Math.max(Math.floor(place), 1), pressures.length - 3);
  const t = place - i;
  const a = pressures[i - 1]!;
  const b = pressures[i]!;
  const c = pressures[i + 1]!;
  const d = pressures[i + 2]!;
  // Catmull-Rom: cubic through b and c with central slopes.
  const vapour = b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
  return airEnthalpy(temperatureC, ratioOf(vapour, atmosphereKpa));
}

/** Relative humidity, %, of air at a temperature with a dew point (degC): Magnus' formula, good to a per cent here. */
export function humidityAt(ambientC: number, dewPointC: number): number {
  const vapour = (t: number) => Math.exp((17.62 * t) / (243.12 + t));
  return Math.min((100 * vapour(Math.min(dewPointC, ambientC - 1))) / vapour(ambientC), 95);
}
