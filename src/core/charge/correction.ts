/**
 * Adding or taking without recovering first: only when it is known what was done to this circuit, and the readings hold its charge so
 * closely that the doubt fits inside the label's tolerance. Otherwise refused, with the reason. g.
 */

export interface CorrectionInputs {
  labelG: number;
  toleranceG: number;
  /** Whether it is on record what was done to the circuit. */
  history: "untouched" | "serviced" | "topped-up" | "unknown" | null;
  /** Grams that fit the readings (nineteen in twenty), and whether they say anything about the charge at all. */
  charge: { lowG: number; medianG: number; highG: number; identified: boolean } | null;
  /** Another cause than the charge leads, or air may be in it. */
  otherCause: string | null;
  airPossible: boolean;
  /** Standard deviation of scale and hoses. */
  endSdG: number;
}

export type CorrectionRefusal =
  | { code: "history-unknown" }
  | { code: "no-readings" }
  | { code: "charge-not-identified"; lowG: number; highG: number }
  | { code: "range-too-wide"; rangeG: number; roomG: number }
  | { code: "other-cause"; cause: string }
  | { code: "air" }
  | { code: "too-far"; byG: number; mostG: number };

export type ChargeCorrection =
  | { ok: true; value: { grams: number; lowG: number; highG: number; inside: boolean } }
  | { ok: false; issue: CorrectionRefusal };

/** More than this share of the label is no small deviation: it went somewhere. */
const SMALL_SHARE = 0.15;
const TWO = 2;

/**
 * Grams to add (positive) or take (negative) with their range, or why not. After the change the charge would lie as far about the label as
 * the readings leave it open: that must be inside the tolerance.
 */
export function correctionOf(inputs: CorrectionInputs): ChargeCorrection {
  const { labelG, toleranceG, history, charge, otherCause, airPossible, endSdG } = inputs;
  const refuse = (issue: CorrectionRefusal): ChargeCorrection => ({ ok: false, issue });
  if (history === "unknown" || history === "topped-up" || history === null) return refuse({ code: "history-unknown" });
  if (charge === null) return refuse({ code: "no-readings" });
  if (otherCause !== null) return refuse({ code: "other-cause", cause: otherCause });
  if (airPossible) return refuse({ code: "air" });
  if (!charge.identified) {
    return refuse({ code: "charge-not-identified", lowG: charge.lowG, highG: charge.highG });
  }
  const half = Math.hypot(Math.max(charge.highG - charge.medianG, charge.medianG - charge.lowG), TWO * endSdG);
  if (half > toleranceG) return refuse({ code: "range-too-wide", rangeG: half, roomG: toleranceG });
  const grams = labelG - charge.medianG;
  const mostG = SMALL_SHARE * labelG;
  if (Math.abs(grams) > mostG) return refuse({ code: "too-far", byG: grams, mostG });
  return {
    ok: true,
    value: {
      grams,
      lowG: labelG - charge.highG,
      highG: labelG - charge.lowG,
      inside: Math.abs(grams) <= toleranceG - half,
    },
  };
}
