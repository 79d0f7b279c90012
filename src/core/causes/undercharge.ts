import { type CauseEntry, USUALLY_SOLVED } from "./cause";
import { partIds } from "./signs";

/** Too little in it: from a lack that is only felt to a last few per cent. */
export const undercharge: CauseEntry = {
  prior: 0.2,
  act: (effects, severity) => {
    effects.charge *= chargeShare(severity);
  },
  // Cars come in when nearly all is gone, or for a lack that is only felt.
  drawSeverity: (uniform) => {
    const share = uniform() < 0.5 ? LEAST_CHARGE_SHARE + 0.37 * uniform() : 0.4 + 0.45 * uniform();
    return (1 - share) / (1 - LEAST_CHARGE_SHARE);
  },
  solved: USUALLY_SOLVED,
  severityAt: (share) => (1 - share) / (1 - LEAST_CHARGE_SHARE),
  measure: { by: "share", of: chargeShare },
  complaints: { "never-cold": 1.5, "one-side-warm": 2, cycles: 2.5, gradual: 2.5, "after-work": 1.5 },
  signs: [
    { signs: ["oily", "wet", "dye"], parts: partIds, odds: 3 },
    { signs: ["bubbles"], parts: partIds, odds: 3 },
    { signs: ["hiss"], parts: ["metering-device", "evaporator"], odds: 2.5 },
    { signs: ["hot"], parts: ["evaporator", "suction-line", "accumulator", "low-port"], odds: 2 },
  ],
  mendedBy: ["charged-by-weight"],
  remedy: "weigh",
};

/** Charge as a share of the label's at severity 1. */
const LEAST_CHARGE_SHARE = 0.03;

export function chargeShare(severity: number): number {
  return 1 - (1 - LEAST_CHARGE_SHARE) * severity;
}
