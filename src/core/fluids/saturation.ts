/** The saturation line: where liquid and vapour are in equilibrium, from the equation of state itself. */
import { fail, type Result, succeed } from "../result";
import {
  type Equation,
  equations,
  type PhaseProperties,
  phaseEquilibriumFunctions,
  pressureAt,
  propertiesAt,
} from "./helmholtz";
import { type Refrigerant, refrigerantEntry } from "./refrigerants";

export interface SaturationState {
  temperatureC: number;
  pressureKpa: number;
  liquid: PhaseProperties;
  vapour: PhaseProperties;
}

export type FluidIssue =
  | { code: "temperature-out-of-range"; value: number; min: number; max: number }
  | { code: "pressure-out-of-range"; value: number; min: number; max: number }
  | { code: "no-convergence"; what: string };

export const KELVIN = 273.15;

/** Kept this far below the critical temperature, where the iteration for two distinct phases stays well conditioned. */
const CRITICAL_MARGIN_K = 1;

/** Newton converges quadratically, so the step after this one would be lost in rounding, which near the critical point is large. */
const STEP_LIMIT = 1e-9;

/** 1 - T/Tc below which the ideal-gas start is too far off and the coexistence curve is close to symmetric. */
const NEAR_CRITICAL = 0.03;

interface EquilibriumDensities {
  pressureKpa: number;
  liquid: number;
  vapour: number;
}

/**
 * Equilibrium densities at a temperature in K by Newton iteration on J and K (Akasaka 2008), from corresponding-states
 * starting values. Null when it does not converge.
 */
export function equilibriumDensities(equation: Equation, temperatureK: number): EquilibriumDensities | null {
  const tau = equation.criticalTemperatureK / temperatureK;
  const theta = 1 - 1 / tau;
  // Starting values: Wilson's vapour pressure, and a Guggenheim-type liquid density a little too high, so that it is stable.
  const guessPressure =
    equation.criticalPressureKpa * Math.exp(5.373 * (1 + refrigerantEntry(equation.name).acentricFactor) * (1 - tau));
  let liquid = 1 + 2.2 * theta ** (1 / 3) + 0.75 * theta;
  const idealVapour = guessPressure / (equation.gasConstant * temperatureK * equation.criticalDensityKgM3);
  let vapour =
    theta < NEAR_CRITICAL ? 1 - 2.05 * theta ** (1 / 3) : idealVapour / (1 - 0.35 * Math.min(1, idealVapour * 4));
  let l = phaseEquilibriumFunctions(equation, liquid, tau);
  let v = phaseEquilibriumFunctions(equation, vapour, tau);
  for (let step = 0; step < 60; step++) {
    const dj = v.j - l.j;
    const dk = v.k - l.k;
    const determinant = v.jd * l.kd - l.jd * v.kd;
    const liquidStep = (dk * v.jd - dj * v.kd) / determinant;
    const vapourStep = (dk * l.jd - dj * l.kd) / determinant;
    if (!Number.isFinite(liquidStep + vapourStep)) return null;
    // Halve the step until both phases are stable: pressure rises with density (jd > 0) on either side of the dome.
    let damping = 1;
    do {
      const liquidNext = liquid + damping * liquidStep;
      const vapourNext = vapour + damping * vapourStep;
      damping /= 2;
      if (!(liquidNext > 1 && vapourNext > 0 && vapourNext < 1)) continue;
      const lNext = phaseEquilibriumFunctions(equation, liquidNext, tau);
      const vNext = phaseEquilibriumFunctions(equation, vapourNext, tau);
      if (lNext.jd > 0 && vNext.jd > 0) {
        [liquid, vapour, l, v] = [liquidNext, vapourNext, lNext, vNext];
        break;
      }
    } while (damping > 1e-4);
    if (Math.abs(liquidStep) < STEP_LIMIT * liquid && Math.abs(vapourStep) < STEP_LIMIT * vapour) {
      const density = vapour * equation.criticalDensityKgM3;
      const { pressureKpa } = pressureAt(equation, temperatureK, density);
      return { pressureKpa, liquid: liquid * equation.criticalDensityKgM3, vapour: density };
    }
  }
  return null;
}

