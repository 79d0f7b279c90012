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

/** Pairs that come together, and how often: a wrong charge on a car whose air side is neglected, or after work that let air in. */
export const commonPairs: readonly { causes: readonly [FaultCause, FaultCause]; weight: number }[] = [
  { causes: ["undercharge", "air"], weight: 0.015 },
  { causes: ["undercharge", "condenser-airflow"], weight: 0.015 },
  { causes: ["undercharge", "evaporator-airflow"], weight: 0.01 },
  { causes: ["overcharge", "air"], weight: 0.015 },
  { causes: ["overcharge", "condenser-airflow"], weight: 0.015 },
  { causes: ["overcharge", "evaporator-airflow"], weight: 0.01 },
];
