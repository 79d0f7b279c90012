/** Words of practice jobs and of the demo workshop: marked wherever their records appear. */

import type { Purpose } from "@/core/records/job";
import type { PracticeIssue } from "@/core/records/practice";
import type { Figures } from "@/core/units/figures";

export const practiceWords = {
  tag: "Practice",
  tagTitle: "Simulated instruments: not in stock, ledger or vehicle history",
  connect: "Practise with simulator",
  connectNote:
    "This makes it a practice job permanently, with practice cylinders. It never counts in stock, ledger or vehicle history.",
  demoName: "Demo workshop: Quarry Street Motors",
  demoNote: "Everything here is invented.",
  toShop: "My shop",
  toDemo: "Demo workshop",
  visits: "Practice, not counted",
  workshop: "Workshop",
  shopNote: "The demo workshop has its own records. No data crosses over.",
} as const;

/** The line on every page of a report; null for a record of work. */
export function purposeMark(purpose: Purpose): string | null {
  switch (purpose) {
    case "work":
      return null;
    case "practice":
      return "Practice job with simulated instruments. Not a record of work.";
    case "demo":
      return "Demo workshop. Everything in this report is invented.";
  }
}

export function practiceSentence(issue: PracticeIssue, figures: Figures): string {
  switch (issue.code) {
    case "weighed":
      return `No simulator here: ${issue.grams > 0 ? `${figures.quantity(issue.grams, "g")} were weighed on` : "weights were recorded for"} a real vehicle. Start a new job to practise.`;
    case "purpose-changed":
      return "A job cannot change between work, practice and demo. The job is unchanged.";
    case "simulated-work":
      return "A simulated vehicle needs a practice job. The job is unchanged.";
  }
}
