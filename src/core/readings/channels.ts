/** The channels an instrument rack streams, and what counts as still for each. */
import type { SteadyLimits } from "./stream-state";

export const streamChannels = ["low", "high", "vent", "suction", "liquid", "ambient"] as const;
export type StreamChannel = (typeof streamChannels)[number];

/** Drift a minute that no longer changes a verdict, and the noise of one sample; kPa and K. */
export const steadyLimits: Record<StreamChannel, SteadyLimits> = {
  low: { driftPerMinute: 4, noise: 2 },
  high: { driftPerMinute: 14, noise: 6 },
  vent: { driftPerMinute: 0.4, noise: 0.12 },
  suction: { driftPerMinute: 0.6, noise: 0.15 },
  liquid: { driftPerMinute: 0.6, noise: 0.15 },
  ambient: { driftPerMinute: 0.6, noise: 0.25 },
};
