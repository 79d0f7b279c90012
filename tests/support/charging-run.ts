/**
 * A technician who does what the plan and the calls say, at a simulated car with a workshop's scale: which container, which valve, stop
 * when called, a hand's moment later, and the hose drawn in at the end. Used by the tests and by `npm run bench:charge`.
 */

import { balance, type ChargeInputs, closingWeightG } from "@/core/charge/books/mass-balance";
import { type ChargingHose, DRAW_IN_S, WORTH_DRAWING_IN_G } from "@/core/charge/hose";
import { type HoseState, heldAfter } from "@/core/charge/hose-states";
import { InstrumentSet } from "@/core/instruments/instrument-set";
import { containerAccount, type LedgerEntry } from "../../src/core/charge/books/ledger";
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
import { type ChargingCase, hoseOf } from "./charging-cases";

export interface ChargingRun {
  plan: ChargePlan;
  /** True content at the end, and what the books say, g. */
  trueG: number;
  tallyG: number;
  seconds: number;
  /** Grams that went in as liquid with the engine off. */
  liquidG: number;
  /** Out of containers before the plan was made anew, since it had stalled. */
  stalls: number;
}

const SAMPLE_S = 0.5;
const EVACUATED_S = 1200;
const LONGEST_S = 7200;
const TOLERANCE_G = 20;

export function chargeByPlan(one: ChargingCase, seed: number): ChargingRun {
  const { vehicle, conditions, containers, warmWater, upright, scale } = one;
  const random = seededNoise(seed);
  const thought = hoseOf(one);
  const { liquid, vapour } = thought;
  const plan = planCharge({
    vehicle,
    conditions,
    inVehicleG: 0,
    targetG: vehicle.label.chargeG,
    toleranceG: TOLERANCE_G,
    containers,
    hose: { nowG: 0, liquidG: liquid, vapourG: vapour, endG: thought["drawn-in"] },
    purgeG: 0,
    warmWater,
  });
  const simulation = new CircuitSimulation({ vehicle, conditions, faults: [], chargeKg: 0 });
  simulation.setMachine("pump");
  simulation.advance(EVACUATED_S);
  simulation.setMachine("off");
  // The hose holds what it holds, not what is thought: its bore and its warmth are not known exactly.
  const real = Math.max(0.5, 1 + 0.1 * random.normal());
  simulation.setHose({
    heldKg: 0,
    liquidKg: (real * liquid) / 1000,
    vapourKg: (real * vapour) / 1000,
    drawnInKg: (real * thought["drawn-in"]) / 1000,
    purgeKg: 0,
  });
  const instruments = new InstrumentSet(simulation, { seed, rateHz: 1 / SAMPLE_S });
  const books = keptBooks(one, thought);
  let liquidG = 0;
  let seconds = 0;
  let stalls = 0;
  let phase: "liquid-high" | "vapour-low" = upright ? "vapour-low" : "liquid-high";
  for (const { id, netG, temperatureC } of containers) {
    const before = books.found();
    if (before.fromContainersG <= 0.5) break;
    const around = warmWater ? Math.max(WARM_WATER_C, conditions.ambientC) : conditions.ambientC;
    simulation.setContainer(fullCan(netG / 1000, temperatureC, around));
    const closesAt = closingWeightG(before, netG);
    const aim: ChargeAim = { containerG: netG, wantedG: before.fromContainersG, mostHighKpa: 2600 };
    let live = startLive();
    let shutAt: number | null = null;
    let warmUntil = 0;
    let bookedG = 0;
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
      const scaleG = read.scaleG === null ? null : read.scaleG + scale(read.time, random);
      const drawnBefore = live.drawnG;
      live = advanceLive(
        live,
        {
          time: read.time,
          scaleG,
          low: read.low,
          high: read.high,
          engineOn: phase === "vapour-low",
          valve: open ? phase : "shut",
        },
        aim,
      );
      if (phase === "liquid-high") liquidG += live.drawnG - drawnBefore;
      const call = callOf(live, aim, read.time);
      if (!open && shutAt === null) {
        if (call.call !== "put-on" && read.time >= warmUntil) valve(true);
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
        stalls++;
        if (phase === "vapour-low" && (live.drawnG > netG - EMPTY_BELOW_G || stalls > MOST_STALLS)) shutAt = read.time;
        else if (phase === "vapour-low") {
          // Too cold to give: it stands for a while, as the plan and the call have it.
          valve(false);
          warmUntil = read.time + WARMING_S;
        } else {
          // Another valve is another draw.
          books.draw(id, live.drawnG, "liquid");
          bookedG = live.drawnG;
          phase = "vapour-low";
          valve(true);
        }
      }
    }
    if (closesAt !== null && closesAt < 0) throw new Error("a closing weight below nothing");
    books.draw(id, live.drawnG - bookedG, phase === "liquid-high" ? "liquid" : "vapour");
    simulation.setCharging(null);
  }
  if (books.found().drawInG >= WORTH_DRAWING_IN_G) {
    simulation.setContainer(null);
    simulation.setEngine(true, CHARGING_RPM);
    simulation.setCharging({ side: "low", phase: "hose", opening: 1, stopAtKg: 0 });
    for (let s = 0; s < DRAW_IN_S; s += SAMPLE_S) instruments.next();
    simulation.setCharging(null);
    seconds += DRAW_IN_S;
    books.drawnIn();
  }
  return { plan, trueG: simulation.chargeKg * 1000, tallyG: books.found().inVehicleG, seconds, liquidG, stalls };
}

/** A container that has stalled so often has given what it gives today. */
const MOST_STALLS = 12;
const WARMING_S = 240;

/** The job's books beside the car: what each container gave, and what the hose holds. */
function keptBooks({ vehicle, containers }: ChargingCase, hose: ChargingHose) {
  let holds: HoseState | null = null;
  const ledger: LedgerEntry[] = [];
  const inputs = (): ChargeInputs => ({
    labelG: vehicle.label.chargeG,
    toleranceG: TOLERANCE_G,
    residualG: 0,
    hoseNowG: hose[holds ?? "liquid"],
    hoseEndG: hose["drawn-in"],
    purgeG: 0,
    containers: containers.map(({ id, netG }) => ({ id, name: id, netG })),
    ledger,
    open: null,
  });
  return {
    found: () => {
      const found = balance(inputs());
      if (!found.ok) throw new Error(found.issue.code);
      return found.value;
    },
    draw: (id: string, grams: number, state: "liquid" | "vapour") => {
      holds = heldAfter(holds, state, grams);
      ledger.push({
        id: `e${ledger.length}`,
        at: "2026-06-01T10:00:00.000Z",
        act: "charge",
        substance: "refrigerant",
        grams,
        from: containerAccount(id),
        to: "line",
        estimated: false,
        counters: null,
      });
    },
    drawnIn: () => {
      holds = "drawn-in";
    },
  };
}
