/** Properties of a single phase at temperature and pressure. */
import { fail, type Result, succeed } from "../result";
import { type Equation, equations, type PhaseProperties, pressureAt, propertiesAt } from "./helmholtz";
import type { Refrigerant } from "./refrigerants";
import { type FluidIssue, KELVIN, saturationAtTemperature, saturationRangeC } from "./saturation";

type Phase = "liquid" | "vapour" | "supercritical";

export interface SinglePhaseState extends PhaseProperties {
  phase: Phase;
}

/**
 * Properties at temperature (degC) and pressure (kPa absolute). Exactly on the saturation line the vapour is returned;
 * ask for saturation to get both. Errors: temperature- or pressure-out-of-range of the published equation, no-convergence.
 */
export function stateAt(
  refrigerant: Refrigerant,
  temperatureC: number,
  pressureKpa: number,
): Result<SinglePhaseState, FluidIssue> {
  const equation = equations[refrigerant];
  const temperatureK = temperatureC + KELVIN;
  if (!(temperatureK >= equation.minTemperatureK && temperatureK <= equation.maxTemperatureK)) {
    return fail({
      code: "temperature-out-of-range",
      value: temperatureC,
      min: equation.minTemperatureK - KELVIN,
      max: equation.maxTemperatureK - KELVIN,
    });
  }
  if (!(pressureKpa > 0 && pressureKpa <= equation.maxPressureKpa)) {
    return fail({ code: "pressure-out-of-range", value: pressureKpa, min: 0, max: equation.maxPressureKpa });
  }
  const found = phaseAndStart(refrigerant, equation, temperatureC, pressureKpa);
  if (!found.ok) return found;
  const density = densityAt(equation, temperatureK, pressureKpa, found.value);
  if (density === null) return fail({ code: "no-convergence", what: "density" });
  return succeed({ phase: found.value.phase, ...propertiesAt(equation, temperatureK, density) });
}

interface Bracket {
  phase: Phase;
  low: number;
  high: number;
}

/** Above any liquid density in the range of either equation, as a multiple of the critical density. */
const DENSEST = 3.6;

function phaseAndStart(
  refrigerant: Refrigerant,
  equation: Equation,
  temperatureC: number,
  pressureKpa: number,
): Result<Bracket, FluidIssue> {
  const densest = DENSEST * equation.criticalDensityKgM3;
  if (temperatureC > saturationRangeC(refrigerant).max) {
    const phase =
      pressureKpa > equation.criticalPressureKpa && temperatureC + KELVIN > equation.criticalTemperatureK
        ? "supercritical"
        : pressureKpa > equation.criticalPressureKpa
          ? "liquid"
          : "vapour";
    return succeed({ phase, low: 0, high: densest });
  }
  const saturation = saturationAtTemperature(refrigerant, temperatureC);
  if (!saturation.ok) return saturation;
  // Each phase is searched only on its own side of the dome, where pressure rises with density.
  return pressureKpa > saturation.value.pressureKpa
    ? succeed({ phase: "liquid", low: saturation.value.liquid.densityKgM3 * (1 - 1e-9), high: densest })
    : succeed({ phase: "vapour", low: 0, high: saturation.value.vapour.densityKgM3 * (1 + 1e-9) });
}

/** Newton's method kept inside a shrinking bracket. */
function densityAt(equation: Equation, temperatureK: number, pressureKpa: number, bracket: Bracket): number | null {
  let { low, high } = bracket;
  let density = bracket.phase === "liquid" ? low : Math.min(pressureKpa / (equation.gasConstant * temperatureK), high);
  for (let step = 0; step < 200; step++) {
    const { pressureKpa: found, slope } = pressureAt(equation, temperatureK, density);
    const error = found - pressureKpa;
    if (Math.abs(error) <= 1e-10 * pressureKpa) return density;
    if (error > 0) high = density;
    else low = density;
    const newton = density - error / slope;
    const next = slope > 0 && newton > low && newton < high ? newton : (low + high) / 2;
    if (next === density || high - low < 1e-13 * high) return density;
    density = next;
  }
  return null;
}
