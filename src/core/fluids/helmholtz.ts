/**
 * Helmholtz-energy equation of state in reduced form, alpha(delta, tau) = alpha0 + alphaR with
 * delta = rho / rhoc and tau = Tc / T. Property relations: Lemmon, Jacobsen, Penoncello and Friend,
 * J. Phys. Chem. Ref. Data 29 (2000) 331, section 4; symbols as there. Coefficients and their sources: coefficients.json.
 */

import coefficients from "./coefficients.json" with { type: "json" };
import type { Refrigerant } from "./refrigerants";

/** Properties of one homogeneous phase. */
export interface PhaseProperties {
  densityKgM3: number;
  enthalpyKjKg: number;
  entropyKjKgK: number;
  cpKjKgK: number;
}

export interface Equation {
  name: Refrigerant;
  criticalTemperatureK: number;
  criticalPressureKpa: number;
  criticalDensityKgM3: number;
  /** Specific gas constant, kJ/(kg K). */
  gasConstant: number;
  /** Validity of the published equation. */
  minTemperatureK: number;
  maxTemperatureK: number;
  maxPressureKpa: number;
  ideal: (delta: number, tau: number) => IdealPart;
  /** n, d, t, l per term, flattened. */
  terms: Float64Array;
  /** n, d, t, eta, beta, gamma, eps per term, flattened. */
  gaussians: Float64Array;
}

/** alpha0 and its first and second tau derivatives. */
interface IdealPart {
  a: number;
  at: number;
  att: number;
}

/** Residual part: value and derivatives by delta (d) and tau (t). */
interface ResidualPart {
  a: number;
  ad: number;
  add: number;
  at: number;
  att: number;
  adt: number;
}

function idealR134a(a: readonly number[]): Equation["ideal"] {
  const [a1 = 0, a2 = 0, a3 = 0, a4 = 0, a5 = 0] = a;
  return (delta, tau) => ({
    a: Math.log(delta) + a1 + a2 * tau + a3 * Math.log(tau) + a4 * tau ** -0.5 + a5 * tau ** -0.75,
    at: a2 + a3 / tau - 0.5 * a4 * tau ** -1.5 - 0.75 * a5 * tau ** -1.75,
    att: -a3 / (tau * tau) + 0.75 * a4 * tau ** -2.5 + 0.75 * 1.75 * a5 * tau ** -2.75,
  });
}

function idealR1234yf(ideal: {
  c0: number;
  a: number[];
  v: number[];
  theta: number[];
  criticalTemperatureK: number;
}): Equation["ideal"] {
  const [a1 = 0, a2 = 0] = ideal.a;
  const oscillators = ideal.v.map((v, i) => ({ v, u: (ideal.theta[i] ?? 0) / ideal.criticalTemperatureK }));
  return (delta, tau) => {
    let a = Math.log(delta) + (ideal.c0 - 1) * Math.log(tau) + a1 + a2 * tau;
    let at = (ideal.c0 - 1) / tau + a2;
    let att = -(ideal.c0 - 1) / (tau * tau);
    for (const { v, u } of oscillators) {
      const e = Math.exp(-u * tau);
      a += v * Math.log(1 - e);
      at += (v * u * e) / (1 - e);
      att -= (v * u * u * e) / ((1 - e) * (1 - e));
    }
    return { a, at, att };
  };
}

const { R134a, R1234yf } = coefficients.fluids;

function common(fluid: typeof R134a | typeof R1234yf) {
  return {
    criticalTemperatureK: fluid.Tc_K,
    criticalPressureKpa: fluid.pc_kPa,
    criticalDensityKgM3: (fluid.rhoc_mol_m3 * fluid.molarMass_g_mol) / 1000,
    gasConstant: fluid.R_J_molK / fluid.molarMass_g_mol,
    terms: Float64Array.from(fluid.residual.rows.flat()),
    gaussians: Float64Array.from((fluid.gaussian.rows as number[][]).flat()),
  };
}

export const equations: Record<Refrigerant, Equation> = {
  R134a: {
    name: "R134a",
    ...common(R134a),
    minTemperatureK: 170,
    maxTemperatureK: 455,
    maxPressureKpa: 70_000,
    ideal: idealR134a(R134a.ideal.a),
  },
  R1234yf: {
    name: "R1234yf",
    ...common(R1234yf),
    minTemperatureK: 220,
    maxTemperatureK: 410,
    maxPressureKpa: 30_000,
    ideal: idealR1234yf({ ...R1234yf.ideal, criticalTemperatureK: R1234yf.Tc_K }),
  },
};

