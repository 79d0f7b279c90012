/**
 * A technician who does what the plan and the calls say, at a simulated car with a workshop's scale: which container, which valve, stop
 * when called, a hand's moment later. Used by the tests and by `npm run bench:charge`.
 */

import { InstrumentSet } from "@/core/instruments/instrument-set";
import {
  CHARGING_RPM,
  type ChargePlan,
  EMPTY_BELOW_G,
  planCharge,
  WARM_WATER_C,
} from "../../src/core/charge/plan/charge-plan";
import { advanceLive, type ChargeAim, callOf, SLOW_OPENING, startLive } from "../../src/core/charge/scale/live-charge";
import { fullCan } from "../../src/core/circuit/time/container";
import { CircuitSimulation } from "../../src/core/circuit/time/simulation";
import { seededNoise } from "../../src/core/maths/noise";
import type { ChargingCase } from "./charging-cases";

export interface ChargingRun {
  plan: ChargePlan;
  /** True content at the end, and what the books say, g. */
  trueG: number;
  tallyG: number;
  seconds: number;
  /** Grams that went in as liquid with the engine off. */
  liquidG: number;
}

const SAMPLE_S = 0.5;
const EVACUATED_S = 1200;
const LONGEST_S = 5400;

export function chargeByPlan(
  { vehicle, conditions, containers, warmWater }: ChargingCase,
  hosesG: number,
  seed: number,
): ChargingRun {
  const targetG = vehicle.label.chargeG;
  const random = seededNoise(seed);
  const plan = planCharge({
    vehicle,
    conditions,
    inVehicleG: 0,
    targetG,
    containers,
    hosesG,
    purgeG: 0,
    warmWater,
  });
  const simulation = new CircuitSimulation({ vehicle, conditions, faults: [], chargeKg: 0 });
  simulation.setMachine("pump");
  simulation.advance(EVACUATED_S);
  simulation.setMachine("off");
  const instruments = new InstrumentSet(simulation, { seed, rateHz: 1 / SAMPLE_S });
  let tallyG = 0;
  let liquidG = 0;
  let seconds = 0;
  let phase: "liquid-high" | "vapour-low" = "liquid-high";
  for (const { netG, temperatureC } of containers) {
    const around = warmWater ? Math.max(WARM_WATER_C, conditions.ambientC) : conditions.ambientC;
    // The hoses hold what they hold, not what is thought.
    const hoses = tallyG === 0 ? (hosesG * (1 + 0.2 * random.normal())) / 1000 : 0;
    simulation.setContainer(fullCan(netG / 1000, temperatureC, around), Math.max(hoses, 0));
    const aim: ChargeAim = { containerG: netG, wantedG: targetG + hosesG - tallyG, mostHighKpa: 2600 };
    if (aim.wantedG <= 0.5) break;
    let live = startLive();
    let shutAt: number | null = null;
    let open = false;
    let slow = false;
    const valve = (on: boolean, opening = 1) => {
      open = on;
      simulation.setEngine(phase === "vapour-low", CHARGING_RPM);
      simulation.setCharging(
        on
          ? {
              side: phase === "liquid-high" ? "high" : "low",
              phase: phase === "liquid-high" ? "liquid" : "vapour",
              opening,
              stopAtKg: 0,
            }
          : null,
      );
    };
    // Nothing is opened before the scale stands.
    while (seconds < LONGEST_S) {
      const read = instruments.next();
      seconds += SAMPLE_S;
      const before = live.drawnG;
      live = advanceLive(
        live,
        {
          time: read.time,
          scaleG: read.scaleG,
          low: read.low,
          high: read.high,
          engineOn: phase === "vapour-low",
          valve: open ? phase : "shut",
        },
        aim,
      );
      if (phase === "liquid-high") liquidG += live.drawnG - before;
      const call = callOf(live, aim, read.time);
      if (!open && shutAt === null) {
        if (call.call !== "put-on") valve(true);
        continue;
      }
      if (shutAt !== null) {
        if (open && read.time >= shutAt) valve(false);
        if (!open && call.call === "shut") break;
        continue;
      }
      if (call.call === "slow" && !slow) {
        slow = true;
        valve(true, SLOW_OPENING);
      }
      if (call.call === "stop") shutAt = read.time + Math.max(0, 1 + 0.4 * random.normal());
      else if (live.drawnG > netG - EMPTY_BELOW_G / 2) shutAt = read.time;
      else if (call.call === "stalled") {
        if (phase === "vapour-low" && live.drawnG > netG - EMPTY_BELOW_G) shutAt = read.time;
        else {
          phase = "vapour-low";
          valve(true);
        }
      }
    }
    tallyG += live.drawnG;
    simulation.setCharging(null);
  }
  return { plan, trueG: simulation.chargeKg * 1000, tallyG: tallyG - hosesG, seconds, liquidG };
}
