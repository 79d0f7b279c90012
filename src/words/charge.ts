/** Words of the charge desk: what to do at the scale, the plan step by step, the habits. */

import { closingWeightG, type MassBalance, SAME_WEIGHT_G } from "@/core/charge/books/mass-balance";
import type { MethodAnswer } from "@/core/charge/charging-methods";
import { WORTH_DRAWING_IN_G } from "@/core/charge/hose";
import type { HoseState } from "@/core/charge/hose-states";
import { type ChargePlan, EMPTY_BELOW_G, type PlanStep, WARM_WATER_C } from "@/core/charge/plan/charge-plan";
import type { ChargeAlarm, ChargeCall, LiveCharge } from "@/core/charge/scale/live-charge";
import type { Job } from "@/core/records/job";
import type { Shows } from "@/core/records/typed-scale";
import type { Figures } from "@/core/units/figures";
import { typed } from "./typed";

/** State of the scale. */
interface ScaleStatus {
  live: LiveCharge | null;
  call: ChargeCall | null;
  onScale: string | null;
  drawInLeftS: number | null;
}

export const hoseWords: Record<HoseState, string> = { liquid: "Liquid", vapour: "Vapour", "drawn-in": "Drawn in" };

/** Content of the hose when all is done, to be chosen. */
export const hoseEnds = [
  { value: "drawn-in", label: "Drawn in through the low side" },
  { value: "left", label: "Left in the hose" },
] as const;

export const hoseCardWords = {
  end: "Hose content at the end",
  now: "Hose content now",
  typed: "Hose residue at the end, if known. Blank = as selected above.",
} as const;

const LABEL_WEIGHT_CHARGED = "Valve closed. The label weight is charged.";
const NO_MORE_NEEDED = "No more is needed from it.";

/** Conditions for drawing in the hose, stated before. */
export const CLOSED_RUNNING = "Cylinder closed, engine at fast idle, low valve open.";

/** The next act that opens a valve, in one sentence; null when none is left. */
export function nextStepSentence(plan: ChargePlan, job: Job, figures: Figures): string | null {
  const step = plan.steps.find((one) => one.kind === "liquid-high" || one.kind === "vapour-low");
  if (step === undefined || (step.kind !== "liquid-high" && step.kind !== "vapour-low")) return null;
  const name = job.charge.containers.find(({ id }) => id === step.containerId)?.name ?? "the cylinder";
  return `Next: ${step.kind === "liquid-high" ? "liquid, high side, engine off" : "vapour, low side, engine running"}, ${figures.quantity(step.grams, "g")} from ${name}.`;
}

export function planStepWords(
  step: PlanStep,
  name: (id: string) => string,
  warmWater: boolean,
  figures: Figures,
): [string, string[], string | null] {
  switch (step.kind) {
    case "purge":
      return [
        "Purge the hose",
        [`Open briefly at the hose end: about ${figures.quantity(step.grams, "g")}.`, "Recorded as vented."],
        null,
      ];
    case "liquid-high":
      return [
        "Liquid, high side",
        [
          `Engine off. ${name(step.containerId)} inverted, high valve open.`,
          amount(step, figures),
          planEndWords(step, name, warmWater, figures),
        ],
        "Low valve closed. Engine stays off",
      ];
    case "vapour-low":
      return [
        "Vapour, low side",
        [
          `Engine at 1 500 rpm. ${name(step.containerId)} upright, low valve open.`,
          amount(step, figures),
          planEndWords(step, name, warmWater, figures),
        ],
        "High valve stays closed",
      ];
    case "change":
      return [
        `Change to ${name(step.to)}`,
        [
          `At about ${figures.quantity(step.inVehicleG, "g")} in the vehicle. Close the valve first.`,
          "The total is kept.",
        ],
        null,
      ];
    case "draw-in":
      return [
        "Draw in hose content",
        [
          `${CLOSED_RUNNING} ${figures.quantity(step.grams, "g")} in the hose, ${minutes(step.seconds)}.`,
          "Then close the low valve: the label weight is charged.",
        ],
        "High valve stays closed",
      ];
    case "warm":
      return [
        "Warm the cylinder",
        [`${name(step.containerId)} is too cold to flow.`, `${warmWaterWords(figures)}, ${minutes(step.seconds)}.`],
        "Never use a flame",
      ];
  }
}