function residual(equation: Equation, delta: number, tau: number): ResidualPart {
  const sum: ResidualPart = { a: 0, ad: 0, add: 0, at: 0, att: 0, adt: 0 };
  const lnDelta = Math.log(delta);
  const lnTau = Math.log(tau);
  const { terms, gaussians } = equation;
  for (let i = 0; i < terms.length; i += 4) {
    const d = terms[i + 1]!;
    const t = terms[i + 2]!;
    const l = terms[i + 3]!;
    const power = l === 0 ? 0 : delta ** l;
    const value = terms[i]! * Math.exp(d * lnDelta + t * lnTau - power);
    // Logarithmic derivatives of the term by delta and tau, times delta and tau.
    const byDelta = d - l * power;
    sum.a += value;
    sum.ad += value * byDelta;
    sum.add += value * (byDelta * (byDelta - 1) - l * l * power);
    sum.at += value * t;
    sum.att += value * t * (t - 1);
    sum.adt += value * byDelta * t;
  }
  for (let i = 0; i < gaussians.length; i += 7) {
    const d = gaussians[i + 1]!;
    const t = gaussians[i + 2]!;
    const eta = gaussians[i + 3]!;
    const beta = gaussians[i + 4]!;
    const gamma = gaussians[i + 5]!;
    const eps = gaussians[i + 6]!;
    const value =
      gaussians[i]! * Math.exp(d * lnDelta + t * lnTau - eta * (delta - eps) ** 2 - beta * (tau - gamma) ** 2);
    const byDelta = d - 2 * eta * delta * (delta - eps);
    const byTau = t - 2 * beta * tau * (tau - gamma);
    sum.a += value;
    sum.ad += value * byDelta;
    sum.add += value * (byDelta * byDelta - d - 2 * eta * delta * delta);
    sum.at += value * byTau;
    sum.att += value * (byTau * byTau - t - 2 * beta * tau * tau);
    sum.adt += value * byDelta * byTau;
  }
  sum.ad /= delta;
  sum.add /= delta * delta;
  sum.at /= tau;
  sum.att /= tau * tau;
  sum.adt /= delta * tau;
  return sum;
}

/** Pressure, kPa absolute, and its density derivative, kPa m3/kg, at temperature (K) and density (kg/m3). */
export function pressureAt(
  equation: Equation,
  temperatureK: number,
  densityKgM3: number,
): { pressureKpa: number; slope: number } {
  const delta = densityKgM3 / equation.criticalDensityKgM3;
  const r = residual(equation, delta, equation.criticalTemperatureK / temperatureK);
  const rt = equation.gasConstant * temperatureK;
  return {
    pressureKpa: densityKgM3 * rt * (1 + delta * r.ad),
    slope: rt * (1 + 2 * delta * r.ad + delta * delta * r.add),
  };
}

/** Density, enthalpy, entropy and isobaric heat capacity at temperature (K) and density (kg/m3). */
export function propertiesAt(equation: Equation, temperatureK: number, densityKgM3: number): PhaseProperties {
  const delta = densityKgM3 / equation.criticalDensityKgM3;
  const tau = equation.criticalTemperatureK / temperatureK;
  const r = residual(equation, delta, tau);
  const i = equation.ideal(delta, tau);
  const R = equation.gasConstant;
  const cvOverR = -tau * tau * (i.att + r.att);
  const numerator = 1 + delta * r.ad - delta * tau * r.adt;
  return {
    densityKgM3,
    enthalpyKjKg: R * temperatureK * (1 + tau * (i.at + r.at) + delta * r.ad),
    entropyKjKgK: R * (tau * (i.at + r.at) - i.a - r.a),
    cpKjKgK: R * (cvOverR + numerator ** 2 / (1 + 2 * delta * r.ad + delta * delta * r.add)),
  };
}

/** Pressure, enthalpy and entropy with the density and temperature derivatives of the first two; one call's worth of terms. */
export interface DifferentialState {
  pressureKpa: number;
  enthalpyKjKg: number;
  entropyKjKgK: number;
  /** By density at constant temperature, and by temperature at constant density. */
  pressureByDensity: number;
  pressureByTemperature: number;
  enthalpyByDensity: number;
  enthalpyByTemperature: number;
}

/** State and derivatives at temperature (K) and density (kg/m3), for iterations on pressure and enthalpy. Source as above. */
export function differentialStateAt(equation: Equation, temperatureK: number, densityKgM3: number): DifferentialState {
  const delta = densityKgM3 / equation.criticalDensityKgM3;
  const tau = equation.criticalTemperatureK / temperatureK;
  const r = residual(equation, delta, tau);
  const i = equation.ideal(delta, tau);
  const R = equation.gasConstant;
  const byDelta = delta * r.ad;
  const byDelta2 = delta * delta * r.add;
  const cross = delta * tau * r.adt;
  return {
    pressureKpa: densityKgM3 * R * temperatureK * (1 + byDelta),
    enthalpyKjKg: R * temperatureK * (1 + tau * (i.at + r.at) + byDelta),
    entropyKjKgK: R * (tau * (i.at + r.at) - i.a - r.a),
    pressureByDensity: R * temperatureK * (1 + 2 * byDelta + byDelta2),
    pressureByTemperature: densityKgM3 * R * (1 + byDelta - cross),
    enthalpyByDensity: ((R * temperatureK) / densityKgM3) * (cross + byDelta + byDelta2),
    enthalpyByTemperature: R * (-tau * tau * (i.att + r.att) + 1 + byDelta - cross),
  };
}

/**
 * J = delta (1 + delta alphaR_delta) and K = delta alphaR_delta + alphaR + ln delta, with their delta derivatives:
 * the two functions that must agree between liquid and vapour (Akasaka, J. Therm. Sci. Technol. 3 (2008) 442, eq. 5-8).
 */
export function phaseEquilibriumFunctions(equation: Equation, delta: number, tau: number) {
  const r = residual(equation, delta, tau);
  return {
    j: delta * (1 + delta * r.ad),
    k: delta * r.ad + r.a + Math.log(delta),
    jd: 1 + 2 * delta * r.ad + delta * delta * r.add,
    kd: 2 * r.ad + delta * r.add + 1 / delta,
  };
}
