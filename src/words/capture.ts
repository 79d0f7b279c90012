/** What to do while a running test is watched. */

import { channels, type TakenChannel } from "@/core/readings/channels";
import { type JudgedStream, presentIn, worstState } from "@/core/readings/stream/judged-stream";
import type { StreamState } from "@/core/readings/stream/stream-state";
import type { TestPosition } from "@/core/readings/stream/test-order";
import type { Figures } from "@/core/units/figures";
import { formatClock } from "@/core/units/units";

export const silentAdvice = {
  title: "The source is silent",
  detail: "What is shown is old: nothing is taken until it speaks again.",
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
        detail: "Start it at idle, max cold, blower as entered, and give it two minutes.",
        settled: false,
      };
    case "raise-to-fast":
      return {
        title: "Idle is taken: now fast idle",
        detail: simulated ? "Choose fast idle at the rack, top right." : "Hold 1 500 to 2 000 rpm.",
        settled: true,
      };
    case "idle-first":
      return {
        title: "Idle first",
        detail:
          "Fast idle heats the bay, and idle read after it reads too high. Go back to idle, or take it all the same.",
        settled: false,
      };
    case "done":
      return { title: "Both are taken", detail: "Take one again to replace it, or go on.", settled: true };
    case "take":
      return streamAdvice(live, figures, wholeCycles);
    case "wait": {
      const advice = streamAdvice(live, figures, wholeCycles);
      if (!advice.settled) return advice;
      return {
        title: `${live.states.low.state === "cycling" ? "Cycles alike" : "Steady"}, but early: ${formatClock(toRunS)} to run`,
        detail: "Metal and cabin follow more slowly than the needles.",
        settled: false,
      };
    }
  }
}

export function streamAdvice(live: JudgedStream, figures: Figures, wholeCycles = false): Advice {
  const channels = presentIn(live).map((channel) => ({ channel, state: live.states[channel] }));
  const worst = worstState(channels.map(({ state }) => state));
  switch (worst.state) {
    case "waiting":
      return { title: "Watching", detail: "The first half minute only shows the start.", settled: false };
    case "steady":
      return { title: "Steady", detail: "Every channel has settled: take the reading.", settled: true };
    case "cycling":
      return {
        title: `Cycling, every ${Math.round(worst.period)} s`,
        detail: wholeCycles
          ? "Whole cycles are read, just before cut-out. Or load the coil until it runs through: doors open, more blower."
          : "Waits for two whole cycles, to read them just before cut-out.",
        settled: wholeCycles,
      };
    case "settling": {
      const seconds = Math.max(
        0,
        ...channels.map(({ state }) => (state.state === "settling" ? (state.secondsToGo ?? 0) : 0)),
      );
      const moving = channels.find(({ state }) => state.state === "settling");
      return {
        title: seconds > 0 ? `Settling, about ${Math.ceil(seconds / 10) * 10} s to go` : "Settling",
        detail: moving ? driftSentence(moving.channel, moving.state, figures) : "",
        settled: false,
      };
    }
  }
}

export function driftSentence(channel: TakenChannel, state: StreamState, figures: Figures): string {
  if (state.state !== "settling") return "";
  const unit = channel === "low" || channel === "high" ? ("kPa" as const) : ("K" as const);
  const way = state.driftPerMinute < 0 ? "falls" : "rises";
  return `${channels[channel].name} still ${way} ${figures.quantity(Math.abs(state.driftPerMinute), unit)} a minute.`;
}

/** Over a setting of the running test: an electric compressor has no engine speed to be read at. */
export function settingHead(name: "idle" | "fast idle", compressor: string | null): string {
  if (compressor === "electric") return name === "idle" ? "First reading" : "Second reading";
  return name === "idle" ? "Idle" : "Fast idle";
}
