import { AIR_DENSITY, type CauseEntry } from "./cause";

/** Air, or another gas that does not condense: it lies in the condenser and takes its room. */
export const air: CauseEntry = {
  prior: 0.06,
  act: (effects, severity, { innerVolumeM3 }) => {
    effects.airKg += fillings(severity) * AIR_DENSITY * innerVolumeM3;
  },
  solved: [0.3, 0.6, 1],
  measure: { by: "fillings", of: fillings },
  complaints: { "cold-then-warm": 1.3, "warm-at-idle": 2, gradual: 0.5, "after-work": 4 },
  signs: [],
  mendedBy: ["evacuated", "charged-by-weight"],
  remedy: "weigh",
};

/**
 * Severity 1, in fillings of the circuit at atmospheric pressure: there the high-pressure switch of a sound car acts at idle and 29 degC. Little is
 * common, so it goes by the square.
 */
const AIR_FILLINGS = 7;

function fillings(severity: number): number {
  return AIR_FILLINGS * severity * severity;
}
