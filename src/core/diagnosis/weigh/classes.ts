/** Classes of the networks: no fault, each cause alone, and common pairs. */
import { commonPairs, type FaultCause, faultCauses } from "../../causes/catalogue";

export type CauseClass = readonly FaultCause[];

export const causeClasses: readonly CauseClass[] = [
  [],
  ...faultCauses.map((cause) => [cause] as const),
  ...commonPairs.map(({ causes }) => causes),
];

/** Place of a set of causes among the classes; -1 where it is none of them. */
export function classOf(acting: readonly FaultCause[]): number {
  const sorted = [...acting].sort().join("+");
  return causeClasses.findIndex((one) => [...one].sort().join("+") === sorted);
}

/** One cause stands alone from this probability on. */
export const STANDS_ALONE = 0.8;

/** Quantiles that are told of charge and severity. */
export const QUANTILES = [0.05, 0.5, 0.95] as const;

/** Outputs of a network: logits of the classes, quantiles of ln(share of the label's charge), quantiles of each cause's severity. */
export const CLASSES = causeClasses.length;
/** Places in the output: quantiles of the charge follow the classes, those of the severity follow them. */
export const CHARGE_AT = CLASSES;
export const SEVERITY_AT = CHARGE_AT + QUANTILES.length;
export const OUTPUTS = SEVERITY_AT + faultCauses.length * QUANTILES.length;
