/** A barometer in place of an altitude. */
import { SEA_LEVEL_KPA } from "../../air/atmosphere";

/** Altitude, m, at which the standard atmosphere has this pressure (kPa absolute): ISO 2533:1975 turned round. The day's weather is then in it. */
export function altitudeOfPressure(kpa: number): number {
  return (288.15 / 0.0065) * (1 - (kpa / SEA_LEVEL_KPA) ** (1 / 5.25588));
}
