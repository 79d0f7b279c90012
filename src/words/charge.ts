/** Words of the charge desk: what to do at the scale, the plan step by step, the habits. */

import { closingWeightG, type MassBalance, SAME_WEIGHT_G } from "@/core/charge/books/mass-balance";
import { WORTH_DRAWING_IN_G } from "@/core/charge/hose";
import type { HoseState } from "@/core/charge/hose-states";
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
  drawInLeftS: number | null;
}

export const hoseWords: Record<HoseState, string> = { liquid: "Liquid", vapour: "Vapour", "drawn-in": "Drawn in" };

/** Content of the hose when all is done, to be chosen. */
export const hoseEnds = [
  { value: "drawn-in", label: "Drawn in through the low side" },
  { value: "left", label: "Left in the hose" },
] as const;

export const hoseCardWords = {
  end: "At the end its content is",
  now: "It holds now",
  typed: "Left in the hose at the end, where you know it better. Left empty: as chosen above.",
} as const;

/** How a hose is drawn in, said before it is. */
export const CLOSED_RUNNING = "Container closed, engine at fast idle, low valve open.";

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
    case "draw-in":
      return [
        "Draw the hose in",
        [
          `${CLOSED_RUNNING} ${figures.quantity(step.grams, "g")} in the hose go in, ${minutes(step.seconds)}.`,
          "Then shut the low valve: the label weight is in.",
        ],
        "High valve stays shut",
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
  { ends, leavesG, inVehicleG, containerC, containerId }: Flow,
  name: (id: string) => string,
  warm: boolean,
  figures: Figures,
): string {
  if (ends === "target") return `Close it when it holds ${figures.quantity(leavesG, "g")}.`;
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
  { call, onScale, drawInLeftS }: Pick<Tally, "call" | "onScale" | "drawInLeftS">,
  container: { name: string; leftG: number } | null,
  found: MassBalance,
  next: string | null,
  figures: Figures,
): string {
  if (drawInLeftS !== null)
    return drawInLeftS > 0
      ? `Drawing in the hose: ${Math.ceil(drawInLeftS)} s to go.`
      : "The hose is drawn in. Shut the valve.";
  if (waitsInHose(found))
    return `Close the container and draw the hose in through the low side, engine running: ${figures.quantity(found.drawInG, "g")} are in it.`;
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

/** What a scale or machine displays: the content, what has left since it was zeroed (below nothing), or what a machine has dosed. */
export type Shows = "left" | "zeroed" | "in";

export const scaleAsked: Record<Shows, string> = {
  left: "Type the net weight the scale shows now, from 0 up.",
  zeroed: "Type what the scale shows now, as it counts down from 0.",
  in: "Type the weight that was dosed, as the machine shows it.",
};

export function typedLabel(shows: Shows, name: string): string {
  if (shows === "left") return `${name}, net content now`;
  return shows === "zeroed" ? `${name}, scale shows now` : `Dosed from ${name}`;
}

/** At which weight a container is closed. `leftG`: what it holds. */
export function closingWords(found: MassBalance, leftG: number, figures: Figures): string {
  if (found.fromContainersG <= SAME_WEIGHT_G) return "Nothing more is wanted of it.";
  const closesAtG = closingWeightG(found, leftG);
  return closesAtG === null ? "All of it goes in." : `Close it at ${figures.quantity(closesAtG, "g")}.`;
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
      return `${figures.quantity(leftG, "g")} by the tally. ${closingWords(found, leftG, figures)}`;
    case "zeroed":
      return `−${figures.quantity(drawnG, "g")} by the tally. ${wantedG > 0 ? `Close it at −${figures.quantity(drawnG + wantedG, "g")}.` : "Nothing more is wanted of it."}`;
    case "in":
      return `${figures.quantity(wantedG, "g")} are still wanted of it.`;
  }
}

/** The containers have given all that is wanted; what is still to go in is in the hose. */
export const waitsInHose = ({ drawInG, fromContainersG }: MassBalance): boolean =>
  drawInG >= WORTH_DRAWING_IN_G && fromContainersG <= SAME_WEIGHT_G;

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

/** The containers on hand do not reach the label. */
export const missingOnHand = (missingG: number, figures: Figures): string =>
  `${figures.quantity(missingG, "g")} are missing with what is on hand. Add another container.`;

/** Where the charge ends with what is on hand, and the chance that it is inside the band, of 100. */
export const endsShortWords = (missingG: number, chance: number, figures: Figures): string =>
  `${missingOnHand(missingG, figures)} Without one it ends inside the label band in ${chance} of 100.`;
