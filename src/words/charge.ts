/** Words of the charge desk: what to do at the scale, the plan step by step, the habits. */

import type { MassBalance } from "@/core/charge/books/mass-balance";
import { type ChargePlan, EMPTY_BELOW_G, type PlanStep, WARM_WATER_C } from "@/core/charge/plan/charge-plan";
import type { ChargeAlarm, ChargeCall, LiveCharge } from "@/core/charge/scale/live-charge";
import type { SchoolAnswer } from "@/core/charge/schools";
import type { Job } from "@/core/records/job";
import type { Figures } from "@/core/units/figures";
import { typed } from "./typed";

/** How the scale stands. */
interface Tally {
  live: LiveCharge | null;
  call: ChargeCall | null;
  onScale: string | null;
}

/** The next act that opens a valve, in one sentence; null when none is left. */
export function nextStepSentence(plan: ChargePlan, job: Job, figures: Figures): string | null {
  const step = plan.steps.find((one) => one.kind === "liquid-high" || one.kind === "vapour-low");
  if (step === undefined || (step.kind !== "liquid-high" && step.kind !== "vapour-low")) return null;
  const name = job.charge.containers.find(({ id }) => id === step.containerId)?.name ?? "the container";
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
        "Drive out the air",
        [`A short puff at the hose's end, about ${figures.quantity(step.grams, "g")}.`, "Booked as let out."],
        null,
      ];
    case "liquid-high":
      return [
        "Liquid, high side",
        [
          `Engine off. ${name(step.containerId)} upside down, high valve open.`,
          amount(step, figures),
          planEndWords(step, name, warmWater, figures),
        ],
        "Low valve shut. Engine stays off",
      ];
    case "vapour-low":
      return [
        "Vapour, low side",
        [
          `Engine at 1 500 rpm. ${name(step.containerId)} upright, low valve open.`,
          amount(step, figures),
          planEndWords(step, name, warmWater, figures),
        ],
        "High valve stays shut",
      ];
    case "change":
      return [
        `Change to ${name(step.to)}`,
        [`Near ${figures.quantity(step.inVehicleG, "g")} in the vehicle. Shut the valve first.`, "The tally waits."],
        null,
      ];
    case "warm":
      return [
        "Let it warm up",
        [
          `${name(step.containerId)} has grown too cold to give.`,
          `${warmWaterWords(figures)}, ${minutes(step.seconds)}.`,
        ],
        "Never a flame",
      ];
  }
}

function planEndWords(
  { ends, inVehicleG, containerC, containerId }: Flow,
  name: (id: string) => string,
  warm: boolean,
  figures: Figures,
): string {
  if (ends === "target") return "Then the label weight is in.";
  if (ends === "empty") return `${name(containerId)} is empty then.`;
  const stall = `Stalls near ${figures.quantity(inVehicleG, "g")}: the container, at ${figures.quantity(containerC, "degC", 0)}, stands no higher than the circuit.`;
  return warm ? stall : `${stall} ${warmWaterWords(figures)}, helps.`;
}

export function hotDaySentence(day: SchoolAnswer["hotDay"], label: SchoolAnswer["hotDay"], figures: Figures): string {
  if (day === null) return "does not run";
  if (day.cutsOut) return "high-pressure switch cuts it out";
  const now = `vent ${figures.quantity(day.ventC, "degC", 0)}, high side ${figures.quantity(day.highKpa, "kPa")}`;
  if (label === null) return now;
  const warmer = day.ventC - label.ventC;
  const higher = day.highKpa - label.highKpa;
  if (warmer > FELT_K) return `${now}: ${figures.quantity(warmer, "K", 1)} warmer`;
  if (higher > FELT_KPA) return `${now}: ${figures.quantity(higher, "kPa")} higher`;
  return `${now}: nothing to be felt yet`;
}

export function paceSentence({ live, call }: Pick<Tally, "live" | "call">, figures: Figures): string | null {
  if (live === null || call === null || (call.call !== "go" && call.call !== "slow")) return null;
  const { seconds } = call;
  const perMinute = live.rateGPerS * 60;
  if (perMinute < 1) return null;
  return `${figures.quantity(perMinute, "g")} a minute, about ${seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`}`;
}

export function callSentence(
  { call, onScale }: Pick<Tally, "call" | "onScale">,
  container: { name: string; leftG: number } | null,
  found: MassBalance,
  next: string | null,
  figures: Figures,
): string {
  if (onScale === null || call === null || container === null) {
    return found.state === "inside"
      ? "Valve shut. The label weight is in."
      : `Put a container on the scale.${next ? ` ${next}` : ""}`;
  }
  switch (call.call) {
    case "put-on":
      return `${typed(container.name)}: waiting until the scale stands still.`;
    case "go":
      return "Flowing. Watch the high side.";
    case "slow":
      return "Nearly there: valve almost shut.";
    case "stop":
      return "Stop: shut the valve. What is still in the valve and hose will make it up.";
    case "stalled":
      return container.leftG < EMPTY_BELOW_G * 2
        ? `${typed(container.name)} is empty. Shut the valve, put the next one on: the tally waits.`
        : `It has stalled: the circuit stands at the container's pressure. Shut the valve and go on with vapour, engine running, or warm the container in water of at most ${warmest(figures)}.`;
    case "settle":
      return "Shut. Let the scale come to rest.";
    case "shut":
      if (found.state === "inside") return "Valve shut. The label weight is in.";
      return container.leftG < EMPTY_BELOW_G
        ? `${typed(container.name)} is empty. Put the next one on: the tally waits.`
        : `Valve shut.${next ? ` ${next}` : ""}`;
  }
}

export const alarmWords: Record<ChargeAlarm, readonly [string, string]> = {
  "high-side-high": ["High side too high: shut the valve", "Look at the fan and the condenser's air before you go on."],
  "high-valve-while-running": [
    "Shut the high valve now",
    "With the engine running its pressure goes into the container, and it can burst.",
  ],
  "liquid-into-running-low-side": [
    "Turn the container upright: no liquid into a running compressor",
    "Liquid does not compress: it breaks the compressor.",
  ],
  "vapour-low-while-off": ["Start the engine", "With it off vapour stops flowing as soon as the pressures have met."],
  "scale-lost": [
    "The scale is silent: shut the valve",
    "The tally stands at its last sample. It goes on when the scale is back.",
  ],
  bumped: ["The scale was knocked", "The tally waits until it stands again."],
  "load-changed": [
    "Something was put on or taken off the scale",
    "The jump was left out of the tally; the grams go on from where they were.",
  ],
  "target-passed": ["Past the target: shut the valve", "What is over comes out by weight, with the recovery machine."],
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
