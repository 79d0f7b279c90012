/** Signals away from the screen, by tone, vibration or speech. */
import * as z from "../../zod";

export const signalKinds = ["settled", "captured", "open-valve", "stop", "hold-finished", "source-lost"] as const;
export type SignalKind = (typeof signalKinds)[number];

export const signalSettingsSchema = z.strictObject({
  /** 0 is off, 1 as loud as the device is set. */
  volume: z.number().min(0).max(1),
  vibration: z.boolean(),
  speech: z.boolean(),
});
export type SignalSettings = z.infer<typeof signalSettingsSchema>;
