/**
 * What may be the matter beside the causes of the diagnosis: each stands in the vehicle, its label or its controls, and is proved by a check of its own,
 * never by a pressure. Nothing here computes, so that a page does not load the simulator for it.
 */
import { type Cause, causes, type FaultCause, faultCauses } from "../causes/catalogue";
import type { Refrigerant } from "../fluids/refrigerants";

export const troubleKinds = [
  "moisture",
  "wrong-refrigerant",
  "slow-fan-clutch",
  "pressure-sensor",
  "wrong-label",
] as const;
export type TroubleKind = (typeof troubleKinds)[number];

export type Trouble =
  /** Water in the circuit, g: it freezes in the metering device while that is colder than ice. */
  | { kind: "moisture"; waterG: number }
  /** Refrigerant that the label names; the circuit holds another. */
  | { kind: "wrong-refrigerant"; label: Refrigerant }
  /** Share of its full drive that a viscous clutch loses, 0 to 1, as the severity of a condenser's airflow. */
  | { kind: "slow-fan-clutch"; severity: number }
  /** The pressure sensor that guards the high side shows so much too much, kPa. */
  | { kind: "pressure-sensor"; highByKpa: number }
  /** Charge that the label names, g; the maker's is another. */
  | { kind: "wrong-label"; chargeG: number };

/** The check that proves or refutes each. */
export const provedBy: Record<TroubleKind, CheckAct> = {
  moisture: "vacuum-hold",
  "wrong-refrigerant": "identify",
  "slow-fan-clutch": "fan-check",
  "pressure-sensor": "scan",
  "wrong-label": "service-data",
};

/** A trouble that the inference takes for this cause: who names the cause has found half of it. */
export const shownAsCause: Partial<Record<TroubleKind, FaultCause>> = {
  "slow-fan-clutch": "condenser-airflow",
  moisture: "metering-stuck-closed",
};

/** Everything that may be the matter in a case. */
export type CaseFault = FaultCause | TroubleKind;
export const caseFaults = [...faultCauses, ...troubleKinds] as [CaseFault, ...CaseFault[]];
/** What a learner may name: a fault, or none. */
export type Named = Cause | TroubleKind;
export const namedFaults = [...causes, ...troubleKinds] as [Named, ...Named[]];

export const isTrouble = (fault: Named): fault is TroubleKind => troubleKinds.some((kind) => kind === fault);
export const causesAmong = (faults: readonly CaseFault[]): FaultCause[] =>
  faults.filter((fault): fault is FaultCause => !isTrouble(fault));
export const troublesAmong = (faults: readonly CaseFault[]): TroubleKind[] => faults.filter(isTrouble);

/** Result of a check that proves. Pressures kPa, masses g, shares 0 to 1. */
export type Finding =
  | { check: "identify"; refrigerant: Refrigerant; airShare: number }
  /** The sensor beside the gauge, kPa gauge. */
  | { check: "scan"; sensorKpa: number; gaugeKpa: number }
  /** Speed of the fan, share of what it should turn. */
  | { check: "fan-check"; speedShare: number }
  | { check: "service-data"; refrigerant: Refrigerant; chargeG: number }
  /** Absolute pressure when the pump was shut off and at the end of the hold, kPa. */
  | { check: "vacuum-hold"; fromKpa: number; toKpa: number; minutes: number; verdict: HoldVerdict };

export type HoldVerdict = "tight" | "moist" | "leaking" | "leaking-and-moist" | "undecided";
export type CheckAct = Finding["check"];
