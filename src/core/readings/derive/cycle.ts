/** The cycle that five readings draw on the refrigerant's own map of pressure and heat: its corners, the dome, and an ideal compression beside it. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { type FluidTable, fluidTable, TABLE_MAX_KPA, TABLE_MIN_KPA } from "../../fluids/tables";
import { fail, type Result, succeed } from "../../result";
import { type InstrumentAccuracy, workshopInstruments } from "./instruments";
import { type Measured, propagate } from "./measured";

export interface CycleReadings {
  refrigerant: Refrigerant;
  altitudeM: number;
  /** Gauge, kPa. */
  lowKpa: number;
  highKpa: number;
  /** Pipes, degC: into the compressor, out of it, before the metering device. */
  suctionC: number;
  dischargeC: number;
  liquidC: number;
}

type CornerName = "suction" | "discharge" | "liquid" | "inlet";

interface Corner {
  name: CornerName;
  /** kPa absolute, kJ/kg, degC. */
  kpa: number;
  enthalpy: number;
  temperatureC: number;
}

export interface MeasuredCycle {
  corners: Record<CornerName, Corner>;
  /** Where a compression without loss would end. */
  ideal: { kpa: number; enthalpy: number; temperatureC: number };
  /** K above saturation where it enters the compressor, K below it before the metering device; below 0 where it is the other way. */
  superheatK: Measured;
  subcoolingK: Measured;
  /** Discharge temperature above ideal compression, K. */
  hotterK: Measured;
  /** Share by mass that is vapour already as it enters the evaporator. */
  vapourShare: Measured;
  /** Heat taken up for each kg, and work put in, kJ/kg. */
  takenUp: Measured;
  workIn: Measured;
}

export type CycleIssue =
  | { code: "outside-tables"; side: "low" | "high" }
  /** The high side does not stand above the low one. */
  | { code: "not-running" };

/** The saturation line as points of heat (kJ/kg) and pressure (kPa absolute), from cold liquid over the top to cold vapour. */
export function domeOf(
  refrigerant: Refrigerant,
  steps = 60,
): { liquid: [number, number][]; vapour: [number, number][] } {
  const fluid = fluidTable(refrigerant);
  const liquid: [number, number][] = [];
  const vapour: [number, number][] = [];
  for (let i = 0; i <= steps; i++) {
    const kpa = LEAST_KPA * (TABLE_MAX_KPA / LEAST_KPA) ** (i / steps);
    liquid.push([fluid.liquidEnthalpy(kpa), kpa]);
    vapour.push([fluid.vapourEnthalpy(kpa), kpa]);
  }
  return { liquid, vapour };
}
const LEAST_KPA = 60;

/**
 * Corners and what follows from them, with uncertainties propagated from the instruments. Source: tables of the equation of state; work and heat as
 * differences of enthalpy at steady flow. A pipe at or beyond saturation is taken as saturated: what share of it is liquid no thermometer tells.
 */
export function measuredCycle(
  readings: CycleReadings,
  accuracy: InstrumentAccuracy = workshopInstruments,
): Result<MeasuredCycle, CycleIssue> {
  const fluid = fluidTable(readings.refrigerant);
  const air = atmosphericPressureKpa(readings.altitudeM);
  const [low, high] = [readings.lowKpa + air, readings.highKpa + air];
  if (!covered(low)) return fail({ code: "outside-tables", side: "low" });
  if (!covered(high)) return fail({ code: "outside-tables", side: "high" });
  if (high < low * 1.1) return fail({ code: "not-running" });
  const inputs: Measured[] = [
    { value: low, uncertainty: accuracy.lowKpa },
    { value: high, uncertainty: accuracy.highKpa },
    { value: readings.suctionC, uncertainty: accuracy.clampK },
    { value: readings.dischargeC, uncertainty: accuracy.clampK },
    { value: readings.liquidC, uncertainty: accuracy.clampK },
  ];
  const from = (of: (points: Points) => number): Measured =>
    propagate(inputs, (...values) => {
      const [l, h] = values;
      return covered(l!) && covered(h!) ? of(pointsOf(fluid, values)) : null;
    })!;
  const { h1, h2, h3, t1s, t3s, ideal } = pointsOf(
    fluid,
    inputs.map(({ value }) => value),
  );
  return succeed({
    corners: {
      suction: { name: "suction", kpa: low, enthalpy: h1, temperatureC: Math.max(readings.suctionC, t1s) },
      discharge: {
        name: "discharge",
        kpa: high,
        enthalpy: h2,
        temperatureC: Math.max(readings.dischargeC, t3s),
      },
      liquid: { name: "liquid", kpa: high, enthalpy: h3, temperatureC: Math.min(readings.liquidC, t3s) },
      inlet: { name: "inlet", kpa: low, enthalpy: h3, temperatureC: t1s },
    },
    ideal: { kpa: high, enthalpy: ideal, temperatureC: fluid.temperatureC(high, ideal) },
    superheatK: from(({ t1s: saturated, suctionC }) => suctionC - saturated),
    subcoolingK: from(({ t3s, liquidC }) => t3s - liquidC),
    hotterK: from(({ dischargeC, high: kpa, ideal: end }) => dischargeC - fluid.temperatureC(kpa, end)),
    vapourShare: from(({ low: kpa, h3: enthalpy }) => Math.min(Math.max(fluid.quality(kpa, enthalpy), 0), 1)),
    takenUp: from((p) => p.h1 - p.h3),
    workIn: from((p) => p.h2 - p.h1),
  });
}

