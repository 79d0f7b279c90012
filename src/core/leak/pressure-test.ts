/**
 * The pressure test with dry nitrogen: the drop corrected to the starting temperature, what it stands for as a leak, and the smallest leak it could
 * show. Pressures kPa gauge, temperatures degC, times s.
 */

import { atmosphericPressureKpa } from "../air/atmosphere";
import { SECONDS_A_YEAR } from "../dates";
import { chokedFlux, gasDensity } from "../fluids/choked-flow";
import { fail, type Result, succeed } from "../result";

export interface PressureReading {
  kpa: number;
  celsius: number;
}

export interface PressureTestSetting {
  /** Inner volume of the circuit and hoses, m3. */
  volumeM3: number;
  altitudeM: number;
  /** Pressure at rest that the leak will face over the year, kPa absolute. */
  standingKpa: number;
  /** Error of the gauge, 95 %, kPa. */
  gaugeKpa: number;
  /** Highest pressure of the low side, kPa gauge. */
  limitKpa: number;
}

export interface PressureTestAnswer {
  /** Start less end at the starting temperature, kPa, and its 95 % uncertainty. */
  dropKpa: number;
  uncertaintyKpa: number;
  /** g of refrigerant a year out of the same hole at the standing pressure; the range of `dropKpa`. */
  leakGYear: { low: number; value: number; high: number };
  /** Smallest leak that the test could show. */
  smallestGYear: number;
  outcome: "leaks" | "none-shown" | "rose";
}

export type PressureTestIssue =
  | { code: "over-limit"; kpa: number; limitKpa: number }
  | { code: "too-low"; kpa: number; leastKpa: number }
  | { code: "too-short"; seconds: number; leastS: number };

/** Below this the test shows no more than a vacuum hold does. */
export const LEAST_TEST_KPA = 300;
/** The gas takes minutes to reach the temperature of the metal after filling. */
export const LEAST_TEST_S = 600;
/**
 * Only the change counts: zero and calibration are the same at both ends. What one gauge shows twice at one pressure is taken as a tenth of its
 * error, and the gas as within half a kelvin of the thermometer (95 %, assumptions of this project).
 */
const REPEATS = 0.1;
const GAS_K = 0.5;
const KELVIN = 273.15;
/** A leak is shown when its drop lies one and a half times beyond the 95 % uncertainty. */
const SHOWN = 1.5;

/** g of refrigerant a year for each kPa/s of falling nitrogen, both choked through one hole. */
export function gYearPerNitrogenKpaS(setting: PressureTestSetting, testKpa: number): number {
  const perKpa = setting.volumeM3 * gasDensity("nitrogen");
  const sameHole =
    (chokedFlux("refrigerant") * setting.standingKpa) /
    (chokedFlux("nitrogen") * (testKpa + atmosphericPressureKpa(setting.altitudeM)));
  return perKpa * sameHole * 1000 * SECONDS_A_YEAR;
}

/** 95 % uncertainty of the corrected drop, kPa. */
function dropUncertainty({ kpa, celsius }: PressureReading, { altitudeM, gaugeKpa }: PressureTestSetting): number {
  const absolute = kpa + atmosphericPressureKpa(altitudeM);
  return Math.SQRT2 * Math.hypot(REPEATS * gaugeKpa, (absolute * GAS_K) / (celsius + KELVIN));
}

/** Smallest leak that a test of this pressure and length can show, g of refrigerant a year. */
export function smallestShown(start: PressureReading, seconds: number, setting: PressureTestSetting): number {
  return (shownDrop(start, setting) / seconds) * gYearPerNitrogenKpaS(setting, start.kpa);
}

/** A reading as the gauge would show it at the starting temperature, kPa gauge: ideal gas at constant volume, p/T stays where nothing leaves. */
export function atStartingTemperature(
  { kpa, celsius }: PressureReading,
  start: PressureReading,
  altitudeM: number,
): number {
  const atmosphere = atmosphericPressureKpa(altitudeM);
  return ((kpa + atmosphere) * (start.celsius + KELVIN)) / (celsius + KELVIN) - atmosphere;
}

/** Corrected drop from which a leak is shown, kPa. */
export function shownDrop(start: PressureReading, setting: PressureTestSetting): number {
  return SHOWN * dropUncertainty(start, setting);
}

/** Compares start and end at the starting temperature. Errors: above the limit, too low, too short. */
export function judgePressureTest(
  start: PressureReading,
  end: PressureReading,
  seconds: number,
  setting: PressureTestSetting,
): Result<PressureTestAnswer, PressureTestIssue> {
  if (start.kpa > setting.limitKpa) return fail({ code: "over-limit", kpa: start.kpa, limitKpa: setting.limitKpa });
  if (start.kpa < LEAST_TEST_KPA) return fail({ code: "too-low", kpa: start.kpa, leastKpa: LEAST_TEST_KPA });
  if (seconds < LEAST_TEST_S) return fail({ code: "too-short", seconds, leastS: LEAST_TEST_S });
  const dropKpa = start.kpa - atStartingTemperature(end, start, setting.altitudeM);
  const uncertaintyKpa = dropUncertainty(start, setting);
  const gYear = (kpa: number) => (Math.max(kpa, 0) / seconds) * gYearPerNitrogenKpaS(setting, start.kpa);
  const limit = shownDrop(start, setting);
  return succeed({
    dropKpa,
    uncertaintyKpa,
    leakGYear: { low: gYear(dropKpa - uncertaintyKpa), value: gYear(dropKpa), high: gYear(dropKpa + uncertaintyKpa) },
    smallestGYear: smallestShown(start, seconds, setting),
    outcome: dropKpa > limit ? "leaks" : dropKpa < -limit ? "rose" : "none-shown",
  });
}
