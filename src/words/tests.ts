/** Words of before and after, and of the shut-off test. */

import type { EqualisationResult, ShutOffState } from "@/core/readings/stream/shut-off";
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
        title: "Run the engine until pressures separate",
        detail: "Then stop the engine. Timing starts automatically.",
      };
    case "watching":
      return { title: "Not equalised yet", detail: `${figures.quantity(state.apartKpa, "kPa")} difference.` };
    case "approaching":
      return {
        title: `Expected after about ${formatNumber(Math.round(state.equalisesAtS / 10) * 10, "s")} s`,
        detail: `${figures.quantity(state.apartKpa, "kPa")} difference, closing evenly.`,
      };
    case "met":
      return { title: "Equalised", detail: "Recorded." };
    case "never":
      return { title: "Not equalised", detail: "Timed long enough: something separates the sides. Recorded." };
  }
}

export const equalisationResults: Record<
  EqualisationResult,
  { tone: "done" | "wait" | "act"; title: string; text: (valve: boolean) => string }
> = {
  usual: {
    tone: "done",
    title: "As expected",
    text: () => "The metering device closes or restricts as its type should.",
  },
  "too-fast": {
    tone: "act",
    title: "Equalised too fast",
    text: (valve) =>
      valve
        ? "A closed valve takes minutes. It is stuck open, the compressor valves leak, or too little refrigerant held it open."
        : "More flow than an orifice allows: it may be missing or bypassed.",
  },
  slow: {
    tone: "wait",
    title: "Equalised slowly",
    text: () => "A restriction, or one side is still hot. A cold spot on a warm line means a restriction.",
  },
  never: {
    tone: "act",
    title: "Not equalised",
    text: () => "Restriction between the sides (metering device, drier, line), or a closed coupler.",
  },
};
