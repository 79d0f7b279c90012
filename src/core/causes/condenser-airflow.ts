import type { CauseEntry } from "./cause";

/** Blocked fins or a weak fan: a quarter of the air is left at 1, and more of it goes round in circles. */
export const condenserAirflow: CauseEntry = {
  prior: 0.07,
  act: (effects, severity) => {
    effects.condenserFlow *= airLeft(severity);
    effects.recirculation += 0.25 * severity;
  },
  solved: [0.4, 0.8],
  measure: { by: "share", of: airLeft },
  complaints: { "never-cold": 0.5, "cold-then-warm": 1.3, "warm-at-idle": 5, "one-side-warm": 0.5, gradual: 1.3 },
  signs: [
    { signs: ["not-turning"], parts: ["fan"], odds: 60 },
    { signs: ["blocked"], parts: ["fan"], odds: 40 },
    { signs: ["blocked"], parts: ["condenser"], odds: 15 },
    { signs: ["bent"], parts: ["condenser", "fan"], odds: 6 },
  ],
  looks: { parts: ["condenser", "fan"], found: 0.6 },
  mendedBy: ["condenser-air", "condenser", "fan"],
  unwritten: 0.4,
  remedy: "check-air",
};

function airLeft(severity: number): number {
  return 1 - 0.75 * severity;
}
