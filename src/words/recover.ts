/** Words of the recovery, of what was lost, and of a correction. */

import type { CorrectionRefusal } from "@/core/charge/correction";
import { type cylinderFor, type IdentifiedResult, LEAST_PURITY_PCT } from "@/core/charge/identification";
import type { RecoveryState } from "@/core/charge/recovery";
import type { Figures } from "@/core/units/figures";
import { formatClock } from "@/core/units/units";

export function lossSentence(lostG: number, share: number, labelG: number, figures: Figures): string {
  if (lostG < 0)
    return `It held ${figures.quantity(-lostG, "g")} more than the label's ${figures.quantity(labelG, "g")}.`;
  const words = shares.find(([least]) => share >= least)?.[1];
  const of = `${figures.quantity(lostG, "g")} of ${figures.quantity(labelG, "g")}`;
  return words ? `It had lost ${of}: ${words}.` : `It had lost ${of}.`;
}

export const nothingToRecoverWords = {
  title: "Nothing to recover",
  meaning:
    "At rest it holds no refrigerant: no weight is asked for. If the machine brings something all the same, write it down.",
};

export const identifiedLabels: Record<IdentifiedResult, string> = {
  "not-checked": "Not checked",
  "as-label": "As on the label",
  other: "Another refrigerant",
  mixture: "A mixture",
};

/** Into which cylinder it may be recovered. */
export const cylinderWords: Record<ReturnType<typeof cylinderFor>, readonly [string, string]> = {
  same: ["Into a recovery cylinder of this refrigerant", "It is what the label says, and pure enough."],
  own: [
    "Into a cylinder of its own, marked as contaminated",
    `Foreign, or below ${LEAST_PURITY_PCT} %: it would spoil the machine and what is in the cylinder. Recover it with a machine kept for that.`,
  ],
  "not-known": [
    "Not known what it is",
    `Check it with an identifier at the port. Without one, recover it into a cylinder that holds nothing else.`,
  ],
};

export function refusalSentence(issue: CorrectionRefusal, figures: Figures): string {
  const g = (value: number) => figures.quantity(value, "g");
  switch (issue.code) {
    case "history-unknown":
      return "It is not known what was put into this circuit before.";
    case "no-readings":
      return "There is no running test to judge the charge by.";
    case "charge-not-identified":
      return `The readings fit ${g(issue.lowG)} to ${g(issue.highG)} alike: they do not weigh it.`;
    case "range-too-wide":
      return `The readings leave ± ${g(issue.rangeG)} open; the label allows ± ${g(issue.roomG)}.`;
    case "other-cause":
      return `${issue.cause} fits better than a wrong charge.`;
    case "air":
      return "There may be air in it, which only recovery takes out.";
    case "too-far":
      return `${g(Math.abs(issue.byG))} off is no small deviation: it went somewhere.`;
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
        ? { text: "Running.", tone: "soft" }
        : { text: "Engine off, both ports open, machine zeroed.", tone: "soft" };
    case "drawing":
      return { text: `Drawing ${figures.quantity(state.gramsPerMin, "g")} a minute.`, tone: "soft" };
    case "dry":
      return { text: "Nothing more comes. Stop it, and see whether the pressure comes back.", tone: "wait" };
    case "watching":
      return {
        text: `Watching: ${formatClock(state.leftS)} to go, ${figures.quantity(state.risenKpa, "kPa")} risen so far.`,
        tone: "wait",
      };
    case "boiling":
      return {
        text: `It came back by ${figures.quantity(state.risenKpa, "kPa")}: liquid still boils out of the oil. Run it again.`,
        tone: "wait",
      };
    case "done":
      return {
        text: `It stayed down for ${formatClock(state.heldS)}. Write the weight down.`,
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
