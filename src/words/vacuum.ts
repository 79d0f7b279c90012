/** Words of vacuum and hold. */

import type { HoldCause, HoldIssue } from "@/core/charge/vacuum/hold-fit";
import type { VacuumVerdict } from "@/core/charge/vacuum/two-ends";
import { holdSchools } from "@/core/records/choices";
import type { Figures } from "@/core/units/figures";
import { formatClock } from "@/core/units/units";

export function holdIssueSentence(issue: HoldIssue, figures: Figures): string {
  switch (issue.code) {
    case "too-few":
      return `${issue.points} readings of the hold; ${issue.needed} show a shape.`;
    case "too-short":
      return `${formatClock(issue.seconds)} gone; the shape shows after ${formatClock(issue.needed)}.`;
    case "gauge-blind":
      return `This gauge moves in steps of ${figures.quantity(issue.stepKpa, "kPa", 1)}: neither water nor a small leak shows on it.`;
  }
}

export const holdCauseWords: Record<HoldCause, readonly [string, string]> = {
  tight: [
    "It held",
    "What rose and levelled off came out of the oil. No leak that this hold could have seen, no water.",
  ],
  leak: [
    "It leaks",
    "The pressure rises straight on and does not level off. Find the place before anything is charged.",
  ],
  moisture: [
    "There is water in it",
    "The rise levels off where water boils in the coldest part. Pull again, longer, warm the engine bay; renew the drier if it stood open.",
  ],
  "leak-and-moisture": [
    "Water, and a leak",
    "Part of the rise levels off as water does, part goes straight on. Mend the leak first: it brings the water in.",
  ],
};

export const shortHoldCauses: Record<HoldCause, string> = {
  tight: "tight",
  leak: "leak",
  moisture: "water",
  "leak-and-moisture": "both",
};

export const holdEndWords: Record<VacuumVerdict, string> = {
  "not-deep-enough": "Not deep enough to dry it: pump on until it is under half of what water boils at.",
  "rise-to-water": "It rose to where water boils: moisture. Pull again, longer.",
  rises: "It rose: a leak, or moisture still boiling off. Only the shape of the rise tells which.",
  held: "It held, as far as two readings can tell.",
};

export const vacuumMarkWords = { pump: "pump on", hold: "shut off", end: "read" } as const;

/** How long workshops hold a vacuum, to be chosen. */
export const holdOptions = holdSchools.map((seconds) => ({
  value: String(seconds),
  label: seconds === 3600 ? "1 h" : `${seconds / 60} min`,
}));

/** The one that was chosen, s. */
export function holdOf(value: string): (typeof holdSchools)[number] {
  return holdSchools.find((seconds) => String(seconds) === value)!;
}
