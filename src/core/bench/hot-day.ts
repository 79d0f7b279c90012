/**
 * A state carried to another day, in town traffic: idling, the condenser's own warm air coming round again. Over the vehicles that could all wear the
 * label. Gauge pressures kPa, temperatures degC.
 */
import { solveSteady } from "../circuit/steady/steady";
import type { CircuitConditions, CircuitVehicle } from "../circuit/vehicle/vehicle";
import { type Range, rangeOf } from "../diagnosis/explain/expected-range";
import { plantOf } from "./bench-answer";
import type { BenchState } from "./bench-state";

export interface HotDay {
  highKpa: Range;
  ventC: Range;
  /** Where the high-pressure switch takes the compressor off, kPa gauge. */
  cutOutKpa: number;
  /** Shares of the vehicles: whose switch does so, and that do not run at all. */
  cutsOut: number;
  standing: number;
  vehicles: number;
}

/** Standing among other cars: air from under them is warmer, and more of the condenser's own comes round. */
const TRAFFIC_K = 4;
const IDLE_RPM = 750;
/** Water in the air stays what it is when a day gets hotter; a hot day is not a dry one all the same. */
const LEAST_HUMIDITY = 15;

/** Warms the same air: absolute humidity stays, within the limits of a day. */
export function townTraffic(conditions: CircuitConditions, ambientC: number): CircuitConditions {
  const vapour = (t: number) => Math.exp((17.62 * t) / (243.12 + t));
  const humidityPct = (conditions.humidityPct * vapour(conditions.ambientC)) / vapour(ambientC);
  return {
    ...conditions,
    ambientC,
    humidityPct: Math.min(Math.max(humidityPct, LEAST_HUMIDITY), 90),
    cabinReturnC: null,
    rpm: IDLE_RPM,
  };
}

/** Expected readings of these vehicles at a charge, g; null where fewer than half have a steady state. */
export function onHotDay(
  vehicles: readonly CircuitVehicle[],
  state: BenchState,
  ambientC: number,
  chargeG = state.chargeG,
): HotDay | null {
  const day = townTraffic(state.conditions, ambientC);
  const highs: number[] = [];
  const vents: number[] = [];
  let cut = 0;
  let standing = 0;
  for (const vehicle of vehicles) {
    const plant = plantOf(vehicle, { ...state, chargeG }, day);
    plant.condenserInletC += TRAFFIC_K;
    const solved = solveSteady(plant, undefined, false);
    if (!solved.ok) continue;
    if (solved.value.kind === "standing") {
      standing++;
      vents.push(solved.value.ventC);
      continue;
    }
    const { state: shown } = solved.value;
    const highKpa = shown.highKpa - plant.atmosphereKpa;
    highs.push(highKpa);
    vents.push(shown.ventC);
    if (shown.limitedBy === "high" || highKpa > vehicle.controls.highOutKpa) cut++;
  }
  const solvedOf = highs.length + standing;
  if (solvedOf * 2 < vehicles.length || highs.length === 0) return null;
  return {
    highKpa: rangeOf(highs),
    ventC: rangeOf(vents),
    cutOutKpa: rangeOf(vehicles.map(({ controls }) => controls.highOutKpa)).median,
    cutsOut: cut / solvedOf,
    standing: standing / solvedOf,
    vehicles: solvedOf,
  };
}
