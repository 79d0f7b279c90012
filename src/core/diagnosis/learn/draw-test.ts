/**
 * One simulated test: a vehicle of the population, a day, and what is the matter with it, at any severity that happens. What it truly shows is
 * kept whole; how a workshop reads it is drawn later (read-as.ts), anew as often as wanted.
 */
import { humidityAt } from "../../air/humid-air";
import {
  type Cause,
  causeEntry,
  causes,
  commonPairs,
  compressorWeights,
  type FaultCause,
  NOTHING_PRIOR,
  PAIRS_SHARE,
  possible,
} from "../../causes/catalogue";
import type { Work } from "../../causes/work";
import type { Fault } from "../../circuit/faults";
import { makePlant } from "../../circuit/steady/plant";
import type { CircuitPoint } from "../../circuit/steady/point";
import { restOf } from "../../circuit/steady/rest";
import { type SteadyState, solveSteady } from "../../circuit/steady/steady";
import { sizeVehicle } from "../../circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { NoiseSource } from "../../maths/noise";
import { equalisationSeconds } from "../explain/equalisation";
import { drawShare } from "../explain/sound-vehicles";

/** True values of one engine setting; kPa absolute, degC. */
export interface TrueSetting {
  rpm: number;
  lowKpa: number;
  highKpa: number;
  ventC: number;
  suctionC: number;
  liquidC: number;
  dischargeC: number;
  condenserInletC: number;
  condenserOutletC: number;
  /** Behind whatever blocks the liquid line. */
  meteringInletC: number;
  /** Command of an outside control, %. */
  commandPct: number;
  /** While the clutch cycles: lowest, highest (kPa absolute) and period (s). */
  cycle: { minKpa: number; maxKpa: number; periodS: number } | null;
  standing: boolean;
}

export interface TrueTest {
  label: VehicleLabel;
  conditions: Omit<CircuitConditions, "rpm">;
  atmosphereKpa: number;
  faults: Fault[];
  /** Share of the label's charge that is in it. */
  chargeShare: number;
  airG: number;
  settings: TrueSetting[];
  /** Saturation or gas pressure at rest, kPa absolute, with all parts at `soakC`. */
  rest: { kpa: number; soakC: number };
  /** Until the sides meet, s; null where they never were apart. */
  meetS: number | null;
}

export function pick<Kind>(noise: NoiseSource, weighted: readonly (readonly [Kind, number])[]): Kind {
  let left = noise.uniform() * weighted.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [kind, weight] of weighted) {
    left -= weight;
    if (left <= 0) return kind;
  }
  return weighted[0]![0];
}

export function drawLabel(noise: NoiseSource): VehicleLabel {
  const evaporators = noise.uniform() < 0.08 ? 2 : 1;
  const chargeG = Math.round((380 + 560 * noise.uniform() ** 1.2) / 5) * 5;
  return {
    refrigerant: pick(noise, [
      ["R134a", 7],
      ["R1234yf", 3],
    ]),
    chargeG: evaporators === 2 ? Math.round(chargeG * 1.5) : chargeG,
    metering: pick(noise, [
      ["expansion-valve", 7],
      ["orifice-tube", 3],
    ]),
    compressor: pick(noise, compressorWeights),
    condenserFan: pick(noise, [
      ["electric", 6],
      ["viscous", 2],
      ["both", 1],
    ]),
    evaporators,
    highPort: noise.uniform() < 0.06 ? "before-condenser" : "after-condenser",
  };
}

function drawConditions(noise: NoiseSource): Omit<CircuitConditions, "rpm"> {
  const ambientC = Math.min(Math.max(27 + 7 * noise.normal(), 8), 47);
  const fresh = noise.uniform() < 0.7;
  return {
    ambientC,
    humidityPct: humidityAt(ambientC, Math.min(4 + 18 * noise.uniform(), ambientC - 2)),
    altitudeM: noise.uniform() < 0.6 ? 300 * noise.uniform() : 2400 * noise.uniform(),
    cabinReturnC: fresh && noise.uniform() < 0.5 ? null : Math.min(Math.max(ambientC - 2 + 5 * noise.normal(), 14), 55),
    airSource: fresh ? "fresh" : "recirculated",
    blowerPct: noise.uniform() < 0.6 ? 100 : 40 + 60 * noise.uniform(),
  };
}

