/** Label data that can be computed with. */
import { isRefrigerant, type Refrigerant } from "../../fluids/refrigerants";
import { entryValue, isBlank } from "../../units/entry";
import { fields } from "../fields";
import type { Job } from "../job";

/** The refrigerant, when it is one that can be computed. */
export function workableRefrigerant(job: Job): Refrigerant | null {
  const { refrigerant } = job.intake;
  return isRefrigerant(refrigerant) ? refrigerant : null;
}

export interface Label {
  chargeG: number | null;
  toleranceG: number | null;
}

/** Where a label gives none. */
export const USUAL_TOLERANCE_G = 20;

/** Label data; without a tolerance the usual one applies. */
export function labelOf(job: Job): Label {
  const assumed = isBlank(job.intake.tolerance);
  return {
    chargeG: entryValue(fields.charge, job.intake.charge),
    toleranceG: assumed ? USUAL_TOLERANCE_G : entryValue(fields.tolerance, job.intake.tolerance),
  };
}
