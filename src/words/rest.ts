/** Words of the static pressure. */
import type { EmptyKind, RestVerdict } from "@/core/readings/derive/rest";

export const restWords: Record<RestVerdict, { title: string; meaning: string }> = {
  "at-saturation": {
    title: "At saturation: some liquid is left",
    meaning: "Anywhere from a little liquid to an overfill reads the same.",
  },
  "a-little-below": {
    title: "A little below saturation: cannot tell",
    meaning:
      "Parts a few degrees cooler than the soak temperature, with liquid in them, read the same as a circuit almost empty. Let it soak, measure its coldest part, and read again; weighing settles it.",
  },
  "vapour-only": {
    title: "Below saturation: almost empty. Do not run it",
    meaning:
      "No liquid is left, only vapour: too little to carry the oil. Look for the leak before anything is put in. A running test is not needed.",
  },
  "open-to-air": {
    title: "At the pressure of the ambient air: empty. Do not run it",
    meaning:
      "Air and moisture are in it. Find the opening with nitrogen, renew the drier, evacuate long. A running test is not needed.",
  },
  vacuum: {
    title: "A vacuum: evacuated and not charged. Do not run it",
    meaning:
      "Somebody evacuated it. A vacuum that has stood is a weak sign that it is tight: prove it, evacuate again, charge the label weight. A running test is not needed.",
  },
  "above-saturation": {
    title: "Above saturation: something else is in it, or it is warmer than you think",
    meaning:
      "Air or another gas, a wrong refrigerant, or an engine bay warmer than the soak temperature. Let it soak and read again; if it stays, identify it before anything is recovered.",
  },
  unequal: {
    title: "The sides differ",
    meaning:
      "Not soaked yet, or blocked between the sides, or one coupler is not open. Open both fully, wait, read again.",
  },
};

export const doNotRunWords: { title: string; why: Record<EmptyKind, string>; onward: string } = {
  title: "Do not run it",
  why: {
    "vapour-only":
      "At rest only vapour is left. Too little refrigerant carries no oil to the compressor, and no reading of the running car would tell more.",
    "open-to-air":
      "At rest it stands at the pressure of the ambient air: there is air in it and no refrigerant. The compressor would heat air and run dry.",
    vacuum: "At rest it holds a vacuum: there is nothing in it. The compressor would run dry.",
  },
  onward: "Go to the verdict",
};
