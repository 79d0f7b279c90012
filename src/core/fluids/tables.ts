/**
 * Fast properties: tables built once from the equation of state, entered by pressure and enthalpy or on the saturation
 * line. Splines in the fourth root of P carry the saturation line (two square roots where ln P would cost a logarithm, and
 * temperature is nearly straight in it); the single phases are stored as differences from it, so that both
 * sides of the dome meet exactly. Pressures kPa absolute, temperatures degC, enthalpies kJ/kg, densities kg/m3.
 *
 * Range: 8 kPa to 3.25 MPa, liquid above -50 degC, vapour up to 220 kJ/kg above saturation. Below the lowest temperature
 * of the published R1234yf equation (220 K, about 30 kPa) the equation is extrapolated: only vapour in a deep vacuum is there.
 * Arguments beyond the range are held at its border, so that a solver may step outside and come back; `covers` tells.
 */
import { differentialStateAt, type Equation, equations } from "./helmholtz";
import { HermiteGrid, HermiteLine } from "./hermite";
import type { Refrigerant } from "./refrigerants";
import { equilibriumDensities, KELVIN } from "./saturation";

export const TABLE_MIN_KPA = 8;
export const TABLE_MAX_KPA = 3250;
/** Superheat enthalpy covered above the saturation line, kJ/kg: 140 degC and more at every pressure. */
const VAPOUR_SPAN = 220;
/** Coldest liquid, degC. */
const COLDEST_LIQUID_C = -50;

const SATURATION_NODES = 160;
const VAPOUR_NODES = [64, 40] as const;
const LIQUID_NODES = [88, 28] as const;

/** Order of the functions on the saturation line. */
const T = 0;
const H_LIQUID = 1;
const H_VAPOUR = 2;
const V_LIQUID = 3;
const RHO_VAPOUR = 4;
const S_VAPOUR = 5;
const S_LIQUID = 6;

/** The saturation line at one pressure; filled in place by {@link FluidTable.saturate}. */
export interface SaturationRow {
  pressureKpa: number;
  temperatureC: number;
  hLiquid: number;
  hVapour: number;
  rhoLiquid: number;
  rhoVapour: number;
}

export function emptySaturationRow(): SaturationRow {
  return { pressureKpa: 0, temperatureC: 0, hLiquid: 0, hVapour: 0, rhoLiquid: 0, rhoVapour: 0 };
}

export class FluidTable {
  private readonly line: HermiteLine;
  private readonly byTemperature: HermiteLine;
  private readonly byEnthalpy: HermiteLine;
  private readonly vapour: HermiteGrid;
  private readonly liquid: HermiteGrid;
  private readonly liquidFrom: number;
  private readonly hFloor: number;

  constructor(readonly refrigerant: Refrigerant) {
    const equation = equations[refrigerant];
    const low = LEAST_ROOT;
    const high = MOST_ROOT;
    const saturation = new SaturationSource(equation);
    this.line = new HermiteLine(low, high, SATURATION_NODES, 7, (x, into) => saturation.fill(x, into));
    const coldest = this.line.value(T, low);
    const hottest = this.line.value(T, high);
    this.byTemperature = new HermiteLine(coldest, hottest, SATURATION_NODES, 2, (t, into) =>
      saturation.fillByTemperature(t + KELVIN, into),
    );
    this.byEnthalpy = new HermiteLine(
      this.line.value(H_LIQUID, low),
      this.line.value(H_LIQUID, high),
      SATURATION_NODES,
      1,
      (h, into) => {
        into[0] = this.rootAtLiquid(h, low, high);
      },
    );
    this.hFloor = this.line.value(H_LIQUID, this.byTemperature.value(0, COLDEST_LIQUID_C));
    this.liquidFrom = this.byTemperature.value(0, COLDEST_LIQUID_C + 6);
    this.vapour = new HermiteGrid(low, high, VAPOUR_NODES[0], VAPOUR_NODES[1], 3, (x, into) =>
      this.sample(equation, saturation, x, "vapour", VAPOUR_NODES[1], into),
    );
    this.liquid = new HermiteGrid(this.liquidFrom, high, LIQUID_NODES[0], LIQUID_NODES[1], 3, (x, into) =>
      this.sample(equation, saturation, x, "liquid", LIQUID_NODES[1], into),
    );
  }

  /** Whether a pressure lies in the tables' range. */
  covers(pressureKpa: number): boolean {
    return pressureKpa >= TABLE_MIN_KPA && pressureKpa <= TABLE_MAX_KPA;
  }

  /** Saturation temperature, degC, at a pressure. */
  saturationTemperatureC(pressureKpa: number): number {
    return this.line.value(T, rootOf(pressureKpa));
  }

