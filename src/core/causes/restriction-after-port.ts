import { type CauseEntry, USUALLY_SOLVED } from "./cause";

/** A blockage of liquid line or drier: from what nobody notices to a hole of a third of a millimetre. */
export const restrictionAfterPort: CauseEntry = {
  prior: 0.05,
  act: (effects, severity) => {
    effects.liquidAreaM2 = 8e-6 * Math.exp(-4.6 * severity);
  },
  solved: USUALLY_SOLVED,
  measure: { by: "degree" },
  complaints: { "cold-then-warm": 1.3, cycles: 1.5, "one-side-warm": 0.7 },
  signs: [
    { signs: ["cold", "sweating", "frost"], parts: ["liquid-line", "receiver"], odds: 30 },
    { signs: ["hiss"], parts: ["metering-device", "evaporator"], odds: 2 },
    { signs: ["frost"], parts: ["evaporator", "suction-line"], odds: 1.5 },
    { signs: ["hot"], parts: ["evaporator", "suction-line", "accumulator", "low-port"], odds: 1.5 },
    { signs: ["bent"], parts: ["liquid-line"], odds: 6 },
  ],
  mendedBy: ["drier", "liquid-line", "accumulator", "flushed"],
  remedy: "repair",
};
