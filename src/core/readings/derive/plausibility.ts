/**
 * Readings that no circuit can show, whatever is the matter with it: they come from hoses, couplers, clamps and probes. Each is named with what
 * to check, and what it makes worthless is left out before anything is inferred, so that no fault is read into it.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { fluidTable } from "../../fluids/tables";
import type { ReadingFile, RunningSetting } from "../file/reading-file";
import { emptyAtRest } from "./empty";
import { workshopInstruments } from "./instruments";
import { holdsNothing } from "./rest";
import { readSaturationC } from "./saturation-temperature";

export type ImplausibleCode =
  /** The low side reads more than the high side while the engine runs. */
  | "swapped-sides"
  /** The high gauge stands at nothing, or below the low side, while the circuit runs. */
  | "high-coupler-shut"
  /** Both gauges alike, and yet the evaporator is cold: the hand wheels join them. */
  | "joined-gauges"
  /** Both gauges alike and nothing cools: the compressor stands, or the hand wheels join them. */
  | "alike-while-running"
  | "suction-below-evaporating"
  | "liquid-above-condensing"
  /** Warmer than the air that goes in, over a cold evaporator. */
  | "vent-above-return"
  /** At rest one gauge stands at nothing while the other shows pressure. */
  | "low-shut-at-rest"
  | "high-shut-at-rest"
  /** At rest no refrigerant, running there is pressure. */
  | "rest-against-running";

export interface Implausible {
  code: ImplausibleCode;
  /** Which setting of the running test, by its place; null where it is none of them. */
  setting: number | null;
}

/** Without these pressures nothing can be inferred; a clamp or probe alone is left out, and the rest decides. */
const hindering: readonly ImplausibleCode[] = [
  "swapped-sides",
  "high-coupler-shut",
  "joined-gauges",
  "rest-against-running",
];
export const hinders = (code: ImplausibleCode): boolean => hindering.includes(code);

type Field = keyof RunningSetting;
const lowFields: readonly Field[] = ["lowKpa", "lowMinKpa", "lowMaxKpa", "cyclePeriodS"];

/** Fields that each makes worthless at its setting. */
const spoils: Record<ImplausibleCode, readonly Field[]> = {
  "swapped-sides": [...lowFields, "highKpa"],
  "high-coupler-shut": ["highKpa"],
  "joined-gauges": [...lowFields, "highKpa"],
  // A compressor that stands shows it too.
  "alike-while-running": [],
  "suction-below-evaporating": ["suctionLineC"],
  "liquid-above-condensing": ["liquidLineC"],
  // A flap that cannot be closed warms it too: the reading stays, and speaks for that.
  "vent-above-return": [],
  "low-shut-at-rest": [],
  "high-shut-at-rest": [],
  "rest-against-running": [],
};

/** The sides differ by more than both gauges err together, kPa. */
const APART_KPA = 100;
/** A gauge behind a shut coupler shows what its hose holds: nothing, or next to it, kPa. */
const SHUT_KPA = 25;
/** Above this a circuit at work stands on its low side while its high gauge shows nothing, kPa. */
const AT_WORK_KPA = 100;
/** Above this a circuit at rest holds something, kPa. */
const AT_REST_KPA = 150;
/** Gauges within this show the same, kPa. */
const ALIKE_KPA = 50;
/** Vents this far below the air that goes in come from an evaporator that cools, K. */
const COOLS_K = 8;
/** Clamps err by contact, and a line is warmer or cooler than what flows in it, K. */
const CLAMP_ROOM_K = 6;
/** Vapour that never condensed leaves a condenser this far over the ambient at most, K. */
const UNCONDENSED_K = 25;
/** A vent this far over the air that goes in is heated, K. */
const HEATED_K = 8;
/** An evaporator is cold when it boils this far below the air that goes in, K. */
const COLD_K = 12;

/** Implausible readings in the order of checking; empty where all are plausible. */
export function implausibleOf(reading: ReadingFile): Implausible[] {
  const found: Implausible[] = [];
  const around: Surroundings = {
    refrigerant: reading.vehicle.refrigerant,
    altitudeM: reading.conditions.altitudeM ?? 0,
    ambientC: reading.conditions.ambientC,
    airInC: airIn(reading),
  };
  for (const [i, setting] of (reading.running ?? []).entries()) {
    found.push(...implausibleRunning(setting, around).map((code) => ({ code, setting: i })));
  }
  const low = reading.rest?.lowKpa ?? Number.NaN;
  const high = reading.rest?.highKpa ?? Number.NaN;
  if (Math.abs(low) < SHUT_KPA && high > AT_REST_KPA) found.push({ code: "low-shut-at-rest", setting: null });
  if (Math.abs(high) < SHUT_KPA && low > AT_REST_KPA) found.push({ code: "high-shut-at-rest", setting: null });
  if (restAgainstRunning(reading)) found.push({ code: "rest-against-running", setting: null });
  return found;
}

