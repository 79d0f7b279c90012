/** Words of before and after, and of the shut-off test. */

import type { ShutOffState, ShutOffVerdict } from "@/core/readings/stream/shut-off";
import type { Comparison } from "@/core/records/compare-tests";
import type { Figures } from "@/core/units/figures";
import { formatNumber } from "@/core/units/units";

export function changeSentence(
  { before, after, equal, unit, beyondUncertainty, changeUncertainty }: Comparison,
  figures: Figures,
): string {
  const change = (equal ?? after).value - before.value;
  const size = figures.number(Math.abs(change), unit === "degC" ? "K" : unit, unit === "kPa" ? 0 : 1);
  if (!beyondUncertainty) return `within ± ${figures.uncertainty(changeUncertainty, unit)}`;
  return `${change > 0 ? "up" : "down"} ${size}`;
}

export function shutOffWords(state: ShutOffState, figures: Figures): { title: string; detail: string } {
  switch (state.state) {
    case "running":
      return {
        title: "Run it until the sides stand apart",
        detail: "Then stop the engine; the time starts by itself.",
      };
    case "watching":
      return { title: "Sides have not met", detail: `${figures.quantity(state.apartKpa, "kPa")} apart.` };
    case "approaching":
      return {
        title: `Sides will meet near ${formatNumber(Math.round(state.willMeetS / 10) * 10, "s")} s`,
        detail: `${figures.quantity(state.apartKpa, "kPa")} apart; the approach is even enough to say so.`,
      };
    case "met":
      return { title: "Sides have met", detail: "Written down." };
    case "never":
      return { title: "Sides have not met", detail: "Long enough: something holds them apart. Written down." };
  }
}

export const shutOffVerdicts: Record<
  ShutOffVerdict,
  { tone: "done" | "wait" | "act"; title: string; text: (valve: boolean) => string }
> = {
  usual: {
    tone: "done",
    title: "As it should be",
    text: () => "The metering device shuts or throttles as its kind does.",
  },
  "too-fast": {
    tone: "act",
    title: "They met too soon",
    text: (valve) =>
      valve
        ? "A shut valve lets them meet in minutes. It is stuck open, the compressor's valves leak back, or there is so little refrigerant that the valve still stood wide open."
        : "More passes than an orifice lets through: it may be missing or bypassed at its seal.",
  },
  slow: {
    tone: "wait",
    title: "They met slowly",
    text: () => "A passage is tight, or a side is still hot. With a cold spot on a warm line it is a blockage.",
  },
  never: {
    tone: "act",
    title: "They did not meet",
    text: () => "Blocked between the sides: metering device, drier or line, or a coupler that is not open.",
  },
};
