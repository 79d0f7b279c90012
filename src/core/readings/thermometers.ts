/** Thermometers of a workshop whose offset can be learned, each with the channels that it is read on. */
import * as z from "../zod";
import type { SettingChannel } from "./channels";

/**
 * One clamp on both lines, or a clamp for each. Pressures are left out, since a gauge is checked against the barometer before it is coupled; so is
 * the discharge line, which the model knows to 6 K only.
 */
export const thermometers = {
  clamp: ["suction", "liquid"],
  suction: ["suction"],
  liquid: ["liquid"],
  vent: ["vent"],
} as const satisfies Record<string, readonly SettingChannel[]>;
export type Thermometer = keyof typeof thermometers;
export const thermometerNames = Object.keys(thermometers) as [Thermometer, ...Thermometer[]];

/** Offset that a test suggests, K, with its standard deviation: the thermometer reads so much above the true temperature. */
export const thermometerOffsetSchema = z.strictObject({
  thermometer: z.enum(thermometerNames),
  offsetK: z.number().min(-50).max(50),
  sdK: z.number().min(0).max(50),
});
export type ThermometerOffset = z.infer<typeof thermometerOffsetSchema>;
