/**
 * Faults act through physics: each one changes a mass, an area, an efficiency or a flow of the circuit before it is solved. What each does, and
 * how far its severity of 1 reaches, stands in its file of the catalogue (core/causes).
 */

import { causeEntry, type FaultCause } from "../causes/catalogue";
import type { FaultEffects, FaultSite } from "../causes/cause";

export interface Fault {
  cause: FaultCause;
  severity: number;
  /** Where on the way through the condenser a blockage before the port sits: 0 before its inlet, 1 at its outlet; the middle when absent. */
  place?: number;
}

const USUAL_PLACE = 0.5;

/** Combines faults into their effects on a circuit. */
export function effectsOf(faults: readonly Fault[], circuit: Omit<FaultSite, "place">): FaultEffects {
  const effects: FaultEffects = {
    charge: 1,
    airKg: 0,
    condenserFlow: 1,
    recirculation: 0,
    dischargeAreaM2: Number.POSITIVE_INFINITY,
    dischargePlace: USUAL_PLACE,
    liquidAreaM2: Number.POSITIVE_INFINITY,
    openingMost: 1,
    openingLeast: 0,
    orificeArea: 1,
    leakM2: 0,
    volumetric: 1,
    isentropic: 1,
    strokeMost: 1,
    speed: 1,
    evaporatorFlow: 1,
    heaterShare: 0,
  };
  for (const { cause, severity, place = USUAL_PLACE } of faults) {
    if (severity > 0) causeEntry(cause).act(effects, severity, { ...circuit, place });
  }
  return effects;
}
