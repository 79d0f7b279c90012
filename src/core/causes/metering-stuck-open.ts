import type { CauseEntry } from "./cause";

/** A valve stuck anywhere from what it bleeds anyway to wide open. An orifice has no part that could stick; past a lost seal it passes as if larger. */
export const meteringStuckOpen: CauseEntry = {
  prior: 0.06,
  act: (effects, severity) => {
    effects.openingLeast = openAtLeast(severity);
    effects.orificeArea *= 1 + passedMore(severity);
  },
  // A valve may stick at any opening, also where nobody sees it.
  drawSeverity: (uniform) => uniform(),
  solved: [0.4, 1],
  measure: {
    by: "share",
    of: (severity, metering) => (metering === "orifice-tube" ? passedMore(severity) : openAtLeast(severity)),
  },
  complaints: { noise: 1.3, "after-work": 1.3 },
  signs: [
    { signs: ["frost"], parts: ["evaporator", "suction-line"], odds: 2 },
    { signs: ["sweating", "frost"], parts: ["compressor"], odds: 4 },
  ],
  mendedBy: ["metering-device"],
  remedy: "repair",
};

/** Share of the widest opening that control ever asks for; a pin that has left its seat altogether passes more than that. */
function openAtLeast(severity: number): number {
  return 0.1 + 0.85 * severity + 0.7 * severity * severity;
}

function passedMore(severity: number): number {
  return 2.5 * severity;
}
