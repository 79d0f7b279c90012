/** All causes that a diagnosis may name, and the pairs that really come together. */
import { air } from "./air";
import { blendDoor } from "./blend-door";
import type { CauseEntry } from "./cause";
import { compressorLowStroke } from "./compressor-low-stroke";
import { compressorNotDriven } from "./compressor-not-driven";
import { compressorWorn } from "./compressor-worn";
import { condenserAirflow } from "./condenser-airflow";
import { evaporatorAirflow } from "./evaporator-airflow";
import { meteringStuckClosed } from "./metering-stuck-closed";
import { meteringStuckOpen } from "./metering-stuck-open";
import { overcharge } from "./overcharge";
import { restrictionAfterPort } from "./restriction-after-port";
import { restrictionBeforePort } from "./restriction-before-port";
import { undercharge } from "./undercharge";

/** By their names in the reading file. Their order is that of the learned networks' outputs: a new one stands last. */
const catalogue = {
  undercharge,
  overcharge,
  air,
  "condenser-airflow": condenserAirflow,
  "restriction-before-port": restrictionBeforePort,
  "restriction-after-port": restrictionAfterPort,
  "metering-stuck-closed": meteringStuckClosed,
  "metering-stuck-open": meteringStuckOpen,
  "compressor-worn": compressorWorn,
  "compressor-low-stroke": compressorLowStroke,
  "compressor-not-driven": compressorNotDriven,
  "evaporator-airflow": evaporatorAirflow,
  "blend-door": blendDoor,
} satisfies Record<string, CauseEntry>;

export type FaultCause = keyof typeof catalogue;
/** Every cause of the reading file but "none". */
export const faultCauses = Object.keys(catalogue) as [FaultCause, ...FaultCause[]];

/** The causes a diagnosis may name, in the words of the reading file. */
export const causes = ["none", ...faultCauses] as const;
export type Cause = (typeof causes)[number];

/** Prior weight of a car with no fault, on the scale of the causes' priors. */
export const NOTHING_PRIOR = 0.2;

export function causeEntry(cause: FaultCause): CauseEntry {
  return catalogue[cause];
}

/** Whether a cause can happen to such a vehicle at all. */
export function possible(cause: Cause, vehicle: { compressor: string }): boolean {
  return cause === "none" || (causeEntry(cause).possible?.(vehicle) ?? true);
}

/** Compressors of the cars that come in, as weights. */
export const compressorWeights = [
  ["fixed", 42],
  ["variable-internal", 26],
  ["variable-external", 26],
  ["electric", 6],
] as const;

/** Pairs that come together, and how often: a wrong charge on a car whose air side is neglected, or after work that let air in. */
export const commonPairs: readonly { causes: readonly [FaultCause, FaultCause]; weight: number }[] = [
  { causes: ["undercharge", "air"], weight: 0.015 },
  { causes: ["undercharge", "condenser-airflow"], weight: 0.015 },
  { causes: ["undercharge", "evaporator-airflow"], weight: 0.01 },
  { causes: ["overcharge", "air"], weight: 0.015 },
  { causes: ["overcharge", "condenser-airflow"], weight: 0.015 },
  { causes: ["overcharge", "evaporator-airflow"], weight: 0.01 },
];

/** Share of the cars that come in with one of the common pairs. */
export const PAIRS_SHARE = commonPairs.reduce((sum, { weight }) => sum + weight, 0);

const priorOf = (cause: Cause) => (cause === "none" ? NOTHING_PRIOR : causeEntry(cause).prior);
const ALL_PRIORS = causes.reduce((sum, cause) => sum + priorOf(cause), 0);

/** Share of the cars that come in with this cause alone, were it possible in all. */
export const shareAlone = (cause: Cause): number => (priorOf(cause) * (1 - PAIRS_SHARE)) / ALL_PRIORS;

/**
 * Share of each cause among the cars that come in, as tests are drawn (diagnosis/learn/draw-test.ts) and the ensemble has learned it: a cause that a
 * car cannot have leaves it sound, and each cause of a pair has half of it. They sum to one.
 */
export const generalShares: Readonly<Record<Cause, number>> = (() => {
  const shares = Object.fromEntries(causes.map((cause) => [cause, 0])) as Record<Cause, number>;
  const compressors = compressorWeights.reduce((sum, [, weight]) => sum + weight, 0);
  for (const cause of causes)
    for (const [compressor, weight] of compressorWeights)
      shares[possible(cause, { compressor }) ? cause : "none"] += (shareAlone(cause) * weight) / compressors;
  for (const { causes: both, weight } of commonPairs) for (const cause of both) shares[cause] += weight / 2;
  return shares;
})();
