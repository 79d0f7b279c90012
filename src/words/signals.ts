/** Words of the signals that are heard. */
import type { SignalKind } from "@/core/readings/stream/signals";

/** Spoken, and the title of a notification. */
export const signalWords: Record<SignalKind, string> = {
  settled: "Pressures steady",
  captured: "Reading recorded",
  "open-valve": "Open the valve",
  stop: "Stop: close the valve",
  "hold-finished": "Hold time reached",
  "source-lost": "No data from the instruments",
};
