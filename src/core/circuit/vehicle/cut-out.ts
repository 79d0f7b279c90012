import type { Refrigerant } from "../../fluids/helmholtz";

/** Gauge pressure at which the high-pressure switch opens the clutch, kPa: usual switches of each refrigerant. */
export function highCutOutKpa(refrigerant: Refrigerant): number {
  return refrigerant === "R1234yf" ? 2750 : 2850;
}
