/** Words of the quick desk. */
import type { Measured } from "@/core/readings/derive/measured";
import type { RestAnswer } from "@/core/readings/derive/rest";
import type { ChosenDimension, UnitSystem } from "@/core/units/figures";
import { formatNumber, formatQuantity, formatUncertainty, type UnitId, units } from "@/core/units/units";

export const dimensionWords: Record<ChosenDimension, string> = {
  pressure: "Pressure",
  vacuum: "Vacuum",
  temperature: "Temperature",
  temperatureDifference: "Differences",
  mass: "Weight",
  altitude: "Altitude",
  length: "Hose length",
  distance: "Distance",
  bore: "Hose bore",
  volume: "Volume",
  heat: "Heat",
};

export const unitSystemLabels: Record<UnitSystem, string> = { bar: "Metric, bar", kPa: "Metric, kPa", us: "US" };

export const sideWords = {
  low: {
    title: "Low side",
    pressure: "Low side, gauge",
    saturation: "Boils at",
    line: "Suction line",
    lineField: "suction",
    difference: "Superheat",
    gauge: "what the low-side gauge errs by",
  },
  high: {
    title: "High side",
    pressure: "High side, gauge",
    saturation: "Condenses at",
    line: "Liquid line",
    lineField: "liquid",
    difference: "Subcooling",
    gauge: "what the high-side gauge errs by",
  },
} as const;

const withError = ({ value, uncertainty }: Measured, unit: UnitId) =>
  `${formatNumber(Math.abs(value), unit)} ± ${formatUncertainty(uncertainty, unit)} ${units[unit].label}`;

/** How far from saturation, and what that tells and does not. */
export function restSentence({ verdict, margin, saturation }: RestAnswer, unit: UnitId): string {
  const at = `Saturation is ${formatQuantity(saturation.value, unit)}.`;
  switch (verdict) {
    case "at-saturation":
      return `${at} The gauge cannot be parted from it: some liquid is left. How much, no pressure tells.`;
    case "a-little-below":
      return `${at} The gauge is ${withError(margin, unit)} below, which parts a little cooler than the soak do as well: cannot tell. Let it soak, and measure its coldest part.`;
    case "open-to-air":
      return `${at} The gauge stands at the pressure of the ambient air: empty, with air and moisture in it.`;
    case "vacuum":
      return `${at} The gauge shows a vacuum: it was evacuated and not charged.`;
    case "vapour-only":
      return `${at} The gauge is ${withError(margin, unit)} below: vapour only, almost empty.`;
    case "above-saturation":
      return `${at} The gauge is ${withError(margin, unit)} above: air or another gas, another refrigerant, or parts warmer than the soak.`;
    case "unequal":
      return `${at} The sides differ: not soaked yet, or blocked between them.`;
  }
}

export function lineEndSentence(left: Measured, unit: UnitId): string {
  const { value, uncertainty } = left;
  if (value > uncertainty) return `It arrives as liquid, with ${withError(left, unit)} to spare.`;
  if (value < -uncertainty) return `It boils on its way: ${withError(left, unit)} too little.`;
  return `Cannot tell: ${value < 0 ? "short by" : "to spare"} ${withError(left, unit)}, less than gauge and clamp err by.`;
}

export function vesselSentence({ liquid }: { liquid: boolean }): string {
  return liquid
    ? "At saturation there is liquid in it too, and the pressure does not say how much. Weigh it."
    : "All of it is vapour at this temperature.";
}
