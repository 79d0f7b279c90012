/**
 * The readings of one test as a vector, and what a simulated vehicle puts in the same places. Pressures stand as saturation
 * temperatures, so that both refrigerants, every altitude and every season share one scale of kelvins. NaN: not read.
 *
 * Layout: the observables of the first running setting, of the second, and so on, then those that are read once a test.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Plant } from "../../circuit/steady/plant";
import { restOf } from "../../circuit/steady/rest";
import { type SteadyResult, type SteadyState, solveSteady } from "../../circuit/steady/steady";
import { fluidTable } from "../../fluids/tables";
import { LEAST_READ_KPA, MOST_READ_KPA, readSaturationC } from "../../readings/derive/saturation-temperature";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { FAST_RPM } from "../weigh/features";
import { equalisationSeconds } from "./equalisation";

/** At one engine speed: degC, but `lineDrop` K from the port to the metering device and `command` % of full stroke. */
export const settingObservables = [
  "evaporating",
  "condensing",
  "vent",
  "suction",
  "liquid",
  "discharge",
  "condenserInlet",
  "condenserOutlet",
  "lineDrop",
  "command",
] as const;
export type SettingObservable = (typeof settingObservables)[number];

/** Once a test: K above saturation at rest, natural logarithm of the seconds until the sides met, share of the label charge. */
export const onceObservables = ["rest", "meeting", "charge"] as const;
type OnceObservable = (typeof onceObservables)[number];
export type ObservableName = SettingObservable | OnceObservable;

const PER_SETTING = settingObservables.length;

function vectorLength(settings: number): number {
  return settings * PER_SETTING + onceObservables.length;
}

export function placeOf(name: ObservableName, setting: number, settings: number): number {
  const once = (onceObservables as readonly string[]).indexOf(name);
  return once >= 0
    ? settings * PER_SETTING + once
    : setting * PER_SETTING + (settingObservables as readonly string[]).indexOf(name);
}

/** Name and setting of a place in the vector; the setting is null for what is read once. */
export function observableAt(place: number, settings: number): { name: ObservableName; setting: number | null } {
  const setting = Math.floor(place / PER_SETTING);
  return setting < settings
    ? { name: settingObservables[place % PER_SETTING]!, setting }
    : { name: onceObservables[place - settings * PER_SETTING]!, setting: null };
}

/** Places of the vector that were read. */
export function placesRead({ values }: Pick<Observed, "values">): number[] {
  return Array.from(values.keys()).filter((place) => !Number.isNaN(values[place]!));
}

/** Swing of a cycling clutch: low side from lowest to highest as saturation temperatures, K, and the logarithm of the period in s. */
interface Swing {
  widthK: number;
  lnPeriod: number;
}

export interface Observed {
  /** Engine speed of each setting: those that were read, then those of a usual test that were not. */
  rpm: number[];
  values: Float64Array;
  /** Whether the clutch cycled at each setting; null where nothing was read there. */
  cycling: (boolean | null)[];
  /** Measured swing, NaN where not read; null where the clutch did not cycle or nothing was read. */
  swings: (Swing | null)[];
  /** The sides were still apart when they were last looked at: the true time is longer. */
  stillApart: boolean;
}

/** The speeds of a usual test; taken where none was written, and kept ready where a setting was not read. */
const USUAL_RPM = [800, 1800] as const;

function withUsualSpeeds(given: number[]): number[] {
  const [idle, fast] = USUAL_RPM;
  const rpm = [...given];
  if (!rpm.some((speed) => speed <= FAST_RPM)) rpm.push(idle);
  if (!rpm.some((speed) => speed > FAST_RPM)) rpm.push(fast);
  return rpm;
}

/** More settings than this add nothing that two do not tell. */
const MOST_SETTINGS = 3;

/** Engine speeds of a test, those that were not run included. */
export function speedsOf({ running }: ReadingFile): number[] {
  const given = (running ?? []).slice(0, MOST_SETTINGS);
  return withUsualSpeeds(given.map((setting, i) => setting.rpm ?? USUAL_RPM[Math.min(i, 1)]!));
}

