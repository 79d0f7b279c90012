import type { CauseEntry } from "./cause";

/** A blockage between compressor and high port, condenser included: from a passage that costs some 10 kPa at usual flow to a hole of a third of a millimetre. */
export const restrictionBeforePort: CauseEntry = {
  prior: 0.05,
  act: (effects, severity, { place }) => {
    effects.dischargeAreaM2 = 40e-6 * Math.exp(-6.2 * severity);
    effects.dischargePlace = Math.min(Math.max(place, 0), MOST_PLACE);
  },
  solved: [0.5, 0.8],
  measure: { by: "degree" },
  complaints: { "cold-then-warm": 1.3, "one-side-warm": 0.5 },
  signs: [
    { signs: ["cold", "sweating", "frost"], parts: ["discharge-line", "condenser", "high-port"], odds: 30 },
    { signs: ["bent"], parts: ["discharge-line"], odds: 6 },
  ],
  mendedBy: ["condenser", "discharge-hose", "flushed"],
  remedy: "repair",
};

/** Something of the condenser lies behind every blockage in it. */
const MOST_PLACE = 0.95;
