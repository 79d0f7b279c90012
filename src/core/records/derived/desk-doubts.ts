/** Readings on the P-T desk that cannot be together, by the rules that judge a running test. */
import type { Refrigerant } from "../../fluids/refrigerants";
import type { PartReadings } from "../../readings/derive/cycle";
import { type ImplausibleCode, implausibleRunning } from "../../readings/derive/plausibility";

/** Colder than any day, degC: the desk knows no ambient, and none may excuse a warm line. */
const NO_AMBIENT_C = -60;

/** Codes in the order of checking. Two equal sides are no doubt here: the engine may be off. */
export function deskDoubts(refrigerant: Refrigerant, altitudeM: number, readings: PartReadings): ImplausibleCode[] {
  const setting = {
    rpm: 0,
    lowKpa: readings.lowKpa,
    highKpa: readings.highKpa,
    suctionLineC: readings.suctionC,
    liquidLineC: readings.liquidC,
  };
  const around = { refrigerant, altitudeM, ambientC: NO_AMBIENT_C, airInC: Number.NaN };
  return implausibleRunning(setting, around).filter((code) => code !== "alike-while-running");
}
