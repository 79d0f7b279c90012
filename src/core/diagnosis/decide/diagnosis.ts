/** The verdict as data: what a diagnosis file and every screen are made from. */
import type { Cause } from "../../causes/catalogue";
import type { SeverityRange } from "../../causes/cause";
import type { Foreign } from "../../readings/derive/foreign";
import type { ImplausibleCode } from "../../readings/derive/plausibility";
import type { ObservableName } from "../explain/observables";
import type { EvidenceRow, Reason } from "../explain/reasons";
import type { NextTest } from "../next-test/next-tests";

export interface RankedCause {
  cause: Cause;
  probability: number;
  /** Probability that it acts at all, alone or with another; these need not sum to one. */
  present: number;
  severity: SeverityRange;
  /** Readings that support and contradict it, the weightiest first. */
  for: Reason[];
  against: Reason[];
  /** Signs seen and complaints that speak for it, as the reading file names them. */
  seen: string[];
}

export type Warning =
  /** Charged by weight to the label, and yet the readings alone fit too much or too little: label, scale or unit may be wrong. */
  | { code: "label-doubt"; cause: "undercharge" | "overcharge" }
  | { code: "few-readings"; count: number }
  | { code: "stop-high-side"; kpa: number }
  | { code: "stop-blocked-before-port"; probability: number }
  /** At rest both sides stand this far below saturation, K: no liquid is left. */
  | { code: "almost-empty"; belowK: number }
  /** At rest it stands at the pressure of the ambient air. */
  | { code: "open-to-air" }
  /** At rest it holds a vacuum, kPa gauge: it was evacuated and not charged. */
  | { code: "held-vacuum"; kpa: number }
  /** A reading that no circuit can show; what it makes worthless was left out. */
  | { code: "implausible"; what: ImplausibleCode; rpm: number | null }
  /** The high side was not read. */
  | { code: "low-side-only" }
  /** Far from where any cause that is still probable would have it in this vehicle. */
  | { code: "suspect-reading"; observable: ObservableName; rpm: number | null }
  /** Rarer as a whole than one reading in two hundred; this one does it. */
  | { code: "do-not-fit"; observable: ObservableName; rpm: number | null }
  /** These values (features.ts) lie beyond what was learned. */
  | { code: "beyond-learned"; values: readonly string[] }
  | ({ code: "wrong-refrigerant" } & Foreign)
  | { code: "cycling" }
  | { code: "electric" }
  | { code: "unknown-charge" }
  /** Nobody is sure how it is built: judged for each of so many ways. */
  | { code: "built-either-way"; ways: number }
  | { code: "cannot-simulate"; why: string };

export interface Diagnosis {
  id: string;
  /** Sorted by probability, which sums to one; every cause stands in it. */
  causes: RankedCause[];
  /** Probability of each class (weigh/classes.ts), summing to one. */
  classes: readonly number[];
  /** Pairs of causes that act together, with their probability, the likeliest first. */
  together: { causes: [Cause, Cause]; probability: number }[];
  /** Evidence on the leading cause against its rivals, a row for each quantity that was read; empty where the vehicle cannot be simulated. */
  evidence: EvidenceRow[];
  charge: { lowG: number; medianG: number; highG: number; identified: boolean; weighed: boolean } | null;
  nextTests: NextTest[];
  warnings: Warning[];
  /** Entropy between the causes, bits: how undecided it is. */
  undecidedBits: number;
}

/** One moment of the ranking: shares of the causes that led then. */
export interface RankingMoment {
  /** On the page's own clock, s. */
  atS: number;
  shares: Partial<Record<Cause, number>>;
}

/** The first warning of a kind; undefined where there is none. */
export function warningOf<Code extends Warning["code"]>({ warnings }: Pick<Diagnosis, "warnings">, code: Code) {
  return warnings.find((warning): warning is Extract<Warning, { code: Code }> => warning.code === code);
}