/** From hardly felt to the worst, where a cause has no way of its own. */
function drawSeverity(cause: FaultCause, { uniform }: NoiseSource): number {
  return causeEntry(cause).drawSeverity?.(uniform) ?? 0.15 + 0.85 * uniform();
}

/** Prior of each class, no fault first. */
const weights: readonly (readonly [Cause, number])[] = causes.map((cause) => [
  cause,
  cause === "none" ? NOTHING_PRIOR : causeEntry(cause).prior,
]);

function drawFaults(label: VehicleLabel, noise: NoiseSource): Fault[] {
  const able = (cause: FaultCause) => possible(cause, label);
  const fault = (cause: FaultCause): Fault => ({ cause, severity: drawSeverity(cause, noise), place: noise.uniform() });
  if (noise.uniform() < PAIRS_SHARE) {
    const pair = pick(
      noise,
      commonPairs.map(({ causes, weight }) => [causes, weight] as const),
    );
    return pair.filter(able).map(fault);
  }
  const cause = pick(noise, weights);
  return cause === "none" || !able(cause) ? [] : [fault(cause)];
}

/** The relief valve blows until what is left no longer opens it: tries less and less charge. kPa absolute. */
const RELIEF_KPA = 2980;
const BLOWN = 0.86;
const MOST_BLOWS = 12;
/** Not every car with such a blockage has been run until it blew. */
const HAS_BLOWN = 0.6;

/** Before and after the work on one car, as it came back the same or the next day. */
export interface TruePair {
  before: TrueTest;
  after: TrueTest;
  work: Work[];
}

/** Work finds its cause, and mends it, in so many cars. */
const FOUND = 0.8;
const MENDED = 0.92;

/** A car with one thing the matter, what was done, and what it shows then; null where one of them has no solution. */
export function drawPair(noise: NoiseSource): TruePair | null {
  const label = drawLabel(noise);
  const sized = sizeVehicle(label, noise.normal);
  const conditions = drawConditions(noise);
  const faults = drawFaults(label, noise);
  const found = noise.uniform() < FOUND;
  const mended = noise.uniform() < MENDED;
  const warmer = 2.5 * noise.normal();
  if (!sized.ok || faults.length === 0) return null;
  // Whatever was done, it was recovered, evacuated and charged by weight.
  const right = faults.flatMap(({ cause }) => causeEntry(cause).mendedBy.slice(0, 1));
  const work: Work[] = [...new Set<Work>(["charged-by-weight", "evacuated", ...(found ? right : [])])];
  const left = faults.filter(({ cause }) => !(mended && causeEntry(cause).mendedBy.some((one) => work.includes(one))));
  const later = { ...conditions, ambientC: Math.min(Math.max(conditions.ambientC + warmer, 8), 47) };
  const before = testOf(sized.value, conditions, faults, noise);
  const after = testOf(sized.value, later, left, noise);
  return before && after && { before, after, work };
}

/** A drawn test, or null where the drawn vehicle cannot be sized or solved. */
export function drawTest(noise: NoiseSource): TrueTest | null {
  const label = drawLabel(noise);
  const sized = sizeVehicle(label, noise.normal);
  const conditions = drawConditions(noise);
  const faults = drawFaults(label, noise);
  return sized.ok ? testOf(sized.value, conditions, faults, noise) : null;
}

