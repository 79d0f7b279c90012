/**
 * Charge that each charging method would have put into this vehicle today, by simulation: grams are added in the model until the method's sign
 * appears; and the effect of that charge on a hot day. Weight decides; this shows why.
 */
import type { Fault } from "../circuit/faults";
import { makePlant } from "../circuit/steady/plant";
import type { CircuitPoint } from "../circuit/steady/point";
import { type SteadyState, solveSteady } from "../circuit/steady/steady";
import { withUsualConditions } from "../circuit/vehicle/usual";
import type { CircuitConditions, CircuitVehicle } from "../circuit/vehicle/vehicle";
import type { ReadingFile } from "../readings/file/reading-file";
import { CHARGING_RPM } from "./plan/charge-plan";

export const chargingMethods = [
  "pressure-chart",
  "subcooling",
  "superheat",
  "sight-glass",
  "air-split",
  "low-side",
] as const;
export type ChargingMethod = (typeof chargingMethods)[number];

interface HotDay {
  highKpa: number;
  ventC: number;
  /** The high-pressure switch takes the compressor off. */
  cutsOut: boolean;
}

export interface MethodAnswer {
  school: ChargingMethod;
  /** Where the school stops, or, when its sign never comes, how far it was followed. */
  chargeG: number;
  stops: boolean;
  /** At idle on a day of 38 degC with this charge; null when it does not run there. */
  hotDay: HotDay | null;
}

export interface MethodsAnswer {
  labelG: number;
  /** The hot day with the label charge. */
  atLabel: HotDay | null;
  answers: MethodAnswer[];
}

/** The wall's rule of thumb: 30 and 200 psi, in kPa gauge. */
export const ruleOfThumbKpa = { low: 207, high: 1379 } as const;
/** The signs by which the other schools stop; the glass is clear, and then a bit more. */
export const methodSigns = { subcoolingK: 6, superheatK: 8, afterClearG: 100, airSplitK: 16 } as const;
/** Nobody goes on for ever: shares of the label between which the schools are played, and the step. */
const FROM = 0.3;
const TO = 1.6;
const STEP = 0.02;
export const HOT_C = 38;
const HOT_HUMIDITY = 40;

/** Signs as a school's chart has them; the workshop's own chart comes before the rule of thumb. */
export interface MethodChart {
  lowKpa: number;
  highKpa: number;
}

/** Where no humidity was measured, %. */
const USUAL_HUMIDITY_PCT = 50;
const ROUND_HUMIDITY_PCT = 5;

/** Conditions in which vehicles are charged: the day that is known, rounded, at the engine speed of charging. Charge desk and bench both use it. */
export function chargingDay(known: ReadingFile["conditions"]): CircuitConditions {
  const humidityPct = known.humidityPct ?? USUAL_HUMIDITY_PCT;
  return withUsualConditions(
    { ambientC: Math.round(known.ambientC), rpm: CHARGING_RPM },
    { ...known, humidityPct: Math.round(humidityPct / ROUND_HUMIDITY_PCT) * ROUND_HUMIDITY_PCT },
  );
}

/** @param conditions of {@link chargingDay} */
export function chargeByMethods(
  vehicle: CircuitVehicle,
  conditions: CircuitConditions,
  chart: MethodChart | null = null,
  { faults = [], airKg = 0, hotC = HOT_C }: MethodsOptions = {},
): MethodsAnswer {
  const labelG = vehicle.label.chargeG;
  const wrong = { faults, airKg };
  const run = runs(vehicle, conditions, wrong);
  const answers = chargingMethods.map((school): MethodAnswer => {
    const stop = stops[school](run, conditions, chart ?? { lowKpa: ruleOfThumbKpa.low, highKpa: ruleOfThumbKpa.high });
    const chargeG = stop ?? TO * labelG;
    return { school, chargeG, stops: stop !== null, hotDay: hotDay(vehicle, conditions, chargeG, hotC, wrong) };
  });
  return { labelG, atLabel: hotDay(vehicle, conditions, labelG, hotC, wrong), answers };
}

/** Faults of the vehicle besides its charge, and the temperature of the hot day. */
export interface MethodsOptions extends Partial<Wrong> {
  hotC?: number;
}

interface Wrong {
  faults: readonly Fault[];
  airKg: number;
}

interface Run {
  chargeG: number;
  state: SteadyState;
  lowKpa: number;
  highKpa: number;
}

/** The vehicle as it fills, each from the one before. */
function runs(vehicle: CircuitVehicle, conditions: CircuitConditions, { faults, airKg }: Wrong): Run[] {
  const made: Run[] = [];
  let from: CircuitPoint | undefined;
  for (let share = FROM; share <= TO + 1e-9; share += STEP) {
    const chargeG = share * vehicle.label.chargeG;
    const plant = makePlant(vehicle, conditions, faults, { chargeKg: chargeG / 1000, airKg });
    const solved = solveSteady(plant, from);
    if (!solved.ok || solved.value.kind !== "running") continue;
    const { state } = solved.value;
    from = state.point;
    made.push({
      chargeG,
      state,
      lowKpa: state.lowKpa - plant.atmosphereKpa,
      highKpa: state.highKpa - plant.atmosphereKpa,
    });
  }
  return made;
}

type Stop = (run: readonly Run[], conditions: CircuitConditions, chart: MethodChart) => number | null;

const first = (run: readonly Run[], sign: (one: Run) => boolean) => run.find(sign)?.chargeG ?? null;

const stops: Record<ChargingMethod, Stop> = {
  "pressure-chart": (run, _, chart) =>
    first(run, (one) => one.highKpa >= chart.highKpa && one.lowKpa >= chart.lowKpa * 0.7),
  subcooling: (run) => first(run, ({ state }) => state.subcoolingK >= methodSigns.subcoolingK),
  superheat: (run) => first(run, ({ state }) => state.superheatK <= methodSigns.superheatK),
  // Bubbles go when nothing but liquid comes to the metering device.
  "sight-glass": (run) => {
    const clear = first(run, ({ state }) => state.subcoolingK > 0.5 && state.liquidLineC - state.meteringInletC < 8);
    return clear === null ? null : clear + methodSigns.afterClearG;
  },
  "air-split": (run, { ambientC, airSource, cabinReturnC }) => {
    const inlet = airSource === "fresh" ? ambientC : (cabinReturnC ?? ambientC - 2);
    return first(run, ({ state }) => inlet - state.ventC >= methodSigns.airSplitK);
  },
  // One gauge on the only port that is easily reached; the high side is never looked at.
  "low-side": (run, _, chart) => first(run, (one) => one.lowKpa >= chart.lowKpa),
};

function hotDay(
  vehicle: CircuitVehicle,
  conditions: CircuitConditions,
  chargeG: number,
  hotC: number,
  { faults, airKg }: Wrong,
): HotDay | null {
  const hot = { ...conditions, ambientC: hotC, humidityPct: HOT_HUMIDITY, cabinReturnC: null, rpm: 800 };
  const plant = makePlant(vehicle, hot, faults, { chargeKg: chargeG / 1000, airKg });
  const solved = solveSteady(plant);
  if (!solved.ok || solved.value.kind !== "running") return null;
  const { state } = solved.value;
  const highKpa = state.highKpa - plant.atmosphereKpa;
  return { highKpa, ventC: state.ventC, cutsOut: state.limitedBy === "high" || highKpa > vehicle.controls.highOutKpa };
}