/** Temperature of the air into the evaporator, degC; NaN where it is cabin air that was not read. */
function airIn({ conditions }: ReadingFile): number {
  return conditions.airSource === "recirculated" ? (conditions.cabinReturnC ?? Number.NaN) : conditions.ambientC;
}

/** Around one setting of a running test: altitude m, temperatures degC; the air into the evaporator is NaN where it was not read. */
export interface Surroundings {
  refrigerant: Refrigerant;
  altitudeM: number;
  ambientC: number;
  airInC: number;
}

/** Codes of one setting of a running test, in the order of checking. */
export function implausibleRunning(setting: RunningSetting, around: Surroundings): ImplausibleCode[] {
  const pressures = pressuresOf(setting, around);
  // Against pressures that are not the circuit's no temperature can be held.
  return pressures.some(hinders) ? pressures : [...pressures, ...temperaturesOf(setting, around)];
}

function pressuresOf({ lowKpa, highKpa, ventC }: RunningSetting, { airInC }: Surroundings): ImplausibleCode[] {
  if (lowKpa == null || highKpa == null) return [];
  if (Math.abs(highKpa) < SHUT_KPA && lowKpa > AT_WORK_KPA) return ["high-coupler-shut"];
  if (lowKpa > highKpa + APART_KPA) return ["swapped-sides"];
  if (Math.abs(highKpa - lowKpa) >= ALIKE_KPA) return [];
  return [ventC != null && ventC < airInC - COOLS_K ? "joined-gauges" : "alike-while-running"];
}

function temperaturesOf(
  { lowKpa, lowMinKpa, highKpa, suctionLineC, liquidLineC, ventC }: RunningSetting,
  { refrigerant, altitudeM, ambientC, airInC }: Surroundings,
): ImplausibleCode[] {
  const found: ImplausibleCode[] = [];
  const fluid = fluidTable(refrigerant);
  const atmosphere = atmosphericPressureKpa(altitudeM);
  const saturated = (kpa: number) => readSaturationC(fluid, kpa + atmosphere);
  // While a clutch cycles the line lags behind the gauge: its coldest is what the lowest pressure boils at.
  const lowest = lowMinKpa ?? lowKpa;
  if (suctionLineC != null && lowest != null) {
    const errs = saturated(lowest) - saturated(lowest - workshopInstruments.lowKpa);
    if (suctionLineC < saturated(lowest) - errs - CLAMP_ROOM_K) found.push("suction-below-evaporating");
  }
  if (liquidLineC != null && highKpa != null) {
    const errs = saturated(highKpa + workshopInstruments.highKpa) - saturated(highKpa);
    const warmest = Math.max(saturated(highKpa) + errs, ambientC + UNCONDENSED_K);
    if (liquidLineC > warmest + CLAMP_ROOM_K) found.push("liquid-above-condensing");
  }
  if (ventC != null && lowKpa != null && ventC > airInC + HEATED_K && saturated(lowKpa) < airInC - COLD_K) {
    found.push("vent-above-return");
  }
  return found;
}

/** Running pressure that a circuit without refrigerant cannot have, kPa. */
const SURELY_FILLED_KPA = 400;

function restAgainstRunning(reading: ReadingFile): boolean {
  if (!holdsNothing(emptyAtRest(reading)?.kind)) return false;
  return (reading.running ?? []).some(({ lowKpa, highKpa }) => Math.max(lowKpa ?? 0, highKpa ?? 0) > SURELY_FILLED_KPA);
}

/** The reading without what cannot be; the same object where all of it can. */
export function plausiblePart(
  reading: ReadingFile,
  found: readonly Implausible[] = implausibleOf(reading),
): ReadingFile {
  if (found.length === 0) return reading;
  const running = (reading.running ?? []).map((setting, i) => {
    const fields = found.filter((one) => one.setting === i).flatMap(({ code }) => spoils[code]);
    return { ...setting, ...Object.fromEntries(fields.map((field) => [field, null])) };
  });
  return { ...reading, running, rest: plausibleRest(reading.rest, new Set(found.map(({ code }) => code))) };
}

function plausibleRest(rest: ReadingFile["rest"], found: ReadonlySet<ImplausibleCode>): ReadingFile["rest"] {
  if (rest == null || found.has("rest-against-running")) return null;
  return {
    ...rest,
    ...(found.has("low-shut-at-rest") ? { lowKpa: null } : {}),
    ...(found.has("high-shut-at-rest") ? { highKpa: null } : {}),
  };
}
