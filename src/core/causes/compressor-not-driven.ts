import type { CauseEntry } from "./cause";

/** Clutch, belt or command: below 1 the clutch or belt slips. */
export const compressorNotDriven: CauseEntry = {
  prior: 0.05,
  act: (effects, severity) => {
    effects.speed *= 1 - severity;
  },
  // A drive is there or not; slipping is the rarer half.
  drawSeverity: (uniform) => (uniform() < 0.85 ? 1 : 0.3 + 0.7 * uniform()),
  solved: [1],
  measure: { by: "share", of: (severity) => severity },
  complaints: {
    "never-cold": 4,
    "cold-then-warm": 0.6,
    "warm-at-idle": 0.2,
    "one-side-warm": 0.1,
    gradual: 0.2,
    sudden: 4,
  },
  signs: [
    { signs: ["hot"], parts: ["evaporator", "suction-line", "accumulator", "low-port"], odds: 3 },
    { signs: ["not-turning"], parts: ["compressor", "clutch-belt"], odds: 60 },
  ],
  looks: { parts: ["compressor", "clutch-belt"], found: 0.95 },
  mendedBy: ["drive", "compressor", "clutch-coil", "belt", "wiring", "pressure-sensor"],
  unwritten: 0.5,
  remedy: "check-control",
};