function planEndWords(
  { ends, leavesG, inVehicleG, containerC, containerId }: Flow,
  name: (id: string) => string,
  warm: boolean,
  figures: Figures,
): string {
  if (ends === "target") return `Close the valve at ${figures.quantity(leavesG, "g")} left.`;
  if (ends === "empty") return `${name(containerId)} is then empty.`;
  const stall = `Flow stops near ${figures.quantity(inVehicleG, "g")}: the cylinder, at ${figures.quantity(containerC, "degC", 0)}, has the circuit's pressure.`;
  return warm ? stall : `${stall} ${warmWaterWords(figures)}.`;
}

export function hotDaySentence(day: MethodAnswer["hotDay"], label: MethodAnswer["hotDay"], figures: Figures): string {
  if (day === null) return "does not run";
  if (day.cutsOut) return "high-pressure cut-out opens";
  const now = `vent ${figures.quantity(day.ventC, "degC", 0)}, high side ${figures.quantity(day.highKpa, "kPa")}`;
  if (label === null) return now;
  const warmer = day.ventC - label.ventC;
  const higher = day.highKpa - label.highKpa;
  if (warmer > FELT_K) return `${now}: ${figures.quantity(warmer, "K", 1)} warmer`;
  if (higher > FELT_KPA) return `${now}: ${figures.quantity(higher, "kPa")} higher`;
  return `${now}: no noticeable difference`;
}

