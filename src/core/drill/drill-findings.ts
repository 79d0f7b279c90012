/** What the checks of a case find on its vehicle, without the time they take. Pressures kPa gauge, shares 0 to 1. */
import { waterSaturationKpa } from "../air/humid-air";
import type { DrillCase } from "./drill-case";
import type { CheckAct, Finding } from "./drill-troubles";

/** Vacuum of a dry circuit after the pump, and after its hold, kPa absolute. */
const PUMPED_KPA = 0.05;
const DRY_KPA = 0.12;
/** A fan without drive still turns in the wind of the others; share lost at severity 1. */
const DRIVE_LOST = 0.75;

/** @param highKpa true pressure on the high side. The hold is what it comes to in a circuit without a leak. */
export function findingOf(given: DrillCase, check: CheckAct, highKpa: number): Finding {
  const { state, trouble } = given;
  const { label, conditions } = state;
  switch (check) {
    case "identify":
      return { check, refrigerant: label.refrigerant, airShare: airShareOf(state.airG, state.chargeG) };
    case "scan":
      return {
        check,
        sensorKpa: highKpa + (trouble?.kind === "pressure-sensor" ? trouble.highByKpa : 0),
        gaugeKpa: highKpa,
      };
    case "fan-check":
      return { check, speedShare: trouble?.kind === "slow-fan-clutch" ? 1 - DRIVE_LOST * trouble.severity : 1 };
    case "service-data":
      return {
        check,
        refrigerant: trouble?.kind === "wrong-refrigerant" ? trouble.label : label.refrigerant,
        chargeG: label.chargeG,
      };
    case "vacuum-hold": {
      const moist = trouble?.kind === "moisture";
      return {
        check,
        fromKpa: PUMPED_KPA,
        toKpa: moist ? waterSaturationKpa(conditions.ambientC) : DRY_KPA,
        minutes: 0,
        verdict: moist ? "moist" : "tight",
      };
    }
  }
}

/** Air among the vapour that an analyser draws in, by moles (29 and some 105 g/mol). */
function airShareOf(airG: number, chargeG: number): number {
  const air = airG / 29;
  const total = air + chargeG / 105;
  return total > 0 ? air / total : 0;
}
