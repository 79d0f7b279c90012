/** Gas through a hole whose far side stands below half the pressure in front of it: the flow is choked and depends on the near side alone. */

interface Gas {
  /** Ratio of heat capacities. */
  gamma: number;
  /** kg/mol. */
  molarMass: number;
}

/** Refrigerant: vapour near a car's pressures at rest; R134a and R1234yf differ by 5 %. */
const gases = {
  air: { gamma: 1.4, molarMass: 0.028965 },
  nitrogen: { gamma: 1.4, molarMass: 0.028013 },
  refrigerant: { gamma: 1.1, molarMass: 0.105 },
} as const satisfies Record<string, Gas>;
export type GasName = keyof typeof gases;

const GAS_CONSTANT = 8.314462;
/** Sharp-edged hole. */
const DISCHARGE_COEFFICIENT = 0.6;
const ROOM_K = 295;

/**
 * Mass flow a square metre of hole and kPa of absolute pressure, kg/(s m2 kPa), at 295 K: isentropic choked flow of an ideal gas, White, Fluid
 * Mechanics, 7th ed., eq. 9.46, times the discharge coefficient of a sharp-edged hole.
 */
export function chokedFlux(name: GasName): number {
  const { gamma, molarMass } = gases[name];
  const throat = (2 / (gamma + 1)) ** ((gamma + 1) / (2 * (gamma - 1)));
  return DISCHARGE_COEFFICIENT * Math.sqrt((gamma * molarMass) / (GAS_CONSTANT * ROOM_K)) * throat * 1000;
}

/** Mass of one cubic metre at 1 kPa, kg: ideal gas, at 295 K unless said otherwise. */
export const gasDensity = (name: GasName, kelvin: number = ROOM_K): number =>
  (gases[name].molarMass * 1000) / (GAS_CONSTANT * kelvin);
