/**
 * Shapes of the bench's answers: lists that drawings and words use as well. Nothing here computes, so a page does not load the simulator for them.
 */

/** Corners of the cycle, in the order the refrigerant takes. */
export const benchCorners = ["suction", "discharge", "liquid", "inlet"] as const;
export type BenchCornerName = (typeof benchCorners)[number];

/** Channels plotted against charge. */
export const curveChannels = ["low", "high", "vent", "superheat", "subcooling"] as const;
export type CurveChannel = (typeof curveChannels)[number];
/** Vehicles that are emptied for it. */
export const CURVE_VEHICLES = 24;

/** Sets of instruments; each includes the one before. */
export const benchInstruments = ["gauges", "vent", "clamps", "two-speeds"] as const;
export type BenchInstruments = (typeof benchInstruments)[number];

/** Days on which the habits are followed, degC. */
export const methodDays: readonly number[] = [16, 20, 24, 28, 32, 36, 40];
