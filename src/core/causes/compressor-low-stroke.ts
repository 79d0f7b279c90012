import { type CauseEntry, USUALLY_SOLVED } from "./cause";

/** A variable compressor whose stroke goes no further: its control valve, its command, or its swash plate. */
export const compressorLowStroke: CauseEntry = {
  prior: 0.06,
  // A fixed compressor has no stroke that could stick.
  possible: ({ compressor }) => compressor.startsWith("variable"),
  act: (effects, severity) => {
    effects.strokeMost = strokeAtMost(severity);
  },
  solved: USUALLY_SOLVED,
  measure: { by: "share", of: strokeAtMost },
  complaints: { "never-cold": 2, sudden: 1.5, "one-side-warm": 0.5 },
  signs: [],
  mendedBy: ["compressor", "control-valve", "pressure-sensor", "wiring"],
  remedy: "check-control",
};

function strokeAtMost(severity: number): number {
  return 1 - 0.92 * severity;
}
