import { type CauseEntry, USUALLY_SOLVED } from "./cause";

/** A valve that opens no further than so far, or an orifice that is partly clogged. */
export const meteringStuckClosed: CauseEntry = {
  prior: 0.05,
  act: (effects, severity) => {
    effects.openingMost = openAtMost(severity);
    effects.orificeArea *= passageFree(severity);
  },
  solved: USUALLY_SOLVED,
  measure: {
    by: "share",
    of: (severity, metering) => (metering === "orifice-tube" ? passageFree(severity) : openAtMost(severity)),
  },
  complaints: { "never-cold": 1.3, "cold-then-warm": 2, cycles: 1.5, "warm-at-idle": 0.6 },
  signs: [
    { signs: ["cold", "sweating", "frost"], parts: ["liquid-line", "receiver"], odds: 0.7 },
    { signs: ["hiss"], parts: ["metering-device", "evaporator"], odds: 1.5 },
    { signs: ["frost"], parts: ["evaporator", "suction-line"], odds: 1.5 },
    { signs: ["hot"], parts: ["evaporator", "suction-line", "accumulator", "low-port"], odds: 2 },
    { signs: ["blocked"], parts: ["metering-device"], odds: 8 },
  ],
  mendedBy: ["metering-device"],
  remedy: "repair",
};

function openAtMost(severity: number): number {
  return 0.03 + 0.97 * (1 - severity) ** 2;
}

function passageFree(severity: number): number {
  return 1 - 0.95 * severity;
}