export function observe(reading: ReadingFile): Observed {
  const { vehicle, conditions } = reading;
  const fluid = fluidTable(vehicle.refrigerant);
  const atmosphere = atmosphericPressureKpa(conditions.altitudeM ?? 0);
  const saturated = (gaugeKpa: number | null | undefined) => {
    if (gaugeKpa === null || gaugeKpa === undefined) return Number.NaN;
    return readSaturationC(fluid, gaugeKpa + atmosphere);
  };
  const running = (reading.running ?? []).slice(0, MOST_SETTINGS);
  const rpm = speedsOf(reading);
  const values = new Float64Array(vectorLength(rpm.length)).fill(Number.NaN);
  const put = (name: ObservableName, setting: number, value: number | null | undefined) => {
    if (value !== null && value !== undefined) values[placeOf(name, setting, rpm.length)] = value;
  };
  for (const [i, setting] of running.entries()) {
    put("evaporating", i, saturated(setting.lowKpa));
    put("condensing", i, saturated(setting.highKpa));
    put("vent", i, setting.ventC);
    put("suction", i, setting.suctionLineC);
    put("liquid", i, setting.liquidLineC);
    put("discharge", i, setting.dischargeLineC);
    put("condenserInlet", i, setting.condenserInletAirC);
    put("condenserOutlet", i, setting.condenserOutletAirC);
    put("command", i, setting.compressorDutyPct);
    if (setting.liquidLineC != null && setting.meteringInletC != null) {
      put("lineDrop", i, setting.liquidLineC - setting.meteringInletC);
    }
  }
  const { rest, equalise } = reading;
  if (rest?.soakC !== null && rest?.soakC !== undefined) {
    const sides = [rest.lowKpa, rest.highKpa].map(saturated).filter((value) => !Number.isNaN(value));
    const mean = sides.reduce((sum, value) => sum + value, 0) / sides.length;
    if (sides.length > 0) put("rest", 0, mean - rest.soakC);
  }
  const seconds = equalise?.seconds;
  if (seconds !== null && seconds !== undefined) put("meeting", 0, Math.log(Math.max(seconds, 1)));
  if (reading.recoveredG != null && vehicle.chargeG != null) put("charge", 0, reading.recoveredG / vehicle.chargeG);
  const cycles = ({ cyclePeriodS, lowMinKpa }: RunningSetting) => cyclePeriodS != null || lowMinKpa != null;
  return {
    rpm,
    values,
    cycling: rpm.map((_, i) => {
      const setting = running[i];
      if (setting === undefined || (setting.lowKpa == null && setting.highKpa == null)) return null;
      return cycles(setting);
    }),
    swings: rpm.map((_, i) => {
      const setting = running[i];
      if (setting === undefined || !cycles(setting)) return null;
      return {
        widthK: saturated(setting.lowMaxKpa) - saturated(setting.lowMinKpa),
        lnPeriod: setting.cyclePeriodS == null ? Number.NaN : Math.log(Math.max(setting.cyclePeriodS, LEAST_PERIOD_S)),
      };
    }),
    stillApart: equalise?.equalised === false,
  };
}

/** Shorter than this nobody times a cycle, s. */
const LEAST_PERIOD_S = 0.5;

/** One simulated vehicle in the conditions of a test. */
export interface Shown {
  values: Float64Array;
  /** Share of the time the clutch is in at each setting, 1 when it does not cycle. */
  duty: number[];
  /** Swing of the clutch at each setting; null where it does not cycle on the low side. */
  swings: (Swing | null)[];
  /** The compressor stood at some setting. */
  standing: boolean;
  /** Where each setting settled: the best start for a neighbour; undefined where the compressor stood. */
  states: (SteadyState | undefined)[];
}

/** Lines of a standing circuit under a running engine, K above its parts: the bay warms them. */
const STANDING_SUCTION_K = 6;
const STANDING_LIQUID_K = 2;
const STANDING_DISCHARGE_K = 12;

/**
 * Readings of a vehicle, one plant per setting, each started from a nearby point where there is one. Null when a setting has no solution. `soakC`:
 * temperature of its parts with the engine off.
 */
