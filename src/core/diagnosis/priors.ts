/** How often each cause brings a car in, before anything is read: trade experience, rounded. Weights, not yet shares. */
import type { FaultCause } from "../circuit/faults";
import type { Cause } from "./causes";

export const priors: Record<Cause, number> = {
  none: 0.2,
  undercharge: 0.2,
  overcharge: 0.07,
  air: 0.06,
  "condenser-airflow": 0.07,
  "restriction-before-port": 0.05,
  "restriction-after-port": 0.05,
  "metering-stuck-closed": 0.05,
  "metering-stuck-open": 0.06,
  "compressor-worn": 0.06,
  "compressor-low-stroke": 0.06,
  "compressor-not-driven": 0.05,
  "evaporator-airflow": 0.06,
  "blend-door": 0.05,
};

/** Pairs that come together, and how often: a wrong charge on a car whose air side is neglected, or after work that let air in. */
export const commonPairs: readonly { causes: readonly [FaultCause, FaultCause]; weight: number }[] = [
  { causes: ["undercharge", "air"], weight: 0.015 },
  { causes: ["undercharge", "condenser-airflow"], weight: 0.015 },
  { causes: ["undercharge", "evaporator-airflow"], weight: 0.01 },
  { causes: ["overcharge", "air"], weight: 0.015 },
  { causes: ["overcharge", "condenser-airflow"], weight: 0.015 },
  { causes: ["overcharge", "evaporator-airflow"], weight: 0.01 },
];
