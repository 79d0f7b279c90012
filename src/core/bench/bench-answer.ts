/**
 * Simulated answer for a bench state: reading of every instrument, cycle on the pressure-enthalpy map, and, where there is no solution, the part that
 * limits it. Gauge pressures kPa, temperatures degC, powers kW, enthalpies kJ/kg.
 */
import { lineProfileOf } from "../circuit/steady/line-profile";
import { makePlant, type Plant } from "../circuit/steady/plant";
import type { CircuitPoint } from "../circuit/steady/point";
import type { RangeIssue } from "../circuit/steady/range";
import { type SteadyIssue, type SteadyState, solveSteady } from "../circuit/steady/steady";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import type { CircuitVehicle, VehicleLabel } from "../circuit/vehicle/vehicle";
import { type ComparedChannel, channelsOf } from "../diagnosis/explain/state-channels";
import type { FluidTable } from "../fluids/tables";
import type { LineProfile } from "../line-places";
import type { BenchCornerName } from "./bench-shapes";
import { type BenchState, benchFaults } from "./bench-state";

export type BenchReading = Record<ComparedChannel | "discharge", number>;

/** A corner of the cycle: kPa absolute, kJ/kg, degC. */
export interface BenchCorner {
  kpa: number;
  enthalpy: number;
  temperatureC: number;
}

export interface BenchRunning {
  kind: "running";
  reading: BenchReading;
  corners: Record<BenchCornerName, BenchCorner>;
  lines: LineProfile;
  coolingKw: number;
  powerKw: number;
  flowKgS: number;
  /** Share of time the clutch is in, and of full stroke while it is. */
  duty: number;
  stroke: number;
  /** Command of an external control, 0 to 1; null for every other compressor. */
  command: number | null;
  limitedBy: SteadyState["limitedBy"];
  /** While the clutch cycles: lowest and highest on the low side, period s. */
  cycle: { lowMin: number; lowMax: number; periodS: number } | null;
  /** Share of receiver or accumulator that is liquid; of the condenser's face that stands in liquid. */
  storeLevel: number;
  flooded: number;
  /** Liquid reaches the compressor. */
  wetSuction: boolean;
}

interface BenchStanding {
  kind: "standing";
  reason: "not-driven" | "low-pressure-lock-out" | "no-refrigerant";
  /** Both sides at rest. */
  restKpa: number;
  ventC: number;
}

/** The part that gives out where no steady state is found. */
export type GivesOut = "condenser" | "evaporator" | "metering";

export type BenchIssue =
  | { code: "no-such-vehicle" }
  | RangeIssue
  | { code: "no-solution"; part: GivesOut; lowKpa: number; highKpa: number };

export type BenchAnswer = BenchRunning | BenchStanding | { kind: "none"; issue: BenchIssue };

/** From these pressures on (kPa absolute) the search ended at the edge of what is solved. */
const NEARLY_EMPTY_KPA = 25;
const NEARLY_BURSTING_KPA = 2900;

/** An accumulator filled to here, and vapour no warmer than this above saturation, let liquid through. */
const FULL = 0.98;
const LEAST_SUPERHEAT_K = 0.3;

/** Solves states one after the other; the vehicle is sized once. */
export class Bench {
  private sized: { key: string; vehicle: CircuitVehicle | null } | null = null;
  private from: CircuitPoint | undefined;

  vehicle(label: VehicleLabel): CircuitVehicle | null {
    const key = JSON.stringify(label);
    if (this.sized?.key !== key) {
      const made = sizeVehicle(label);
      this.sized = { key, vehicle: made.ok ? made.value : null };
      this.from = undefined;
    }
    return this.sized.vehicle;
  }

  answer(state: BenchState): BenchAnswer {
    const vehicle = this.vehicle(state.label);
    if (vehicle === null) return { kind: "none", issue: { code: "no-such-vehicle" } };
    const plant = plantOf(vehicle, state);
    // Always from afar first, so that a state shows the same whatever stood there before; from the last one only where that finds nothing.
    const afar = solveSteady(plant);
    const solved = afar.ok || this.from === undefined ? afar : solveSteady(plant, this.from);
    if (!solved.ok) return { kind: "none", issue: issueOf(solved.issue) };
    if (solved.value.kind === "running") this.from = solved.value.state.point;
    return answerOf(plant, solved.value);
  }
}