/** Whether the tables hold a pressure, kPa absolute. */
const covered = (kpa: number) => kpa > TABLE_MIN_KPA && kpa < TABLE_MAX_KPA;

/** The readings taken so far; null where one was not. Pressures gauge, kPa; temperatures degC. */
export type PartReadings = {
  readonly [Name in "lowKpa" | "highKpa" | "suctionC" | "dischargeC" | "liquidC"]: number | null;
};

/** One side on the dome: kPa absolute; enthalpies of saturated liquid and vapour, kJ/kg; saturation temperature, degC. */
export interface DomeSide {
  kpa: number;
  liquid: number;
  vapour: number;
  temperatureC: number;
}

export interface DomePoints {
  low: DomeSide | null;
  high: DomeSide | null;
  /** Enthalpy of each line, kJ/kg: null where it was not read, or is not on its side of saturation. */
  suction: number | null;
  liquid: number | null;
  discharge: number | null;
  /** After lossless compression from the suction line, kJ/kg. */
  ideal: number | null;
}

/** The readings as far as they were taken, as points of pressure and enthalpy. A pressure beyond the tables has none. */
export function domePoints(refrigerant: Refrigerant, altitudeM: number, readings: PartReadings): DomePoints {
  const fluid = fluidTable(refrigerant);
  const air = atmosphericPressureKpa(altitudeM);
  const side = (gaugeKpa: number | null): DomeSide | null => {
    const kpa = gaugeKpa === null ? Number.NaN : gaugeKpa + air;
    if (!covered(kpa)) return null;
    const [liquid, vapour] = [fluid.liquidEnthalpy(kpa), fluid.vapourEnthalpy(kpa)];
    return { kpa, liquid, vapour, temperatureC: fluid.saturationTemperatureC(kpa) };
  };
  const [low, high] = [side(readings.lowKpa), side(readings.highKpa)];
  const { suctionC, dischargeC, liquidC } = readings;
  const vapourAt = (at: DomeSide | null, line: number | null) =>
    at !== null && line !== null && line > at.temperatureC ? fluid.vapourEnthalpyAt(at.kpa, line) : null;
  const suction = vapourAt(low, suctionC);
  return {
    low,
    high,
    suction,
    liquid:
      high !== null && liquidC !== null && liquidC < high.temperatureC
        ? fluid.liquidEnthalpyAt(high.kpa, liquidC)
        : null,
    discharge: vapourAt(high, dischargeC),
    ideal:
      suction === null || low === null || high === null || high.kpa < low.kpa
        ? null
        : fluid.vapourEnthalpyAtEntropy(high.kpa, fluid.entropy(low.kpa, suction)),
  };
}

type Points = ReturnType<typeof pointsOf>;

function pointsOf(fluid: FluidTable, [low = 0, high = 0, suctionC = 0, dischargeC = 0, liquidC = 0]: number[]) {
  const t1s = fluid.saturationTemperatureC(low);
  const t3s = fluid.saturationTemperatureC(high);
  const h1 = suctionC > t1s ? fluid.vapourEnthalpyAt(low, suctionC) : fluid.vapourEnthalpy(low);
  const h2 = dischargeC > t3s ? fluid.vapourEnthalpyAt(high, dischargeC) : fluid.vapourEnthalpy(high);
  const h3 = liquidC < t3s ? fluid.liquidEnthalpyAt(high, liquidC) : fluid.liquidEnthalpy(high);
  const ideal = fluid.vapourEnthalpyAtEntropy(high, fluid.entropy(low, h1));
  return { low, high, suctionC, dischargeC, liquidC, t1s, t3s, h1, h2, h3, ideal };
}
