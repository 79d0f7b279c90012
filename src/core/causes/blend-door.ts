import type { CauseEntry } from "./cause";

/** A flap that lets a share of the air through the heater. */
export const blendDoor: CauseEntry = {
  prior: 0.05,
  act: (effects, severity) => {
    effects.heaterShare = pastHeater(severity);
  },
  solved: [1],
  measure: { by: "share", of: pastHeater },
  complaints: { "never-cold": 1.5, "warm-at-idle": 0.4, "one-side-warm": 6, sudden: 2 },
  signs: [],
  mendedBy: ["cabin-air", "blend-door-actuator"],
  unwritten: 0.3,
  remedy: "check-air",
};

function pastHeater(severity: number): number {
  return 0.4 * severity;
}
