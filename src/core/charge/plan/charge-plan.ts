/**
 * The way to the label weight with what is on hand: which valve, liquid or vapour, engine off or running, how many grams and minutes,
 * where the flow stalls and where a can runs out. Each container is played through against the circuit: at rest its pressure follows from
 * what is in it, running from the steady circuit. g, kg, s, degC, kPa absolute.
 */

import { makePlant, type Plant } from "../../circuit/steady/plant";
import { solveSteady } from "../../circuit/steady/steady";
import { type Container, drawFrom, fullCan } from "../../circuit/time/container";
import { type FillState, fill, fillRest } from "../../circuit/time/filling";
import type { CircuitConditions, CircuitVehicle } from "../../circuit/vehicle/vehicle";

import { SAME_WEIGHT_G } from "../books/mass-balance";
import { DRAW_IN_S, WORTH_DRAWING_IN_G } from "../hose";
import { SLOW_OPENING, SLOW_S } from "../scale/live-charge";

/** Warm water for a can is never hotter, degC. */
export const WARM_WATER_C = 40;
/** A container with less than this left counts as empty, g. */
export const EMPTY_BELOW_G = 4;

export interface PlanContainer {
  id: string;
  netG: number;
  temperatureC: number;
}

export interface PlanInputs {
  vehicle: CircuitVehicle;
  conditions: CircuitConditions;
  /** In the vehicle now; wanted in it. */
  inVehicleG: number;
  targetG: number;
  containers: readonly PlanContainer[];
  /** Within this of the target nothing is planned. */
  toleranceG: number;
  hose: PlanHose;
  /** Mass vented at the hose end. */
  purgeG: number;
  /** Containers stand in warm water, or only in the air. */
  warmWater: boolean;
}

/** The charging hose: what is in it now, what it holds while it passes liquid or vapour, and what is to be left in it at the end. */
export interface PlanHose {
  nowG: number;
  liquidG: number;
  vapourG: number;
  endG: number;
}

export type PlanStep =
  | { kind: "purge"; containerId: string; grams: number }
  | {
      kind: "liquid-high" | "vapour-low";
      containerId: string;
      grams: number;
      seconds: number;
      /** Why it ends: the weight is in, the container is empty, or the pressures have met. */
      ends: "target" | "empty" | "stalled";
      /** Content of the cylinder at the end of the step. */
      leavesG: number;
      /** In the vehicle at its end. */
      inVehicleG: number;
      /** Temperature of the cylinder at the end. */
      containerC: number;
    }
  | { kind: "change"; from: string; to: string; inVehicleG: number }
  | { kind: "warm"; containerId: string; seconds: number }
  /** Container closed, engine running, low side open: what is in the hose goes into the vehicle. */
  | { kind: "draw-in"; grams: number; seconds: number; inVehicleG: number };

export interface ChargePlan {
  steps: PlanStep[];
  endsG: number;
  seconds: number;
  /** Not enough on hand, or it will not flow: this is missing. */
  missingG: number;
  /** Mean rate of the last step, g/s: sets how early the stop must be called. */
  lastRateGPerS: number;
}

const STEP_S = 1;
const LONGEST_S = 3600;
/** Slower than this it has stalled, g/s. */
const STALLED = 0.05;
/** Longer than this for a can in warm water nobody waits, s. */
const WARMING_S = 240;
/** Engine speed while vapour goes in. */
export const CHARGING_RPM = 1500;

export function planCharge(inputs: PlanInputs): ChargePlan {
  const { vehicle, conditions, targetG, hose, purgeG } = inputs;
  const within = Math.abs(targetG - inputs.inVehicleG) <= inputs.toleranceG;
  if (within && hose.nowG - hose.endG < WORTH_DRAWING_IN_G)
    return { steps: [], endsG: inputs.inVehicleG, seconds: 0, missingG: 0, lastRateGPerS: 0 };
  const still = makePlant(vehicle, conditions, []);
  const running = lowPressures(vehicle, conditions);
  const around = inputs.warmWater ? Math.max(WARM_WATER_C, conditions.ambientC) : conditions.ambientC;
  const steps: PlanStep[] = [];
  const filled: FillState = { kg: inputs.inVehicleG / 1000, temperatureC: conditions.ambientC };
  let inVehicle = inputs.inVehicleG;
  const line: Line = { heldG: hose.nowG, wantedG: targetG + hose.endG - inputs.inVehicleG - hose.nowG };
  let toPurge = purgeG;
  let rate = 0;
  let seconds = 0;
  // Liquid first while the circuit is nearly empty: vapour alone would take an hour.
  let phase: "liquid-high" | "vapour-low" = inVehicle < LIQUID_BELOW * targetG ? "liquid-high" : "vapour-low";
  let previous: string | null = null;
  for (const given of inputs.containers) {
    if (line.wantedG <= SAME_WEIGHT_G) break;
    if (given.netG < EMPTY_BELOW_G) continue;
    const can = fullCan(given.netG / 1000, given.temperatureC, around);
    if (previous !== null) steps.push({ kind: "change", from: previous, to: given.id, inVehicleG: inVehicle });
    previous = given.id;
    if (toPurge > 0) {
      const grams = Math.min(toPurge, can.netKg * 1000);
      can.netKg -= grams / 1000;
      toPurge -= grams;
      steps.push({ kind: "purge", containerId: given.id, grams });
    }
    for (let tries = 0; tries < 4 && can.netKg * 1000 > EMPTY_BELOW_G && line.wantedG > SAME_WEIGHT_G; tries++) {
      const played = play(can, { still, running, filled }, phase, hose, line);
      inVehicle = filled.kg * 1000;
      // The last stretch is taken with the valve nearly shut.
      if (played.ends === "target") played.seconds += Math.min(SLOW_S, played.seconds) * (1 / SLOW_OPENING - 1);
      seconds += played.seconds;
      if (played.grams > 0.5) {
        rate = played.grams / Math.max(played.seconds, 1);
        steps.push({
          kind: phase,
          containerId: given.id,
          grams: played.grams,
          seconds: played.seconds,
          ends: played.ends,
          leavesG: can.netKg * 1000,
          inVehicleG: inVehicle,
          containerC: can.temperatureC,
        });
      }
      if (played.ends !== "stalled") break;
      if (phase === "liquid-high") {
        phase = "vapour-low";
        continue;
      }
      // Too cold to give: it takes its heat back from warm water.
      const warming = warmUp(can, around);
      if (warming === 0) break;
      steps.push({ kind: "warm", containerId: given.id, seconds: warming });
      seconds += warming;
    }
  }
  const drawInG = line.heldG - hose.endG;
  if (drawInG >= WORTH_DRAWING_IN_G) {
    inVehicle += drawInG;
    seconds += DRAW_IN_S;
    steps.push({ kind: "draw-in", grams: drawInG, seconds: DRAW_IN_S, inVehicleG: inVehicle });
  }
  return {
    steps,
    endsG: inVehicle,
    seconds,
    missingG: targetG - inVehicle <= SAME_WEIGHT_G + 0.1 ? 0 : targetG - inVehicle,
    lastRateGPerS: rate,
  };
}