export function plantOf(vehicle: CircuitVehicle, state: BenchState, conditions = state.conditions): Plant {
  return makePlant(vehicle, conditions, benchFaults(state), {
    chargeKg: state.chargeG / 1000,
    airKg: state.airG / 1000,
  });
}

function answerOf(
  plant: Plant,
  solved: Extract<ReturnType<typeof solveSteady>, { ok: true }>["value"],
): BenchRunning | BenchStanding {
  if (solved.kind === "standing") {
    const { reason, rest, ventC } = solved;
    return { kind: "standing", reason, restKpa: rest.pressureKpa - plant.atmosphereKpa, ventC };
  }
  const { state } = solved;
  const { cycling } = state;
  return {
    kind: "running",
    reading: readingOf(state, plant.atmosphereKpa),
    corners: cornersOf(plant.fluid, state),
    lines: lineProfileOf(state),
    // Gas that passes an almost empty coil may be warmer than the air: that is no cooling.
    coolingKw: Math.max(state.coolingKw, 0),
    powerKw: state.powerKw,
    flowKgS: state.flowKgS,
    duty: state.duty,
    stroke: state.stroke,
    command: plant.vehicle.compressor.command === null ? null : state.command,
    limitedBy: state.limitedBy,
    cycle:
      cycling === null
        ? null
        : {
            lowMin: cycling.lowMinKpa - plant.atmosphereKpa,
            lowMax: cycling.lowMaxKpa - plant.atmosphereKpa,
            periodS: cycling.periodS,
          },
    storeLevel: state.storeLevel,
    flooded: state.condenserZones.liquid,
    wetSuction:
      plant.vehicle.label.metering === "orifice-tube" ? state.storeLevel > FULL : state.superheatK < LEAST_SUPERHEAT_K,
  };
}

/** The channels that bands are given for, and the discharge line. */
export function readingOf(state: SteadyState, atmosphereKpa: number): BenchReading {
  return { ...channelsOf(state, atmosphereKpa), discharge: state.dischargeLineC };
}

/** Vapour this far above saturation is dry, liquid this far below it whole. */
const PLAINLY_K = 0.5;

/**
 * The cycle's corners. Where a line carries liquid and vapour together no temperature tells its heat: there it follows from the balance of heat
 * over the evaporator or the condenser (steady flow: heat a kilogram is power over flow).
 */
function cornersOf(fluid: FluidTable, state: SteadyState): Record<BenchCornerName, BenchCorner> {
  const { lowKpa, highKpa, flowKgS, dischargeLineC } = state;
  const taken = state.coolingKw / flowKgS;
  const given = state.rejectedKw / flowKgS;
  const subcooled = fluid.saturationTemperatureC(highKpa) - state.liquidLineC > PLAINLY_K;
  const superheated = state.superheatK > PLAINLY_K;
  const hot = dischargeLineC - fluid.saturationTemperatureC(state.dischargeKpa) > PLAINLY_K;
  const ofLiquid = subcooled
    ? fluid.liquidEnthalpyAt(highKpa, state.liquidLineC)
    : superheated
      ? fluid.vapourEnthalpyAt(lowKpa, state.evaporatingC + state.superheatK) - taken
      : fluid.liquidEnthalpy(highKpa);
  const at = (kpa: number, enthalpy: number): BenchCorner => ({
    kpa,
    enthalpy,
    temperatureC: fluid.temperatureC(kpa, enthalpy),
  });
  return {
    suction: at(lowKpa, ofLiquid + taken),
    discharge: at(
      state.dischargeKpa,
      hot ? fluid.vapourEnthalpyAt(state.dischargeKpa, dischargeLineC) : ofLiquid + given,
    ),
    liquid: at(highKpa, ofLiquid),
    inlet: at(lowKpa, ofLiquid),
  };
}

function issueOf(issue: SteadyIssue): BenchIssue {
  if (issue.code === "out-of-range") return issue;
  const { lowKpa, highKpa } = issue.point;
  const part: GivesOut =
    highKpa > NEARLY_BURSTING_KPA ? "condenser" : lowKpa < NEARLY_EMPTY_KPA ? "evaporator" : "metering";
  return { code: "no-solution", part, lowKpa, highKpa };
}
