/** Words of vacuum and hold. */

import type { HoldAnswer, HoldCause, HoldIssue, HoldVerdict } from "@/core/charge/vacuum/judge-hold";
import { BLIND_PUMPING_S, type VacuumTarget } from "@/core/charge/vacuum/target";
import { holdSchools } from "@/core/records/choices";
import type { Figures } from "@/core/units/figures";
import { formatNumber, formatQuantity, type UnitId } from "@/core/units/units";

/** How long something lasts: minutes up to an hour and a half, then hours. */
export function holdLength(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  if (seconds < 5400) return `${Math.round(seconds / 60)} min`;
  return `${formatNumber(seconds, "h", seconds < 36_000 ? 1 : 0)} h`;
}

export function holdIssueSentence(issue: HoldIssue, figures: Figures): string {
  switch (issue.code) {
    case "too-few":
      return `${issue.points} readings of the hold; it takes ${issue.needed}.`;
    case "too-short":
      return `Held for ${holdLength(issue.seconds)}; judged after ${holdLength(issue.needed)}.`;
    case "gauge-blind":
      return `This gauge reads in steps of ${figures.quantity(issue.stepKpa, "kPa", 1)}: neither moisture nor a small leak shows on it.`;
  }
}

const verdictWords: Record<HoldVerdict, readonly [string, string]> = {
  tight: ["It held", "The pressure rose no further than outgassing of the oil explains."],
  leaking: ["Leak", "The pressure keeps rising and does not level off. Find the leak before charging."],
  moist: [
    "Moisture",
    "The pressure levels off above what a dry circuit shows: water is still boiling off. Evacuate again, for longer and with the engine bay warm; renew the drier if it stood open.",
  ],
  "leaking-and-moist": [
    "Leak and moisture",
    "Part of the rise levels off as water does, part goes on. Repair the leak first: it lets the water in.",
  ],
  undecided: ["Undecided", "The readings fit more than one cause."],
};

export const shortHoldCauses: Record<HoldCause, string> = {
  tight: "tight",
  leaking: "leak",
  moist: "moisture",
  "leaking-and-moist": "leak and moisture",
};

/** Beside an undecided hold that cannot have been tight. */
const DID_NOT_HOLD = [
  "It did not hold",
  "The pressure rose too far for a dry, tight circuit: moisture or a leak.",
] as const;

/** A cause of less than this chance is ruled out. */
const RULED_OUT = 0.05;
/** A leak of less than this chance is not mentioned beside moisture. */
const WORTH_SAYING = 0.1;
/** What no hold shows, said wherever its smallest leak is. */
export const ONLY_UNDER_PRESSURE = "A vacuum hold cannot reveal leaks that open only under pressure.";

export interface HoldWords {
  title: string;
  meaning: string;
  /** What to do, or what the reading does not show. */
  notes: string[];
}

/** The verdict of a hold. `wantedGYear`: the leak that a hold should show in this workshop. */
export function holdWords(answer: HoldAnswer, wantedGYear: number, figures: Figures): HoldWords {
  const { verdict, readings, smallestGYear, decidedAfterS, probabilities } = answer;
  const [title, meaning] =
    verdict === "undecided" && probabilities.tight < RULED_OUT ? DID_NOT_HOLD : verdictWords[verdict];
  const coarse = verdict === "tight" && smallestGYear > wantedGYear;
  const notes: string[] = [];
  if (readings === "ends" && verdict === "tight") notes.push("Two readings do not show whether the rise flattens.");
  if (coarse) notes.push(`A leak below ${figures.quantity(smallestGYear, "g")} a year would not have shown.`);
  if (verdict === "moist" && probabilities["leaking-and-moist"] > WORTH_SAYING)
    notes.push("A leak beside it is not excluded: hold again once it is dry.");
  if (verdict === "undecided")
    notes.push(
      decidedAfterS === null
        ? "A longer hold would not decide it. Evacuate for another half hour and hold again, or pressure-test with dry nitrogen."
        : `Keep holding: a reading after ${holdLength(decidedAfterS)} in all should decide it.`,
    );
  return { title: coarse ? `${title}, as far as it shows` : title, meaning, notes };
}

/** The judgement of a hold within a line of a report. */
export function holdLine(answer: HoldAnswer, figures: Figures): string {
  const { verdict, smallestGYear } = answer;
  const limit = `leaks below ${figures.quantity(smallestGYear, "g")} a year do not show`;
  return `judged ${verdict === "undecided" ? "undecided" : shortHoldCauses[verdict]}; ${limit}`;
}

/** Under the pressure to pump below. */
export function targetNote(
  { boilingKpa, needleKpa, gaugeSees }: VacuumTarget,
  relative: boolean,
  unit: UnitId,
  figures: Figures,
): string {
  if (!gaugeSees)
    return `this gauge cannot show it: pump for at least ${holdLength(BLIND_PUMPING_S)}, which proves less. It reads ${figures.quantity(needleKpa, "kPa", 1)} there at this altitude`;
  if (relative) return `the gauge then reads ${figures.quantity(needleKpa, "kPa", 1)} at this altitude`;
  return `water boils here at ${formatQuantity(boilingKpa, unit, unit === "micron" ? 0 : 2)}`;
}

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