const LIQUID_BELOW = 0.7;
/** A hose of liquid empties into a running low side at about this rate beside the vapour, g/s. */
const HOSE_GIVES_G_PER_S = 1;

/** Hose content, and the mass still needed from the cylinders. */
interface Line {
  heldG: number;
  wantedG: number;
}

interface Played {
  grams: number;
  seconds: number;
  ends: "target" | "empty" | "stalled";
}

/** Vehicle that is charged: its plant at rest, the low side of the running circuit, kPa, by content, kg, and its fill. */
interface Charged {
  still: Plant;
  running: (kg: number) => number;
  filled: FillState;
}

function play(
  can: Container,
  { still, running, filled }: Charged,
  phase: "liquid-high" | "vapour-low",
  hose: PlanHose,
  line: Line,
): Played {
  const port = { flow: 0, enthalpy: 0 };
  const liquid = phase === "liquid-high";
  const draw = { phase: liquid ? ("liquid" as const) : ("vapour" as const), opening: 1, stopAtKg: 0 };
  const holds = liquid ? hose.liquidG : hose.vapourG;
  let grams = 0;
  let seconds = 0;
  while (seconds < LONGEST_S) {
    if (line.wantedG <= 0) return { grams, seconds, ends: "target" };
    if (can.netKg * 1000 < EMPTY_BELOW_G / 2) return { grams, seconds, ends: "empty" };
    const portKpa = liquid ? fillRest(filled, still).pressureKpa : running(filled.kg);
    drawFrom(can, still.fluid, { ...draw, portKpa }, STEP_S, port);
    let step = port.flow * STEP_S * 1000;
    if (step < STALLED * STEP_S) return { grams, seconds, ends: "stalled" };
    const over = step - line.wantedG;
    if (over > 0) {
      step -= over;
      can.netKg += over / 1000;
    }
    grams += step;
    line.wantedG -= step;
    // The hose fills before anything arrives; liquid that vapour finds in it goes along.
    const room = holds - line.heldG;
    const intoHose = room >= 0 ? Math.min(step, room) : Math.max(room, -HOSE_GIVES_G_PER_S * STEP_S);
    line.heldG += intoHose;
    const arrived = (step - intoHose) / 1000;
    if (liquid) fill(filled, still, { flow: arrived / STEP_S, enthalpy: port.enthalpy }, STEP_S);
    else filled.kg += arrived;
    seconds += STEP_S;
  }
  return { grams, seconds, ends: "stalled" };
}

/** Shares of the label at which the running circuit is solved. */
const SOLVED = [0.25, 0.4, 0.55, 0.7, 0.85, 1, 1.15];

/** Low side while it runs, by what is in it; at rest where it does not run. Straight between what is solved. */
function lowPressures(vehicle: CircuitVehicle, conditions: CircuitConditions): (kg: number) => number {
  const label = vehicle.label.chargeG / 1000;
  const rows = SOLVED.map((share) => {
    const plant = makePlant(vehicle, { ...conditions, rpm: CHARGING_RPM }, [], { chargeKg: share * label });
    const solved = solveSteady(plant);
    if (!solved.ok) return null;
    const kpa = solved.value.kind === "running" ? solved.value.state.lowKpa : solved.value.rest.pressureKpa;
    return { kg: share * label, kpa };
  }).filter((row) => row !== null);
  return (kg) => {
    const above = rows.findIndex((row) => row.kg >= kg);
    const to = rows[above] ?? rows.at(-1);
    const from = rows[Math.max(above, 1) - 1] ?? to;
    if (!to || !from) return 300;
    const share = to.kg === from.kg ? 0 : Math.min(Math.max((kg - from.kg) / (to.kg - from.kg), 0), 1);
    return from.kpa + share * (to.kpa - from.kpa);
  };
}

/** Seconds in the warm until it is worth going on; 0 when it will not get warmer. */
function warmUp(can: Container, around: number): number {
  const goal = around - 4;
  if (can.temperatureC >= goal - 2) return 0;
  let seconds = 0;
  while (can.temperatureC < goal && seconds < WARMING_S) {
    can.temperatureC += (((around - can.temperatureC) * can.uptake) / (can.shellKjK + can.netKg * 1.4)) * STEP_S;
    seconds += STEP_S;
  }
  return seconds;
}
