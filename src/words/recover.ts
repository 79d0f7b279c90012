/** Words of the recovery, of what was lost, and of a correction. */

import type { CorrectionRefusal } from "@/core/charge/correction";
import { type cylinderFor, type IdentifiedResult, LEAST_PURITY_PCT } from "@/core/charge/identification";
import type { RecoveryState } from "@/core/charge/recovery";
import type { Figures } from "@/core/units/figures";
import { formatClock } from "@/core/units/units";

export function lossSentence(lostG: number, share: number, labelG: number, figures: Figures): string {
  if (lostG < 0) return `${figures.quantity(-lostG, "g")} over the label's ${figures.quantity(labelG, "g")}.`;
  const words = shares.find(([least]) => share >= least)?.[1];
  const of = `${figures.quantity(lostG, "g")} of ${figures.quantity(labelG, "g")}`;
  return words ? `Lost ${of}: ${words}.` : `Lost ${of}.`;
}

export const nothingToRecoverWords = {
  title: "Nothing to recover",
  meaning: "The circuit holds no refrigerant, so no weight is needed. If the machine recovers some anyway, record it.",
};

export const identifiedLabels: Record<IdentifiedResult, string> = {
  "not-checked": "Not checked",
  "as-label": "As on the label",
  other: "Other refrigerant",
  mixture: "Mixture",
};

/** Into which cylinder it may be recovered. */
export const cylinderWords: Record<ReturnType<typeof cylinderFor>, readonly [string, string]> = {
  same: ["Recovery cylinder for this refrigerant", "As on the label, and pure enough."],
  own: [
    "Separate cylinder, marked contaminated",
    `Foreign, or below ${LEAST_PURITY_PCT} %. Use a machine reserved for contaminated refrigerant.`,
  ],
  "not-known": ["Refrigerant unknown", `Identify it at the port. Otherwise use a separate cylinder.`],
};

export function refusalSentence(issue: CorrectionRefusal, figures: Figures): string {
  const g = (value: number) => figures.quantity(value, "g");
  switch (issue.code) {
    case "history-unknown":
      return "Earlier charging is unknown.";
    case "no-readings":
      return "No running test shows the charge.";
    case "charge-not-identified":
      return `The readings fit ${g(issue.lowG)} to ${g(issue.highG)}: they do not replace weighing.`;
    case "range-too-wide":
      return `The readings leave ± ${g(issue.rangeG)} open; the label allows ± ${g(issue.roomG)}.`;
    case "other-cause":
      return `${issue.cause} is more likely than a wrong charge.`;
    case "air":
      return "There may be air in it. Only recovery removes it.";
    case "too-far":
      return `${g(Math.abs(issue.byG))} is a large deviation: look for its cause.`;
  }
}

export function recoveryWords(
  state: RecoveryState,
  running: boolean,
  figures: Figures,
): { text: string; tone: "soft" | "wait" | "done" } {
  switch (state.state) {
    case "idle":
      return running
        ? { text: "Engine running.", tone: "soft" }
        : { text: "Engine off, both ports open, machine zeroed.", tone: "soft" };
    case "drawing":
      return { text: `Recovering ${figures.quantity(state.gramsPerMin, "g")}/min.`, tone: "soft" };
    case "dry":
      return { text: "Flow has stopped. Stop the machine and watch the pressure.", tone: "wait" };
    case "watching":
      return {
        text: `Watching: ${formatClock(state.leftS)} left, ${figures.quantity(state.risenKpa, "kPa")} rise so far.`,
        tone: "wait",
      };
    case "boiling":
      return {
        text: `Pressure rose by ${figures.quantity(state.risenKpa, "kPa")}: refrigerant still boils out of the oil. Recover again.`,
        tone: "wait",
      };
    case "done":
      return {
        text: `Pressure held for ${formatClock(state.heldS)}. Record the weight.`,
        tone: "done",
      };
  }
}

const shares: readonly [number, string][] = [
  [0.95, "almost all"],
  [0.7, "three quarters"],
  [0.6, "two thirds"],
  [0.45, "half"],
  [0.29, "a third"],
  [0.2, "a quarter"],
  [0.12, "a seventh"],
];
