import { type Refrigerant, refrigerantEntry } from "../../fluids/refrigerants";

/** Gauge pressure at which the high-pressure switch opens the clutch, kPa: usual switches of each refrigerant. */
export function highCutOutKpa(refrigerant: Refrigerant): number {
  return refrigerantEntry(refrigerant).cutOutKpa;
}
