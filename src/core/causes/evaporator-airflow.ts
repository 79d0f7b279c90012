import type { CauseEntry } from "./cause";

/** A clogged filter, a weak blower, an iced coil: a fifth of the air is left at 1. */
export const evaporatorAirflow: CauseEntry = {
  prior: 0.06,
  act: (effects, severity) => {
    effects.evaporatorFlow *= airLeft(severity);
  },
  solved: [0.5, 0.9],
  measure: { by: "share", of: airLeft },
  complaints: {
    "never-cold": 0.6,
    "cold-then-warm": 3,
    cycles: 1.5,
    smell: 1.5,
    water: 1.5,
    gradual: 2,
    "warm-at-idle": 0.5,
  },
  signs: [
    { signs: ["frost"], parts: ["evaporator", "suction-line"], odds: 4 },
    { signs: ["not-turning", "blocked"], parts: ["blower"], odds: 40 },
    { signs: ["blocked"], parts: ["evaporator"], odds: 10 },
  ],
  looks: { parts: ["blower"], found: 0.55 },
  mendedBy: ["cabin-air", "evaporator", "blower", "cabin-filter"],
  unwritten: 0.4,
  remedy: "check-air",
};

function airLeft(severity: number): number {
  return 1 - 0.8 * severity;
}
