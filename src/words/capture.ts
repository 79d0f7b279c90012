/** Next action during a running test. */

import { channels, type TakenChannel } from "@/core/readings/channels";
import { type JudgedStream, presentIn, worstState } from "@/core/readings/stream/judged-stream";
import type { StreamState } from "@/core/readings/stream/stream-state";
import type { TestPosition } from "@/core/readings/stream/test-order";
import type { Figures } from "@/core/units/figures";
import { formatClock } from "@/core/units/units";

export const silentAdvice = {
  title: "Source has stopped sending",
  detail: "The values shown are old. Recording waits for new ones.",
  settled: false,
};

export interface Advice {
  title: string;
  detail: string;
  settled: boolean;
}

/** The next act of the test; what the stream itself says where that is to wait. */
export function testAdvice(
  { act, toRunS }: TestPosition,
  live: JudgedStream,
  simulated: boolean,
  figures: Figures,
  /** Whole cycles of a clutch have been seen, and can be read. */
  wholeCycles: boolean,
): Advice {
  switch (act) {
    case "start-idle":
      return {
        title: "Engine off",
        detail: "Start at idle, maximum cold, blower as entered. Wait two minutes.",
        settled: false,
      };
    case "raise-to-fast":
      return {
        title: "Idle recorded. Now fast idle",
        detail: simulated ? "Set fast idle in the simulator, top right." : "Hold 1 500 to 2 000 rpm.",
        settled: true,
      };
    case "idle-first":
      return {
        title: "Record idle first",
        detail:
          "Fast idle heats the engine bay, so a later idle reading is too high. Return to idle, or record anyway.",
        settled: false,
      };
    case "done":
      return { title: "Both speeds recorded", detail: "Record again to replace one, or continue.", settled: true };
    case "take":
      return streamAdvice(live, figures, wholeCycles);
    case "wait": {
      const advice = streamAdvice(live, figures, wholeCycles);
      if (!advice.settled) return advice;
      return {
        title: `${live.states.low.state === "cycling" ? "Cycles are even" : "Steady"}, but too early: ${formatClock(toRunS)} left`,
        detail: "Metal and cabin temperatures settle more slowly than pressures.",
        settled: false,
      };
    }
  }
}

function streamAdvice(live: JudgedStream, figures: Figures, wholeCycles = false): Advice {
  const channels = presentIn(live).map((channel) => ({ channel, state: live.states[channel] }));
  const worst = worstState(channels.map(({ state }) => state));
  switch (worst.state) {
    case "waiting":
      return { title: "Measuring", detail: "The first 30 s are not used.", settled: false };
    case "steady":
      return { title: "Steady", detail: "All channels are steady. Record the reading.", settled: true };
    case "cycling":
      return {
        title: `Cycling, every ${Math.round(worst.period)} s`,
        detail: wholeCycles
          ? "Recorded over whole cycles, just before cut-out. For a steady reading, open the doors and raise the blower speed."
          : "Waiting for two whole cycles.",
        settled: wholeCycles,
      };
    case "settling": {
      const seconds = Math.max(
        0,
        ...channels.map(({ state }) => (state.state === "settling" ? (state.secondsToGo ?? 0) : 0)),
      );
      const moving = channels.find(({ state }) => state.state === "settling");
      return {
        title: seconds > 0 ? `Settling, about ${Math.ceil(seconds / 10) * 10} s left` : "Settling",
        detail: moving ? driftSentence(moving.channel, moving.state, figures) : "",
        settled: false,
      };
    }
  }
}

function driftSentence(channel: TakenChannel, state: StreamState, figures: Figures): string {
  if (state.state !== "settling") return "";
  const unit = channel === "low" || channel === "high" ? ("kPa" as const) : ("K" as const);
  const way = state.driftPerMinute < 0 ? "falls" : "rises";
  return `${channels[channel].name} still ${way} by ${figures.quantity(Math.abs(state.driftPerMinute), unit)} per minute.`;
}

/** Over a setting of the running test: an electric compressor has no engine speed to be read at. */
export function settingHead(name: "idle" | "fast idle", compressor: string | null): string {
  if (compressor === "electric") return name === "idle" ? "First reading" : "Second reading";
  return name === "idle" ? "Idle" : "Fast idle";
}
