/** Words of live sources: what went wrong on the way, and how a source stands. */
import type { LineIssue } from "@/core/readings/live/live-decoder";

const troubleWords: Record<LineIssue["code"], string> = {
  "no-number": "line without a number",
  "too-long": "line too long",
  "wrong-unit": "unit of another kind",
  impossible: "value out of range",
  "not-a-number": "cell is not a number",
  "repeated-time": "time repeated",
  "time-jumped": "time jumped",
};

/** Mark on the trace. */
export const liveMarkWords = (kind: "lost" | "back" | LineIssue["code"], name: string): string =>
  kind === "lost" ? `${name}: no data` : kind === "back" ? `${name}: data again` : `${name}: ${troubleWords[kind]}`;

/** "Value out of range 3, time repeated 1"; empty where nothing went wrong. */
export const troublesWords = (troubles: Partial<Record<LineIssue["code"], number>>): string =>
  (Object.entries(troubles) as [LineIssue["code"], number][])
    .map(([code, count]) => `${troubleWords[code]} ${count}`)
    .join(", ");

/** Why a source is lost. */
export const lostWords = (reason: string | null): string =>
  reason === "no-bridge"
    ? "The bridge does not answer. Start bin/evrid instruments; it reconnects by itself."
    : reason === "ended"
      ? "The source has ended."
      : reason === "disconnected"
        ? "Disconnected. Trying again."
        : (reason ?? "");