  /** Saturation pressure, kPa, at a temperature in degC. */
  saturationPressureKpa(temperatureC: number): number {
    return fourth(this.byTemperature.value(0, temperatureC));
  }

  /** dTsat/dP, K/kPa, at a pressure. */
  saturationSlope(pressureKpa: number): number {
    const root = rootOf(pressureKpa);
    return this.line.slope(T, root) / (4 * root * root * root);
  }

  liquidEnthalpy(pressureKpa: number): number {
    return this.line.value(H_LIQUID, rootOf(pressureKpa));
  }

  vapourEnthalpy(pressureKpa: number): number {
    return this.line.value(H_VAPOUR, rootOf(pressureKpa));
  }

  liquidDensity(pressureKpa: number): number {
    return 1 / this.line.value(V_LIQUID, rootOf(pressureKpa));
  }

  vapourDensity(pressureKpa: number): number {
    return this.line.value(RHO_VAPOUR, rootOf(pressureKpa));
  }

  /** The whole saturation line at one pressure, into `row`; nothing is allocated. */
  saturate(pressureKpa: number, row: SaturationRow): void {
    const { line } = this;
    line.seek(rootOf(pressureKpa));
    row.pressureKpa = pressureKpa;
    row.temperatureC = line.read(T);
    row.hLiquid = line.read(H_LIQUID);
    row.hVapour = line.read(H_VAPOUR);
    row.rhoLiquid = 1 / line.read(V_LIQUID);
    row.rhoVapour = line.read(RHO_VAPOUR);
  }

  /** Enthalpy of saturated liquid by temperature: that of a subcooled liquid too, within 0.4 kJ/kg at 1 MPa above saturation. */
  liquidEnthalpyByTemperature(temperatureC: number): number {
    return this.byTemperature.value(1, temperatureC);
  }

  /** Pressure at which a liquid of this enthalpy begins to boil, kPa. */
  flashPressureKpa(enthalpy: number): number {
    return fourth(this.byEnthalpy.value(0, enthalpy));
  }

  /** dh/dT of saturated liquid, kJ/(kg K). */
  liquidHeatCapacity(temperatureC: number): number {
    return this.byTemperature.slope(1, temperatureC);
  }

  /** Mass share of vapour; below 0 in the liquid, above 1 in the vapour. */
  quality(pressureKpa: number, enthalpy: number): number {
    const { line } = this;
    line.seek(rootOf(pressureKpa));
    const liquid = line.read(H_LIQUID);
    return (enthalpy - liquid) / (line.read(H_VAPOUR) - liquid);
  }

  /** Temperature, degC, in either phase or in the dome. */
  temperatureC(pressureKpa: number, enthalpy: number): number {
    const { line } = this;
    const x = rootOf(pressureKpa);
    line.seek(x);
    const saturated = line.read(T);
    const above = enthalpy - line.read(H_VAPOUR);
    if (above > 0) return saturated + this.vapour.value(0, x, above / VAPOUR_SPAN);
    const liquid = line.read(H_LIQUID);
    return enthalpy >= liquid ? saturated : this.liquidValue(0, x, liquid, enthalpy, saturated);
  }

  /** Density, kg/m3, in either phase, or of the homogeneous mixture in the dome. */
  density(pressureKpa: number, enthalpy: number): number {
    const { line } = this;
    const x = rootOf(pressureKpa);
    line.seek(x);
    const hVapour = line.read(H_VAPOUR);
    if (enthalpy > hVapour) {
      return line.read(RHO_VAPOUR) * this.vapour.value(1, x, (enthalpy - hVapour) / VAPOUR_SPAN);
    }
    const liquid = line.read(H_LIQUID);
    const vLiquid = line.read(V_LIQUID);
    if (enthalpy < liquid) return 1 / this.liquidValue(1, x, liquid, enthalpy, vLiquid);
    const quality = (enthalpy - liquid) / (hVapour - liquid);
    return 1 / ((1 - quality) * vLiquid + quality / line.read(RHO_VAPOUR));
  }

  /** Entropy, kJ/(kg K), in either phase or in the dome. */
  entropy(pressureKpa: number, enthalpy: number): number {
    const { line } = this;
    const x = rootOf(pressureKpa);
    line.seek(x);
    const hVapour = line.read(H_VAPOUR);
    const sVapour = line.read(S_VAPOUR);
    if (enthalpy > hVapour) return sVapour + this.vapour.value(2, x, (enthalpy - hVapour) / VAPOUR_SPAN);
    const liquid = line.read(H_LIQUID);
    const sLiquid = line.read(S_LIQUID);
    if (enthalpy < liquid) return this.liquidValue(2, x, liquid, enthalpy, sLiquid);
    return sLiquid + ((enthalpy - liquid) / (hVapour - liquid)) * (sVapour - sLiquid);
  }

