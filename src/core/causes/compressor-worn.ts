import type { CauseEntry } from "./cause";

/** At 1 most of what an idling compressor displaces goes back past its valves; what is left is hardly hotter for it. */
export const compressorWorn: CauseEntry = {
  prior: 0.06,
  act: (effects, severity, { displacementM3 }) => {
    effects.leakM2 = 8e-6 * (displacementM3 / 150e-6) * severity;
    effects.volumetric *= 1 - 0.4 * severity;
    effects.isentropic *= 1 - 0.04 * severity;
  },
  solved: [0.5, 1],
  measure: { by: "degree" },
  complaints: { "never-cold": 1.3, "warm-at-idle": 2.5, noise: 3, gradual: 1.5 },
  signs: [],
  mendedBy: ["compressor"],
  remedy: "check-control",
};