/** Readings of a car with these faults on that day; null where there is no solution. */
function testOf(
  vehicle: CircuitVehicle,
  conditions: Omit<CircuitConditions, "rpm">,
  faults: Fault[],
  noise: NoiseSource,
): TrueTest | null {
  const { label } = vehicle;
  const speeds = [Math.round(680 + 180 * noise.uniform()), Math.round(1450 + 600 * noise.uniform())];
  let chargeKg = (label.chargeG / 1000) * drawShare(noise.normal);
  const ofCharge = faults.some(({ cause }) => cause === "undercharge" || cause === "overcharge");
  if (ofCharge) chargeKg = label.chargeG / 1000;
  const soakC = conditions.ambientC + Math.max(0.8 + 1.3 * noise.normal(), -1);
  const blows = faults.some(({ cause }) => cause === "restriction-before-port") && noise.uniform() < HAS_BLOWN;
  let solved = solveSettings(vehicle, conditions, faults, speeds, chargeKg);
  for (let i = 0; blows && solved && solved.dischargeKpa > RELIEF_KPA && i < MOST_BLOWS; i++) {
    chargeKg *= BLOWN;
    solved = solveSettings(vehicle, conditions, faults, speeds, chargeKg);
  }
  if (solved === null) return null;
  const { plant, settings, superheatK } = solved;
  const rest = restOf(plant, soakC);
  return {
    label,
    conditions,
    atmosphereKpa: plant.atmosphereKpa,
    faults,
    chargeShare: (plant.chargeKg * 1000) / label.chargeG,
    airG: plant.airKg * 1000,
    settings,
    rest: { kpa: rest.pressureKpa, soakC },
    meetS: superheatK === null ? null : equalisationSeconds(plant, superheatK),
  };
}

function solveSettings(
  vehicle: CircuitVehicle,
  conditions: Omit<CircuitConditions, "rpm">,
  faults: readonly Fault[],
  speeds: readonly number[],
  chargeKg: number,
) {
  let from: CircuitPoint | undefined;
  let superheatK: number | null = null;
  let dischargeKpa = 0;
  const settings: TrueSetting[] = [];
  let plant = makePlant(vehicle, { ...conditions, rpm: speeds[0]! }, faults, { chargeKg });
  for (const rpm of speeds) {
    plant = makePlant(vehicle, { ...conditions, rpm }, faults, { chargeKg });
    const result = solveSteady(plant, from, false);
    if (!result.ok) return null;
    if (result.value.kind === "running") {
      const { state } = result.value;
      from = state.point;
      superheatK = state.superheatK;
      dischargeKpa = Math.max(dischargeKpa, state.dischargeKpa);
      settings.push(runningSetting(rpm, state));
    } else {
      const { pressureKpa, temperatureC } = result.value.rest;
      settings.push({
        rpm,
        lowKpa: pressureKpa,
        highKpa: pressureKpa,
        ventC: result.value.ventC,
        suctionC: temperatureC + 6,
        liquidC: temperatureC + 2,
        dischargeC: temperatureC + 12,
        condenserInletC: plant.condenserInletC,
        condenserOutletC: plant.condenserInletC,
        meteringInletC: temperatureC + 2,
        commandPct: 100,
        cycle: null,
        standing: true,
      });
    }
  }
  return { plant, settings, superheatK, dischargeKpa };
}

function runningSetting(rpm: number, state: SteadyState): TrueSetting {
  const swing = state.limitedBy === "low" ? state.cycling : null;
  const engaged = state.cycling?.highEngagedKpa ?? 0;
  return {
    rpm,
    lowKpa: swing ? swing.lowMeanKpa : state.lowKpa,
    highKpa: state.highKpa + engaged,
    ventC: state.ventC,
    suctionC: state.suctionLineC,
    liquidC: state.liquidLineC,
    dischargeC: state.dischargeLineC,
    condenserInletC: state.condenserInletAirC,
    condenserOutletC: state.condenserOutletAirC,
    meteringInletC: state.meteringInletC,
    commandPct: state.command * 100,
    cycle: swing ? { minKpa: swing.lowMinKpa, maxKpa: swing.lowMaxKpa, periodS: swing.periodS } : null,
    standing: false,
  };
}