  /**
   * Enthalpy of the vapour at pressure and temperature (degC), by Newton's method on the table; saturated vapour where the
   * temperature is below saturation.
   */
  vapourEnthalpyAt(pressureKpa: number, temperatureC: number): number {
    const x = rootOf(pressureKpa);
    const target = temperatureC - this.line.value(T, x);
    const saturated = this.line.value(H_VAPOUR, x);
    if (target <= 0) return saturated;
    let above = target;
    for (let i = 0; i < 12; i++) {
      const y = above / VAPOUR_SPAN;
      const error = this.vapour.value(0, x, y) - target;
      if (Math.abs(error) < 1e-7) break;
      const slope = (this.vapour.value(0, x, y + 1e-4) - this.vapour.value(0, x, y)) / (1e-4 * VAPOUR_SPAN);
      above = Math.max(above - error / slope, 0);
    }
    return saturated + above;
  }

  /** Enthalpy of the liquid at pressure and temperature (degC); saturated liquid where the temperature is above saturation. */
  liquidEnthalpyAt(pressureKpa: number, temperatureC: number): number {
    const x = rootOf(pressureKpa);
    const saturated = this.line.value(H_LIQUID, x);
    const tSaturated = this.line.value(T, x);
    if (temperatureC >= tSaturated) return saturated;
    let enthalpy = saturated - 1.4 * (tSaturated - temperatureC);
    for (let i = 0; i < 12; i++) {
      const error = this.liquidValue(0, x, saturated, enthalpy, tSaturated) - temperatureC;
      if (Math.abs(error) < 1e-7) break;
      const beside = this.liquidValue(0, x, saturated, enthalpy - 0.01, tSaturated) - temperatureC;
      enthalpy = Math.min(enthalpy - (error * 0.01) / (error - beside), saturated);
    }
    return enthalpy;
  }

  /** Enthalpy of the vapour at pressure and entropy: where an ideal compression ends. dh/ds = T at constant pressure. */
  vapourEnthalpyAtEntropy(pressureKpa: number, entropy: number): number {
    const x = rootOf(pressureKpa);
    const saturated = this.line.value(H_VAPOUR, x);
    const tSaturated = this.line.value(T, x) + KELVIN;
    const target = entropy - this.line.value(S_VAPOUR, x);
    // A wet ideal end point is possible with liquid at the suction; on the dome dh = T ds.
    if (target <= 0) return saturated + tSaturated * target;
    let above = tSaturated * target * 1.03;
    for (let i = 0; i < 8; i++) {
      const y = above / VAPOUR_SPAN;
      const error = this.vapour.value(2, x, y) - target;
      const step = error * (tSaturated + this.vapour.value(0, x, y));
      above = Math.max(above - step, 0);
      if (Math.abs(step) < 1e-6) break;
    }
    return saturated + above;
  }

  /** Liquid at a pressure: values are stored as differences from the saturated liquid, over the span down to the coldest. */
  private liquidValue(k: number, x: number, saturatedHere: number, enthalpy: number, valueHere: number): number {
    // Below the first column, where the pressure is small, a subcooled liquid hardly feels it.
    if (x >= this.liquidFrom) {
      const y = (saturatedHere - enthalpy) / (saturatedHere - this.hFloor);
      return valueHere + this.liquid.value(k, x, y);
    }
    const from = this.liquidFrom;
    const saturated = this.line.value(H_LIQUID, from);
    const value = this.line.value(k === 0 ? T : k === 1 ? V_LIQUID : S_LIQUID, from);
    return value + this.liquid.value(k, from, (saturated - enthalpy) / (saturated - this.hFloor));
  }

