/** Nitrogen in an emptied circuit for a pressure test: an ideal gas at constant volume, warmed by its filling, losing through the same holes. */
import { chokedFlux, gasDensity } from "../../fluids/choked-flow";

/** Numbers only, so that it can be stored. */
export interface TestGasState {
  kg: number;
  celsius: number;
  volumeM3: number;
}

/** Filling compresses what went in before: warmer than the walls by so much at its end, K, and falling to them with this time constant, s. */
const WARMED_K = 7;
const COOLS_S = 170;
const KELVIN = 273.15;
/** Flow through a hole, kg/(s m2 kPa). */
const FLUX = chokedFlux("nitrogen");

/** A circuit filled to this pressure, kPa absolute, with walls at this temperature. */
export function fillTestGas(volumeM3: number, kpa: number, wallC: number): TestGasState {
  const celsius = wallC + WARMED_K;
  const kg = kpa * volumeM3 * gasDensity("nitrogen", celsius + KELVIN);
  return { kg, celsius, volumeM3 };
}

/** kPa absolute. */
export const testGasKpa = ({ kg, celsius, volumeM3 }: TestGasState): number =>
  kg / (volumeM3 * gasDensity("nitrogen", celsius + KELVIN));

/** Moves it on by `seconds`: the gas takes the temperature of the walls, and leaves through holes of this area, choked. */
export function standTestGas(state: TestGasState, leakAreaM2: number, wallC: number, seconds: number): void {
  state.kg -= leakAreaM2 * FLUX * testGasKpa(state) * seconds;
  state.celsius += (wallC - state.celsius) * (1 - Math.exp(-seconds / COOLS_S));
}
