/**
 * Checks a log's pressures before anything is captured: exchanged sides, and absolute pressures taken for gauge pressures. Medians, so that no single
 * moment decides.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { fluidTable } from "../../fluids/tables";
import { readSaturationC } from "../derive/saturation-temperature";
import type { LogColumns } from "./log-columns";

/** By what absolute pressures are known: gauges in free air that show its pressure, a rest at saturation by it, a vent or line colder than what boils. */
export type AbsoluteSign = "in-free-air" | "at-rest" | "colder-than-boils";

export type LogDoubt =
  /** Median of low minus high while the engine runs, kPa. */
  { code: "exchanged"; overKpa: number } | { code: "absolute"; sign: AbsoluteSign; atmosphereKpa: number };

/** Slower than this an engine does not run, rpm. */
const RUNS_RPM = 300;
/** Fewer moments say nothing. */
const LEAST_MOMENTS = 5;
/** Exchanged sides differ by more than gauges err, kPa. */
const EXCHANGED_KPA = 100;
/** Both sides at rest are equal within this, kPa. */
const EQUAL_KPA = 30;
/** A gauge in free air shows its pressure as well as this, kPa. */
const FREE_AIR_KPA = 4;
/** Saturation at the ambient is known as well as this, kPa. */
const AT_REST_KPA = 28;
/** Nothing is cooled below what boils in the evaporator: probes and gauges err by so much together, K. */
const COLDER_K = 3;

/**
 * @param refrigerant the vehicle's; where it is not known only free air tells
 * @returns what speaks against taking the pressures as they stand; empty where nothing does
 */
export function logDoubtsOf(log: LogColumns, refrigerant: Refrigerant | null, altitudeM: number): LogDoubt[] {
  const { low, high, rpm } = log.values;
  const runs: number[] = [];
  const stands: number[] = [];
  for (let i = 0; i < log.count; i++) {
    // Without an engine speed it is taken to run where the sides are apart.
    const running = Number.isNaN(rpm[i]!) ? Math.abs(high[i]! - low[i]!) > EQUAL_KPA : rpm[i]! > RUNS_RPM;
    (running ? runs : stands).push(i);
  }
  const found: LogDoubt[] = [];
  const over = median(runs.map((i) => low[i]! - high[i]!));
  if (over !== null && over > EXCHANGED_KPA) found.push({ code: "exchanged", overKpa: Math.round(over) });
  const atmosphereKpa = atmosphericPressureKpa(altitudeM);
  const sign = absoluteSign(log, { runs, stands }, refrigerant, atmosphereKpa, found.length > 0);
  if (sign !== null) found.push({ code: "absolute", sign, atmosphereKpa });
  return found;
}

function absoluteSign(
  { values }: LogColumns,
  { runs, stands }: Record<"runs" | "stands", readonly number[]>,
  refrigerant: Refrigerant | null,
  atmosphereKpa: number,
  exchanged: boolean,
): AbsoluteSign | null {
  const { low, high, ambient, vent, suction } = values;
  const equal = stands.filter((i) => Math.abs(low[i]! - high[i]!) < EQUAL_KPA);
  const inAir = equal.filter((i) => Math.abs(low[i]! - atmosphereKpa) < FREE_AIR_KPA);
  if (inAir.length >= LEAST_MOMENTS) return "in-free-air";
  if (refrigerant === null) return null;
  const fluid = fluidTable(refrigerant);
  const restKpa = median(equal.map((i) => (low[i]! + high[i]!) / 2));
  const restC = median(equal.map((i) => ambient[i]!));
  if (restKpa !== null && restC !== null) {
    return Math.abs(restKpa - fluid.saturationPressureKpa(restC)) < AT_REST_KPA ? "at-rest" : null;
  }
  const boils = exchanged ? high : low;
  const colder = (coldest: Float64Array, atmosphere: number) =>
    median(runs.map((i) => coldest[i]! - readSaturationC(fluid, boils[i]! + atmosphere)));
  for (const coldest of [vent, suction]) {
    const asGauge = colder(coldest, atmosphereKpa);
    const asAbsolute = colder(coldest, 0);
    if (asGauge !== null && asAbsolute !== null && asGauge < -COLDER_K && asAbsolute > -COLDER_K)
      return "colder-than-boils";
  }
  return null;
}

/** Median of the numbers; null where too few. */
function median(values: readonly number[]): number | null {
  const known = values.filter((value) => !Number.isNaN(value)).sort((a, b) => a - b);
  return known.length < LEAST_MOMENTS ? null : known[Math.floor(known.length / 2)]!;
}

/** The log with what is doubted put right: sides exchanged, the pressure of the ambient air taken off. */
export function withDoubtsMended(log: LogColumns, doubts: readonly LogDoubt[]): LogColumns {
  let { low, high } = log.values;
  for (const doubt of doubts) {
    if (doubt.code === "exchanged") [low, high] = [high, low];
    else [low, high] = [low.map((kpa) => kpa - doubt.atmosphereKpa), high.map((kpa) => kpa - doubt.atmosphereKpa)];
  }
  return { ...log, values: { ...log.values, low, high } };
}