  /** Fourth root of P where saturated liquid has this enthalpy: the line, inverted by bisection while building. */
  private rootAtLiquid(enthalpy: number, from: number, to: number): number {
    let low = from;
    let high = to;
    for (let i = 0; i < 50; i++) {
      const middle = (low + high) / 2;
      if (this.line.value(H_LIQUID, middle) < enthalpy) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  }

  /** One column of a phase: T, density (vapour: ratio, liquid: specific volume) and entropy as differences from saturation. */
  private sample(
    equation: Equation,
    saturation: SaturationSource,
    x: number,
    phase: "vapour" | "liquid",
    count: number,
    into: Float64Array,
  ): void {
    const edge = saturation.at(x);
    const pressure = fourth(x);
    let temperatureK = edge.temperatureK;
    let density = phase === "vapour" ? edge.vapour : edge.liquid;
    const start = differentialStateAt(equation, temperatureK, density);
    const span = phase === "vapour" ? VAPOUR_SPAN : this.hFloor - start.enthalpyKjKg;
    let there = start;
    for (let j = 0; j < count; j++) {
      const target = start.enthalpyKjKg + (span * j) / (count - 1);
      for (let i = 0; i < 20; i++) {
        const dP = pressure - there.pressureKpa;
        const dH = target - there.enthalpyKjKg;
        if (Math.abs(dP) < 1e-8 * pressure && Math.abs(dH) < 1e-8) break;
        const determinant =
          there.pressureByDensity * there.enthalpyByTemperature - there.pressureByTemperature * there.enthalpyByDensity;
        const dRho = (dP * there.enthalpyByTemperature - dH * there.pressureByTemperature) / determinant;
        const dT = (dH * there.pressureByDensity - dP * there.enthalpyByDensity) / determinant;
        density = Math.max(density + dRho, density * 0.3);
        temperatureK += dT;
        there = differentialStateAt(equation, temperatureK, density);
      }
      into[j * 3] = temperatureK - edge.temperatureK;
      into[j * 3 + 1] = phase === "vapour" ? density / edge.vapour : 1 / density - 1 / edge.liquid;
      into[j * 3 + 2] = there.entropyKjKgK - start.entropyKjKgK;
    }
  }
}

/** Saturation from the equation of state, by pressure or by temperature, as the tables want it. */
class SaturationSource {
  constructor(private readonly equation: Equation) {}

  /** Fourth root of P and liquid enthalpy at a temperature in K. */
  fillByTemperature(temperatureK: number, into: Float64Array): void {
    const { pressureKpa, liquid } = this.densities(temperatureK);
    into[0] = rootOf(pressureKpa);
    into[1] = differentialStateAt(this.equation, temperatureK, liquid).enthalpyKjKg;
  }

  at(root: number): { temperatureK: number; liquid: number; vapour: number } {
    const x = 4 * Math.log(root);
    const { criticalTemperatureK, criticalPressureKpa } = this.equation;
    // Secant on ln P against 1/T, nearly a straight line.
    let inverse = 1 / criticalTemperatureK + (Math.log(criticalPressureKpa) - x) / (6.9 * criticalTemperatureK);
    let before: { inverse: number; error: number } | null = null;
    for (let i = 0; i < 40; i++) {
      const found = this.densities(1 / inverse);
      const error = Math.log(found.pressureKpa) - x;
      if (Math.abs(error) < 1e-11) return { temperatureK: 1 / inverse, liquid: found.liquid, vapour: found.vapour };
      const gradient: number =
        before === null || before.inverse === inverse
          ? -6.9 * criticalTemperatureK
          : (error - before.error) / (inverse - before.inverse);
      before = { inverse, error };
      inverse = Math.max(inverse - error / gradient, 1 / (criticalTemperatureK - 0.2));
    }
    throw new Error(`saturation table of ${this.equation.name}: no convergence at ${Math.exp(x)} kPa`);
  }

  fill(x: number, into: Float64Array): void {
    const { temperatureK, liquid, vapour } = this.at(x);
    const l = differentialStateAt(this.equation, temperatureK, liquid);
    const v = differentialStateAt(this.equation, temperatureK, vapour);
    into[T] = temperatureK - KELVIN;
    into[H_LIQUID] = l.enthalpyKjKg;
    into[H_VAPOUR] = v.enthalpyKjKg;
    into[V_LIQUID] = 1 / liquid;
    into[RHO_VAPOUR] = vapour;
    into[S_VAPOUR] = v.entropyKjKgK;
    into[S_LIQUID] = l.entropyKjKgK;
  }

  private densities(temperatureK: number) {
    const found = equilibriumDensities(this.equation, temperatureK);
    if (found === null)
      throw new Error(`saturation table of ${this.equation.name}: no equilibrium at ${temperatureK} K`);
    return found;
  }
}

const LEAST_ROOT = Math.sqrt(Math.sqrt(TABLE_MIN_KPA));
const MOST_ROOT = Math.sqrt(Math.sqrt(TABLE_MAX_KPA));

/** The tables' coordinate of a pressure in kPa, held in their range. */
function rootOf(pressureKpa: number): number {
  const root = Math.sqrt(Math.sqrt(pressureKpa));
  return Math.min(Math.max(root, LEAST_ROOT), MOST_ROOT);
}

function fourth(root: number): number {
  const square = root * root;
  return square * square;
}

const tables = new Map<Refrigerant, FluidTable>();

/** The table of a refrigerant, built at the first call (tens of milliseconds). */
export function fluidTable(refrigerant: Refrigerant): FluidTable {
  const known = tables.get(refrigerant);
  if (known) return known;
  const built = new FluidTable(refrigerant);
  tables.set(refrigerant, built);
  return built;
}
