/** Words of the static pressure. */
import type { EmptyKind, StaticPressureResult } from "@/core/readings/derive/rest";

export const restWords: Record<StaticPressureResult, { title: string; meaning: string }> = {
  "at-saturation": {
    title: "At saturation: some liquid is left",
    meaning: "Any amount of liquid, up to an overcharge, reads the same.",
  },
  "a-little-below": {
    title: "Slightly below saturation: cannot tell",
    meaning:
      "Slightly cooler parts with liquid read the same as an almost empty circuit. Let it soak, measure the coldest part and read again, or weigh.",
  },
  "vapour-only": {
    title: "Below saturation: almost empty. Do not run the engine",
    meaning: "Only vapour is left, too little to carry oil. Find the leak before charging. No running test needed.",
  },
  "open-to-air": {
    title: "Ambient pressure: empty. Do not run the engine",
    meaning:
      "Air and moisture are inside. Find the leak with nitrogen, replace the drier, evacuate longer. No running test needed.",
  },
  vacuum: {
    title: "Vacuum: evacuated, not charged. Do not run the engine",
    meaning:
      "A vacuum found is only a weak sign of a tight circuit. Check for leaks, evacuate again, charge the label weight. No running test needed.",
  },
  "above-saturation": {
    title: "Above saturation: air, another refrigerant, or warmer parts",
    meaning: "Let it soak and read again. If it stays above, identify the refrigerant before recovery.",
  },
  unequal: {
    title: "The sides differ",
    meaning: "Not soaked, a restriction, or a closed coupler. Open both couplers fully, wait, read again.",
  },
};

export const doNotRunWords: { title: string; why: Record<EmptyKind, string>; onward: string } = {
  title: "Do not run the engine",
  why: {
    "vapour-only":
      "Only vapour is left: too little to carry oil to the compressor. A running test would show nothing more.",
    "open-to-air": "Static pressure equals ambient pressure: air instead of refrigerant. The compressor would run dry.",
    vacuum: "The circuit is under vacuum. The compressor would run dry.",
  },
  onward: "Go to Diagnosis",
};
