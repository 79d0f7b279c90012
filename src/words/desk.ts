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
    saturation: "Evaporating at",
    line: "Suction line",
    lineField: "suction",
    difference: "Superheat",
    gauge: "low-side gauge error",
  },
  high: {
    title: "High side",
    pressure: "High side, gauge",
    saturation: "Condensing at",
    line: "Liquid line",
    lineField: "liquid",
    difference: "Subcooling",
    gauge: "high-side gauge error",
  },
} as const;

const withError = ({ value, uncertainty }: Measured, unit: UnitId) =>
  `${formatNumber(Math.abs(value), unit)} ± ${formatUncertainty(uncertainty, unit)} ${units[unit].label}`;

/** Distance from saturation and its meaning. */
export function restSentence({ verdict, margin, saturation }: RestAnswer, unit: UnitId): string {
  const at = `Saturation is ${formatQuantity(saturation.value, unit)}.`;
  switch (verdict) {
    case "at-saturation":
      return `${at} The gauge agrees: some liquid is left, amount unknown.`;
    case "a-little-below":
      return `${at} The gauge is ${withError(margin, unit)} below. Slightly cooler parts do the same: cannot tell. Let it soak and measure the coldest part.`;
    case "open-to-air":
      return `${at} The gauge shows ambient pressure: empty, with air and moisture inside.`;
    case "vacuum":
      return `${at} The gauge shows a vacuum: evacuated, not charged.`;
    case "vapour-only":
      return `${at} The gauge is ${withError(margin, unit)} below: vapour only, almost empty.`;
    case "above-saturation":
      return `${at} The gauge is ${withError(margin, unit)} above: air, another refrigerant, or parts warmer than the soak temperature.`;
    case "unequal":
      return `${at} The sides differ: not soaked, or a restriction between them.`;
  }
}

export function lineEndSentence(left: Measured, unit: UnitId): string {
  const { value, uncertainty } = left;
  if (value > uncertainty) return `All liquid at the metering device, ${withError(left, unit)} in reserve.`;
  if (value < -uncertainty) return `Flash gas before the metering device: short by ${withError(left, unit)}.`;
  return `Cannot tell: ${value < 0 ? "short by" : "reserve"} ${withError(left, unit)}, within gauge and clamp error.`;
}

export function vesselSentence({ liquid }: { liquid: boolean }): string {
  return liquid
    ? "At saturation there is liquid too. The pressure does not show how much: weigh it."
    : "All vapour at this temperature.";
}
