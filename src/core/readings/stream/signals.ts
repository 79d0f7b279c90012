/** What is signalled away from the screen, by tone, vibration or speech. */
export const signalKinds = ["settled", "captured", "open-valve", "stop", "hold-finished", "source-lost"] as const;
export type SignalKind = (typeof signalKinds)[number];

export interface SignalSettings {
  /** 0 is off, 1 as loud as the device is set. */
  volume: number;
  vibration: boolean;
  speech: boolean;
}
