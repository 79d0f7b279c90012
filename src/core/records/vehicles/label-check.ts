/** Doubts about a typed label before any reading: earlier visits, the vehicle's size, and the recovered weight. */

import { labelOf } from "../derived/job-label";
import { lossOf } from "../derived/job-readings";
import type { Job } from "../job";

export type LabelDoubt =
  /** Earlier visits had another label. `at`: ISO instant of that visit. */
  | { code: "earlier-visit"; labelG: number; at: string }
  /** Few vehicles with so many evaporators take so little, or so much. */
  | { code: "size-class"; evaporators: 1 | 2; low: number; high: number }
  /** More came out than the label allows: overfilled, or label, scale or unit are wrong. */
  | { code: "recovered-more"; overG: number };

/** Nearly all cars and vans, by their evaporators, g (estimate of this project; the population of the model lies within). */
const usualG = { 1: { low: 300, high: 1000 }, 2: { low: 550, high: 1600 } } as const;
/** Labels closer together are one label, read in another unit. */
const SAME_SHARE = 0.03;
const TWO = 2;

export interface EarlierLabel {
  labelG: number | null;
  at: string;
}

/** Doubts, the strongest first; none while the label is not typed. `earlier`: labels of the same vehicle on its other visits. */
export function labelDoubts(job: Job, earlier: readonly EarlierLabel[] = []): LabelDoubt[] {
  const { chargeG, toleranceG } = labelOf(job);
  if (chargeG === null) return [];
  const doubts: LabelDoubt[] = [];
  const other = earlier.findLast(({ labelG }) => labelG !== null);
  if (other !== undefined && Math.abs(other.labelG! - chargeG) > SAME_SHARE * chargeG)
    doubts.push({ code: "earlier-visit", labelG: other.labelG!, at: other.at });
  const found = lossOf(job);
  if (found !== null && -found.lostG > (toleranceG ?? 0) + TWO * found.sdG)
    doubts.push({ code: "recovered-more", overG: -found.lostG });
  const evaporators = job.intake.evaporators === 2 ? 2 : 1;
  const { low, high } = usualG[evaporators];
  if (chargeG < low || chargeG > high) doubts.push({ code: "size-class", evaporators, low, high });
  return doubts;
}
