/** Words of vacuum and hold. */

import type { HoldAnswer, HoldCause, HoldIssue, HoldResult } from "@/core/charge/vacuum/judge-hold";
import { BLIND_PUMPING_S, type VacuumTarget } from "@/core/charge/vacuum/target";
import { holdTimes } from "@/core/records/choices";
import type { Figures } from "@/core/units/figures";
import { formatNumber, formatQuantity, type UnitId } from "@/core/units/units";

/** Duration: minutes up to an hour and a half, then hours. */
export function holdLength(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  if (seconds < 5400) return `${Math.round(seconds / 60)} min`;
  return `${formatNumber(seconds, "h", seconds < 36_000 ? 1 : 0)} h`;
}

export function holdIssueSentence(issue: HoldIssue, figures: Figures): string {
  switch (issue.code) {
    case "too-few":
      return `${issue.points} hold readings of ${issue.needed} needed.`;
    case "too-short":
      return `Held for ${holdLength(issue.seconds)}; judged after ${holdLength(issue.needed)}.`;
    case "gauge-blind":
      return `This gauge reads in steps of ${figures.quantity(issue.stepKpa, "kPa", 1)}: it cannot show moisture or a small leak.`;
  }
}

const holdResultWords: Record<HoldResult, readonly [string, string]> = {
  tight: ["Held", "The rise is no more than outgassing oil explains."],
  leaking: ["Leak", "The pressure keeps rising steadily. Find the leak before charging."],
  moist: [
    "Moisture",
    "The pressure levels off above a dry circuit: water is boiling off. Evacuate longer with a warm engine bay; replace the drier if it was open.",
  ],
  "leaking-and-moist": [
    "Leak and moisture",
    "Part of the rise levels off, part continues. Repair the leak first: it lets moisture in.",
  ],
  undecided: ["Undecided", "The readings fit several causes."],
};

export const shortHoldCauses: Record<HoldCause, string> = {
  tight: "tight",
  leaking: "leak",
  moist: "moisture",
  "leaking-and-moist": "leak and moisture",
};

/** Beside an undecided hold that cannot have been tight. */
const DID_NOT_HOLD = ["Did not hold", "The rise is too large for a dry, tight circuit: moisture or a leak."] as const;

/** A cause of less than this chance is ruled out. */
const RULED_OUT = 0.05;
/** A leak of less than this chance is not mentioned beside moisture. */
const WORTH_SAYING = 0.1;
/** Limit of every hold, stated with its detection limit. */
export const ONLY_UNDER_PRESSURE = "A vacuum hold cannot reveal leaks that open only under pressure.";

export interface HoldWords {
  title: string;
  meaning: string;
  /** Next steps, or limits of the reading. */
  notes: string[];
}

/** The verdict of a hold. `wantedGYear`: the leak that a hold should show in this workshop. */
export function holdWords(answer: HoldAnswer, wantedGYear: number, figures: Figures): HoldWords {
  const { verdict, readings, smallestGYear, decidedAfterS, probabilities } = answer;
  const [title, meaning] =
    verdict === "undecided" && probabilities.tight < RULED_OUT ? DID_NOT_HOLD : holdResultWords[verdict];
  const coarse = verdict === "tight" && smallestGYear > wantedGYear;
  const notes: string[] = [];
  if (readings === "ends" && verdict === "tight") notes.push("Two readings do not show whether the rise levels off.");
  if (coarse) notes.push(`A leak below ${figures.quantity(smallestGYear, "g")} per year would not show.`);
  if (verdict === "moist" && probabilities["leaking-and-moist"] > WORTH_SAYING)
    notes.push("A leak cannot be excluded: hold again once dry.");
  if (verdict === "undecided")
    notes.push(
      decidedAfterS === null
        ? "A longer hold will not decide. Evacuate for another 30 min and hold again, or pressure-test with dry nitrogen."
        : `Keep holding: ${holdLength(decidedAfterS)} in total should decide.`,
    );
  return { title: coarse ? `${title}, within its limits` : title, meaning, notes };
}

/** The judgement of a hold within a line of a report. */
export function holdLine(answer: HoldAnswer, figures: Figures): string {
  const { verdict, smallestGYear } = answer;
  const limit = `leaks below ${figures.quantity(smallestGYear, "g")} per year do not show`;
  return `judged ${verdict === "undecided" ? "undecided" : shortHoldCauses[verdict]}; ${limit}`;
}

/** Under the pressure to pump below. */
export function targetNote(
  { boilingKpa, gaugeReadsKpa: needleKpa, gaugeSees }: VacuumTarget,
  relative: boolean,
  unit: UnitId,
  figures: Figures,
): string {
  if (!gaugeSees)
    return `this gauge cannot show it: evacuate at least ${holdLength(BLIND_PUMPING_S)}, which is weaker evidence. It reads ${figures.quantity(needleKpa, "kPa", 1)} there`;
  if (relative) return `gauge then reads ${figures.quantity(needleKpa, "kPa", 1)}`;
  return `water boils at ${formatQuantity(boilingKpa, unit, unit === "micron" ? 0 : 2)}`;
}

export const vacuumMarkWords = { pump: "pump on", hold: "closed", end: "read" } as const;

/** Selectable hold times. */
export const holdOptions = holdTimes.map((seconds) => ({
  value: String(seconds),
  label: seconds === 3600 ? "1 h" : `${seconds / 60} min`,
}));

/** The one that was chosen, s. */
export function holdOf(value: string): (typeof holdTimes)[number] {
  return holdTimes.find((seconds) => String(seconds) === value)!;
}
