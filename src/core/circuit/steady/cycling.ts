/**
 * Swing of the low side while a clutch cycles: the coil's metal warms from the air and is cooled while the clutch is engaged, the refrigerant follows
 * the metal, the high side follows its own heat. Two first-order nodes about the mean state, run until the swing repeats. The mean comes from the
 * steady solution.
 */
import { FIN_SENSOR_LAG_S } from "./controls";
import type { CircuitPass } from "./pass";
import { airHeat } from "./pass/evaporator";
import type { Plant } from "./plant";
import type { CircuitPoint } from "./point";

/** Pressures kPa absolute. */
export interface CyclingSwing {
  periodS: number;
  /** Share of the time the clutch is in, as the swing has it. */
  duty: number;
  lowMinKpa: number;
  lowMaxKpa: number;
  lowMeanKpa: number;
  /** Change of the mean high side while the clutch is in, against the overall mean. */
  highEngagedKpa: number;
}

/** The liquid boiling behind the metal, s. */
const BOILING_LAG_S = 1.6;
const LEAST_BOILING = 0.1;
const STEP_S = 0.1;
const LONGEST_S = 400;
const SETTLE_CYCLES = 3;
/** Heat capacity of liquid refrigerant, kJ/(kg K). */
const LIQUID_HEAT = 1.35;

export function swingOf(plant: Plant, pass: CircuitPass, point: CircuitPoint, mode: "low" | "high"): CyclingSwing {
  const { vehicle, fluid } = plant;
  const { controls, label } = vehicle;
  const coil = plant.coils[0]!;
  const duty = Math.min(Math.max(point.duty, 0.03), 1);
  const boiling = pass.low.temperatureC;
  const metal = pass.metalC;
  const cooling = (pass.evaporatorHeat + pass.rearHeat) / duty;
  const rejected = pass.condenserHeat / duty;
  const inlet = plant.condenserInletC;
  const condensing = pass.high.temperatureC;
  const lossHigh = pass.condenserHeat / Math.max(condensing - inlet, 1);
  // Only the boiling part of a starved coil is cooled and warms again.
  const boils = Math.min(Math.max(point.evaporatorFill, LEAST_BOILING), 1);
  const metalHeat = boils * vehicle.evaporators.reduce((sum, e) => sum + e.metalKjK, 0) + pass.lowMass * LIQUID_HEAT;
  const highHeat = vehicle.condenser.metalKjK + pass.highMass * LIQUID_HEAT;
  // Air heat about the mean metal temperature: as much as is taken away on average.
  const mean = pass.evaporatorHeat + pass.rearHeat;
  const airSlope =
    ((airHeat(coil, metal - 2, plant.atmosphereKpa) - airHeat(coil, metal + 2, plant.atmosphereKpa)) / 4) *
    (mean / Math.max(pass.wetHeat, 0.05));
  const pumpSlope = 1 / (fluid.saturationSlope(point.lowKpa) * point.lowKpa);
  const wall = Math.max(coil.wallConductance * Math.min(point.evaporatorFill, 1), 0.05);

  let tMetal = metal;
  let tSensor = metal;
  let tBoil = boiling;
  let tHigh = condensing;
  let on = true;
  let lastOn = 0;
  let cycles = 0;
  let swing: CyclingSwing | null = null;
  let min = Number.POSITIVE_INFINITY;
  let max = 0;
  let sum = 0;
  let count = 0;
  let engaged = 0;
  let highEngaged = 0;
  let highAll = 0;
  for (let t = 0; t < LONGEST_S && swing === null; t += STEP_S) {
    const pumped = on ? cooling * Math.max(1 + pumpSlope * (tBoil - boiling), 0.05) : 0;
    const target = tMetal - pumped / wall;
    tBoil += ((target - tBoil) * STEP_S) / BOILING_LAG_S;
    tMetal += ((mean - airSlope * (tMetal - metal) - pumped) * STEP_S) / metalHeat;
    tSensor += ((tMetal - tSensor) * STEP_S) / FIN_SENSOR_LAG_S;
    tHigh += (((on ? rejected : 0) - lossHigh * (tHigh - inlet)) * STEP_S) / highHeat;
    const low = fluid.saturationPressureKpa(tBoil);
    min = Math.min(min, low);
    max = Math.max(max, low);
    sum += low;
    count++;
    highAll += tHigh;
    if (on) {
      engaged++;
      highEngaged += tHigh;
    }
    const lowGauge = low - plant.atmosphereKpa;
    const highGauge =
      mode === "high" ? fluid.saturationPressureKpa(Math.min(tHigh, 88)) + pass.airKpa - plant.atmosphereKpa : 0;
    const letGo =
      mode === "high"
        ? highGauge > controls.highOutKpa
        : label.metering === "orifice-tube"
          ? lowGauge < controls.lowOutKpa
          : tSensor < controls.freezeOutC;
    const takes =
      mode === "high"
        ? highGauge < controls.highInKpa
        : label.metering === "orifice-tube"
          ? lowGauge > controls.lowInKpa
          : tSensor > controls.freezeInC;
    if (on && letGo) on = false;
    else if (!on && takes) {
      on = true;
      if (++cycles > SETTLE_CYCLES) {
        const condensingEngaged = highEngaged / Math.max(engaged, 1);
        swing = {
          periodS: t - lastOn,
          duty: engaged / count,
          lowMinKpa: min,
          lowMaxKpa: max,
          lowMeanKpa: sum / count,
          highEngagedKpa:
            fluid.saturationPressureKpa(Math.min(condensing + condensingEngaged - highAll / count, 88)) -
            fluid.saturationPressureKpa(condensing),
        };
      }
      lastOn = t;
      min = Number.POSITIVE_INFINITY;
      max = 0;
      sum = 0;
      count = 0;
      engaged = 0;
      highEngaged = 0;
      highAll = 0;
    }
  }
  return (
    swing ?? {
      // At the very edge of its switch a clutch may stay in for minutes.
      periodS: LONGEST_S,
      duty,
      lowMinKpa: Math.min(min, point.lowKpa),
      lowMaxKpa: Math.max(max, point.lowKpa),
      lowMeanKpa: point.lowKpa,
      highEngagedKpa: 0,
    }
  );
}