/** Range of saturation temperatures that can be asked for, degC. */
export function saturationRangeC(refrigerant: Refrigerant): { min: number; max: number } {
  const equation = equations[refrigerant];
  return {
    min: equation.minTemperatureK - KELVIN,
    max: equation.criticalTemperatureK - CRITICAL_MARGIN_K - KELVIN,
  };
}

/** Saturated liquid and vapour at a temperature in degC. Errors: temperature-out-of-range, no-convergence. */
export function saturationAtTemperature(
  refrigerant: Refrigerant,
  temperatureC: number,
): Result<SaturationState, FluidIssue> {
  const { min, max } = saturationRangeC(refrigerant);
  if (!(temperatureC >= min && temperatureC <= max)) {
    return fail({ code: "temperature-out-of-range", value: temperatureC, min, max });
  }
  const equation = equations[refrigerant];
  const densities = equilibriumDensities(equation, temperatureC + KELVIN);
  if (densities === null) return fail({ code: "no-convergence", what: "saturation" });
  return succeed(stateFrom(equation, temperatureC, densities));
}

/**
 * Saturated liquid and vapour at a pressure in kPa absolute: secant iteration on ln P against 1/T, which is nearly straight
 * (Clausius-Clapeyron). Errors: pressure-out-of-range, no-convergence.
 */
export function saturationAtPressure(
  refrigerant: Refrigerant,
  pressureKpa: number,
): Result<SaturationState, FluidIssue> {
  const equation = equations[refrigerant];
  const { min, max } = pressureRange(refrigerant);
  if (!(pressureKpa >= min && pressureKpa <= max)) {
    return fail({ code: "pressure-out-of-range", value: pressureKpa, min, max });
  }
  const target = Math.log(pressureKpa);
  const limits = saturationRangeC(refrigerant);
  const coldest = 1 / (limits.min + KELVIN);
  const warmest = 1 / (limits.max + KELVIN);
  const slope = (1 / equation.criticalTemperatureK) * 5.373 * (1 + refrigerantEntry(refrigerant).acentricFactor);
  let inverse = Math.min(
    coldest,
    Math.max(
      warmest,
      1 / equation.criticalTemperatureK +
        (Math.log(equation.criticalPressureKpa) - target) / (slope * equation.criticalTemperatureK ** 2),
    ),
  );
  let previous: { inverse: number; error: number } | null = null;
  for (let step = 0; step < 40; step++) {
    const densities = equilibriumDensities(equation, 1 / inverse);
    if (densities === null) break;
    const error = Math.log(densities.pressureKpa) - target;
    if (Math.abs(error) < 1e-9) return succeed(stateFrom(equation, 1 / inverse - KELVIN, densities));
    const gradient: number =
      previous === null || previous.inverse === inverse
        ? -slope * equation.criticalTemperatureK ** 2
        : (error - previous.error) / (inverse - previous.inverse);
    previous = { inverse, error };
    const next = Math.min(coldest, Math.max(warmest, inverse - error / gradient));
    if (next === inverse) return succeed(stateFrom(equation, 1 / inverse - KELVIN, densities));
    inverse = next;
  }
  return fail({ code: "no-convergence", what: "saturation at pressure" });
}

const pressureRanges = new Map<Refrigerant, { min: number; max: number }>();

/** Saturation pressures at the ends of the temperature range, kPa absolute. */
function pressureRange(refrigerant: Refrigerant): { min: number; max: number } {
  const known = pressureRanges.get(refrigerant);
  if (known) return known;
  const { min, max } = saturationRangeC(refrigerant);
  const low = equilibriumDensities(equations[refrigerant], min + KELVIN);
  const high = equilibriumDensities(equations[refrigerant], max + KELVIN);
  if (low === null || high === null) throw new Error(`saturation limits of ${refrigerant} do not converge`);
  // A hair wider than the ends, so that rounding does not refuse a pressure that saturation itself gave.
  const range = { min: low.pressureKpa * (1 - 1e-9), max: high.pressureKpa * (1 + 1e-9) };
  pressureRanges.set(refrigerant, range);
  return range;
}

function stateFrom(equation: Equation, temperatureC: number, densities: EquilibriumDensities): SaturationState {
  const temperatureK = temperatureC + KELVIN;
  return {
    temperatureC,
    pressureKpa: densities.pressureKpa,
    liquid: propertiesAt(equation, temperatureK, densities.liquid),
    vapour: propertiesAt(equation, temperatureK, densities.vapour),
  };
}
