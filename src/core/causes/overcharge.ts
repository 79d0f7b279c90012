import type { CauseEntry } from "./cause";

/** Too much in it, up to what a can too many makes. */
export const overcharge: CauseEntry = {
  prior: 0.07,
  act: (effects, severity) => {
    effects.charge *= 1 + (MOST_CHARGE_SHARE - 1) * severity;
  },
  drawSeverity: (uniform) => (0.12 + (MOST_CHARGE_SHARE - 1 - 0.12) * uniform()) / (MOST_CHARGE_SHARE - 1),
  solved: [0.4, 0.8],
  severityAt: (share) => (share - 1) / (MOST_CHARGE_SHARE - 1),
  measure: { by: "share", of: (severity) => (MOST_CHARGE_SHARE - 1) * severity },
  complaints: {
    "never-cold": 0.6,
    "cold-then-warm": 1.5,
    "warm-at-idle": 2,
    noise: 1.5,
    gradual: 0.3,
    sudden: 0.3,
    "after-work": 5,
  },
  signs: [{ signs: ["sweating", "frost"], parts: ["compressor"], odds: 1.5 }],
  mendedBy: ["charged-by-weight"],
  remedy: "weigh",
};

/** Charge as a share of the label's at severity 1. */
export const MOST_CHARGE_SHARE = 1.7;
