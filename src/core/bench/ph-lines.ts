/** Lines of equal temperature and equal entropy on a refrigerant's map of pressure and heat, from the tables of the equation of state. */
import type { Refrigerant } from "../fluids/refrigerants";
import { fluidTable } from "../fluids/tables";

/** kJ/kg and kPa absolute. */
type PhPoint = [enthalpy: number, kpa: number];

export interface PhLine {
  /** degC of an isotherm; of an isentrope the temperature at which its vapour is saturated. */
  at: number;
  points: PhPoint[];
}

const LEAST_KPA = 60;
const MOST_KPA = 3150;
const STEPS = 24;

const between = (from: number, to: number) =>
  Array.from({ length: STEPS + 1 }, (_, i) => from * (to / from) ** (i / STEPS));

/** Down through the liquid, across the dome, out into the vapour. */
export function isotherms(refrigerant: Refrigerant, temperatures: readonly number[]): PhLine[] {
  const fluid = fluidTable(refrigerant);
  return temperatures.flatMap((at) => {
    const saturated = fluid.saturationPressureKpa(at);
    if (saturated <= LEAST_KPA) return [];
    // Above the top of the dome there is vapour alone.
    const below = saturated < MOST_KPA;
    const vapour = between(below ? saturated * 0.999 : MOST_KPA, LEAST_KPA).map(
      (kpa): PhPoint => [fluid.vapourEnthalpyAt(kpa, at), kpa],
    );
    if (!below) return [{ at, points: vapour }];
    const liquid = [MOST_KPA, saturated * 1.001].map((kpa): PhPoint => [fluid.liquidEnthalpyAt(kpa, at), kpa]);
    const across: PhPoint[] = [
      [fluid.liquidEnthalpy(saturated), saturated],
      [fluid.vapourEnthalpy(saturated), saturated],
    ];
    return [{ at, points: [...liquid, ...across, ...vapour] }];
  });
}

/** Upwards through the vapour from where it is saturated: the way of a compression without loss. */
export function isentropes(refrigerant: Refrigerant, temperatures: readonly number[]): PhLine[] {
  const fluid = fluidTable(refrigerant);
  return temperatures.map((at) => {
    const from = fluid.saturationPressureKpa(at);
    const entropy = fluid.entropy(from, fluid.vapourEnthalpy(from));
    return {
      at,
      points: between(from, MOST_KPA).map((kpa): PhPoint => [fluid.vapourEnthalpyAtEntropy(kpa, entropy), kpa]),
    };
  });
}
