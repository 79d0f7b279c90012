/**
 * An emptied circuit under vacuum: what the pump takes, and what comes back in. Partial pressures of air, refrigerant and
 * water vapour add (Dalton); leak in from the atmosphere, water boils at its vapour pressure at the wall's temperature, refrigerant
 * comes out of the oil. kPa absolute, kg, s. Vacuum practice as in O'Hanlon, A User's Guide to Vacuum Technology, ch. 4-6.
 */
import { waterSaturationKpa } from "../../air/humid-air";

export interface VacuumState {
  airKpa: number;
  refrigerantKpa: number;
  waterKpa: number;
  /** Liquid water left on the walls and in the drier. */
  waterKg: number;
  /** Refrigerant still dissolved in the oil. */
  dissolvedKg: number;
}

export interface VacuumSetting {
  volumeM3: number;
  wallC: number;
  atmosphereKpa: number;
  pumpOn: boolean;
  /** Air leaking in at full vacuum, kPa m3/s; a gram of refrigerant a year is about 1e-9. */
  leakKpaM3S: number;
  /** Time constants of water and oil, s; usual values where not given. */
  boilLagS?: number;
  oilLagS?: number;
}

/** A small two-stage pump: speed, m3/s, and the pressure it cannot pass. */
const PUMP_SPEED = 1.1e-3;
const PUMP_LIMIT_KPA = 0.012;
/** Hoses and core valves pass less the thinner the gas: conductance a kPa, m3/s. */
const HOSE_PER_KPA = 4e-3;
/** Water boils off until its vapour pressure stands; time constant, s, while there is any. */
const BOIL_LAG_S = 260;
/**
 * Refrigerant leaves the oil with this time constant, s, while there is `FRESH_KG` of it, and more slowly the less is left, since it comes from
 * deeper: outgassing falls off as a power of time, not as an exponential (O'Hanlon, ch. 4).
 */
const OIL_LAG_S = 250;
const FRESH_KG = 4e-4;
const DEEPER = 0.3;
const WATER_GAS = 0.4615;
/** A refrigerant of some 105 g/mol. */
const REFRIGERANT_GAS = 0.079;

export function evacuate(state: VacuumState, setting: VacuumSetting, seconds: number): void {
  const total = vacuumKpa(state);
  const kelvin = setting.wallC + 273.15;
  if (setting.pumpOn && total > PUMP_LIMIT_KPA) {
    const hose = HOSE_PER_KPA * total;
    const speed = (PUMP_SPEED * hose) / (PUMP_SPEED + hose);
    const left = Math.exp((-speed * (1 - PUMP_LIMIT_KPA / total) * seconds) / setting.volumeM3);
    state.airKpa *= left;
    state.refrigerantKpa *= left;
    state.waterKpa *= left;
  }
  state.airKpa += (setting.leakKpaM3S * (1 - total / setting.atmosphereKpa) * seconds) / setting.volumeM3;
  if (state.waterKg > 0) {
    const rise =
      Math.max(waterSaturationKpa(setting.wallC) - state.waterKpa, 0) *
      (1 - Math.exp(-seconds / (setting.boilLagS ?? BOIL_LAG_S)));
    const boiled = Math.min((rise * setting.volumeM3) / (WATER_GAS * kelvin), state.waterKg);
    state.waterKg -= boiled;
    state.waterKpa += (boiled * WATER_GAS * kelvin) / setting.volumeM3;
  }
  const lag = (setting.oilLagS ?? OIL_LAG_S) * (FRESH_KG / Math.max(state.dissolvedKg, 1e-9)) ** DEEPER;
  const released = state.dissolvedKg * (1 - Math.exp(-seconds / lag));
  state.dissolvedKg -= released;
  state.refrigerantKpa += (released * REFRIGERANT_GAS * kelvin) / setting.volumeM3;
}

export function vacuumKpa(state: VacuumState): number {
  return state.airKpa + state.refrigerantKpa + state.waterKpa;
}