export function paceSentence({ live, call }: Pick<ScaleStatus, "live" | "call">, figures: Figures): string | null {
  if (live === null || call === null || (call.call !== "go" && call.call !== "slow")) return null;
  const { seconds } = call;
  const perMinute = live.rateGPerS * 60;
  if (perMinute < 1) return null;
  return `${figures.quantity(perMinute, "g")}/min, about ${seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`}`;
}

export function callSentence(
  { call, onScale, drawInLeftS }: Pick<ScaleStatus, "call" | "onScale" | "drawInLeftS">,
  container: { name: string; leftG: number } | null,
  found: MassBalance,
  next: string | null,
  figures: Figures,
): string {
  if (drawInLeftS !== null)
    return drawInLeftS > 0
      ? `Drawing in hose content: ${Math.ceil(drawInLeftS)} s left.`
      : "Hose content drawn in. Close the valve.";
  if (waitsInHose(found))
    return `Close the cylinder. Draw in the ${figures.quantity(found.drawInG, "g")} in the hose: low side, engine running.`;
  if (onScale === null || call === null || container === null) {
    return found.state === "inside" ? LABEL_WEIGHT_CHARGED : `Put a cylinder on the scale.${next ? ` ${next}` : ""}`;
  }
  switch (call.call) {
    case "put-on":
      return `${typed(container.name)}: waiting for a steady scale.`;
    case "go":
      return "Charging. Watch the high side.";
    case "slow":
      return "Almost done: valve nearly closed.";
    case "stop":
      return "Stop: close the valve. The rest follows from valve and hose.";
    case "stalled":
      return container.leftG < EMPTY_BELOW_G * 2
        ? `${typed(container.name)} is empty. Close the valve and put on the next one. The total is kept.`
        : `Flow has stopped: pressures are equal. Close the valve, then charge vapour with the engine running, or warm the cylinder in water of at most ${warmest(figures)}.`;
    case "settle":
      return "Valve closed. Wait for a steady scale.";
    case "shut":
      if (found.state === "inside") return LABEL_WEIGHT_CHARGED;
      return container.leftG < EMPTY_BELOW_G
        ? `${typed(container.name)} is empty. Put on the next one. The total is kept.`
        : `Valve closed.${next ? ` ${next}` : ""}`;
  }
}

export const scaleAsked: Record<Shows, string> = {
  left: "Enter the net weight on the scale, 0 or more.",
  zeroed: "Enter the scale reading, which counts down from 0.",
  in: "Enter the dosed weight shown by the machine.",
};

export function typedLabel(shows: Shows, name: string): string {
  if (shows === "left") return `${name}, net now`;
  return shows === "zeroed" ? `${name}, scale reading` : `Dosed from ${name}`;
}

/** At which weight a container is closed. `leftG`: what it holds. */
export function closingWords(found: MassBalance, leftG: number, figures: Figures): string {
  if (found.fromContainersG <= SAME_WEIGHT_G) return NO_MORE_NEEDED;
  const closesAtG = closingWeightG(found, leftG);
  return closesAtG === null ? "All of it is needed." : `Close the valve at ${figures.quantity(closesAtG, "g")}.`;
}

/** Beside what is typed from a scale or machine: the books, and where to stop. */
export function scaleHint(
  shows: Shows,
  { leftG, drawnG }: Pick<MassBalance["perContainer"][number], "leftG" | "drawnG">,
  found: MassBalance,
  figures: Figures,
): string {
  const wantedG = Math.min(Math.max(found.fromContainersG, 0), leftG);
  switch (shows) {
    case "left":
      return `Log: ${figures.quantity(leftG, "g")}. ${closingWords(found, leftG, figures)}`;
    case "zeroed":
      return `Log: −${figures.quantity(drawnG, "g")}. ${wantedG > 0 ? `Close the valve at −${figures.quantity(drawnG + wantedG, "g")}.` : NO_MORE_NEEDED}`;
    case "in":
      return `Still needed from it: ${figures.quantity(wantedG, "g")}.`;
  }
}

/** The containers have given all that is wanted; what is still to go in is in the hose. */
export const waitsInHose = ({ drawInG, fromContainersG }: MassBalance): boolean =>
  drawInG >= WORTH_DRAWING_IN_G && fromContainersG <= SAME_WEIGHT_G;

export const alarmWords: Record<ChargeAlarm, readonly [string, string]> = {
  "high-side-high": ["High side too high: close the valve", "Check the fan and condenser airflow before continuing."],
  "high-valve-while-running": [
    "Close the high valve now",
    "With the engine running, high-side pressure can burst the cylinder.",
  ],
  "liquid-into-running-low-side": ["Turn the cylinder upright", "Liquid drawn into a running compressor destroys it."],
  "vapour-low-while-off": ["Start the engine", "With the engine off, vapour stops flowing once pressures are equal."],
  "scale-lost": ["Scale not sending: close the valve", "The total stays at the last sample until the scale returns."],
  bumped: ["The scale was knocked", "The total waits for a steady scale."],
  "load-changed": ["Load on the scale changed", "The jump is not counted."],
  "target-passed": ["Target passed: close the valve", "Recover the excess by weight."],
};

/** Differences smaller than these are none on a hot day, K and kPa. */
const FELT_K = 0.7;
const FELT_KPA = 80;

type Flow = Extract<PlanStep, { kind: "liquid-high" | "vapour-low" }>;

function amount({ grams, seconds }: Flow, figures: Figures): string {
  return `${figures.quantity(grams, "g")}, ${minutes(seconds)}.`;
}

const warmest = (figures: Figures) => figures.quantity(WARM_WATER_C, "degC", 0);
const warmWaterWords = (figures: Figures) => `Warm water, ${warmest(figures)} at most`;

function minutes(seconds: number): string {
  return seconds < 90 ? `about ${Math.max(5, Math.round(seconds / 5) * 5)} s` : `about ${Math.round(seconds / 60)} min`;
}

/** The containers on hand do not reach the label. */
export const missingOnHand = (missingG: number, figures: Figures): string =>
  `${figures.quantity(missingG, "g")} short with the cylinders at hand. Add a cylinder.`;

/** Where the charge ends with what is on hand, and the chance that it is inside the band, of 100. */
export const endsShortWords = (missingG: number, chance: number, figures: Figures): string =>
  `${missingOnHand(missingG, figures)} Otherwise, chance of reaching the label range: ${chance} %.`;