export function show(
  plants: readonly Plant[],
  soakC: number,
  labelG: number,
  from?: readonly (SteadyState | undefined)[],
  patient = true,
): Shown | null {
  const first = plants[0];
  if (first === undefined) return null;
  const values = new Float64Array(vectorLength(plants.length)).fill(Number.NaN);
  const put = (name: ObservableName, setting: number, value: number) => {
    values[placeOf(name, setting, plants.length)] = value;
  };
  const duty: number[] = [];
  const swings: (Swing | null)[] = [];
  const states: (SteadyState | undefined)[] = [];
  let standing = false;
  let ran: { plant: Plant; superheatK: number } | null = null;
  for (const [i, plant] of plants.entries()) {
    const solved = solveSteady(plant, from?.[i]?.point, patient);
    if (!solved.ok) return null;
    if (solved.value.kind === "standing") {
      standing = true;
      standingValues(plant, solved.value, (name, value) => put(name, i, value));
      duty.push(1);
      swings.push(null);
      states.push(undefined);
    } else {
      const { state } = solved.value;
      ran = { plant, superheatK: state.superheatK };
      runningValues(plant, state, (name, value) => put(name, i, value));
      duty.push(state.limitedBy === "low" ? state.duty : 1);
      swings.push(swingShown(plant, state));
      states.push(state);
    }
  }
  const rest = restOf(first, soakC);
  const { fluid } = first;
  put("rest", 0, readSaturationC(fluid, rest.pressureKpa) - soakC);
  if (ran) put("meeting", 0, Math.log(equalisationSeconds(ran.plant, ran.superheatK)));
  put("charge", 0, (first.chargeKg * 1000) / labelG);
  return { values, duty, swings, standing, states };
}

type Put = (name: SettingObservable, value: number) => void;

function standingValues(plant: Plant, result: Extract<SteadyResult, { kind: "standing" }>, put: Put): void {
  const { temperatureC, pressureKpa } = result.rest;
  const saturated = readSaturationC(plant.fluid, pressureKpa);
  put("evaporating", saturated);
  put("condensing", saturated);
  put("vent", result.ventC);
  put("suction", temperatureC + STANDING_SUCTION_K);
  put("liquid", temperatureC + STANDING_LIQUID_K);
  put("discharge", temperatureC + STANDING_DISCHARGE_K);
  put("condenserInlet", plant.condenserInletC);
  put("condenserOutlet", plant.condenserInletC);
  put("lineDrop", 0);
  if (plant.vehicle.compressor.kind === "variable-external") put("command", 100);
}

function swingShown({ fluid }: Plant, { cycling, limitedBy }: SteadyState): Swing | null {
  if (cycling === null || limitedBy !== "low") return null;
  const width =
    fluid.saturationTemperatureC(cycling.lowMaxKpa) -
    fluid.saturationTemperatureC(Math.max(cycling.lowMinKpa, LEAST_READ_KPA));
  return { widthK: width, lnPeriod: Math.log(Math.max(cycling.periodS, LEAST_PERIOD_S)) };
}

function runningValues(plant: Plant, state: SteadyState, put: Put): void {
  const { fluid } = plant;
  const swing = state.cycling !== null && state.limitedBy === "low" ? state.cycling : null;
  put("evaporating", fluid.saturationTemperatureC(swing ? swing.lowMeanKpa : state.lowKpa));
  put(
    "condensing",
    fluid.saturationTemperatureC(Math.min(state.highKpa + (swing?.highEngagedKpa ?? 0), MOST_READ_KPA)),
  );
  put("vent", state.ventC);
  put("suction", state.suctionLineC);
  put("liquid", state.liquidLineC);
  put("discharge", state.dischargeLineC);
  put("condenserInlet", state.condenserInletAirC);
  put("condenserOutlet", state.condenserOutletAirC);
  put("lineDrop", state.liquidLineC - state.meteringInletC);
  if (plant.vehicle.compressor.kind === "variable-external") {
    put("command", state.command * 100);
  }
}
