/** Evidence in words: a quantity with its reading, the expected range, and how much likelier one cause makes it than another. */
import type { Cause } from "@/core/causes/catalogue";
import type { HardLimit, HardLimitCode } from "@/core/diagnosis/explain/hard-limits";
import { type Quantity, quantityUnit } from "@/core/diagnosis/explain/quantities";
import type { EvidenceRow, Reason, ReasonQuantity } from "@/core/diagnosis/explain/reasons";
import { channels } from "@/core/readings/channels";
import { NO_LIQUID_K } from "@/core/readings/derive/rest";
import type { Figures } from "@/core/units/figures";
import { formatNumber, formatQuantity } from "@/core/units/units";
import { causeName } from "./causes";
import type { Wording } from "./diagnosis";
import { lowerFirst } from "./letters";

export const quantityNames: Record<ReasonQuantity, string> = {
  low: channels.low.name,
  high: channels.high.name,
  superheat: "Superheat",
  subcooling: "Subcooling",
  condenserSplit: "Condenser split",
  airDrop: "Evaporator air drop",
  pressureRatio: "Pressure ratio",
  vent: channels.vent.name,
  suction: channels.suction.name,
  liquid: channels.liquid.name,
  discharge: channels.discharge.name,
  condenserInlet: channels.condenserIn.name,
  condenserOutlet: channels.condenserOut.name,
  condenserRise: "Condenser air rise",
  lineDrop: "Liquid-line temperature drop",
  duty: channels.command.name,
  staticPressure: "Static pressure",
  equalisation: "Equalisation time",
  charge: "Recovered weight",
  cycling: "Clutch",
};

/** "800 rpm", and nothing for an electric compressor or for what is read once. */
export function speedWords(rpm: number | null, { electric }: Pick<Wording, "electric">): string | null {
  return rpm === null || electric ? null : formatQuantity(rpm, "rpm");
}

/** Places after the point of a pressure ratio. */
const RATIO_DECIMALS = 1;

/** The number alone, without a unit. */
export function quantityNumber(quantity: ReasonQuantity, value: number, figures: Figures): string {
  if (quantity === "cycling") return value > 0 ? "cycles" : "stays on";
  const unit = quantityUnit(quantity);
  return unit === "ratio" ? value.toFixed(RATIO_DECIMALS) : figures.number(value, unit);
}

export function quantityLabel(quantity: ReasonQuantity, figures: Figures): string {
  if (quantity === "cycling") return "";
  const unit = quantityUnit(quantity);
  return unit === "ratio" ? "" : figures.label(unit);
}

function quantityWords(quantity: Quantity, value: number, figures: Figures): string {
  const unit = quantityUnit(quantity);
  if (quantity === "staticPressure") return saturationWords(value, figures);
  if (quantity === "charge") return `${figures.quantity(value, "pct")} of the label`;
  return unit === "ratio" ? value.toFixed(RATIO_DECIMALS) : figures.quantity(value, unit);
}

/** "5 to 14 K". */
function quantityRange(quantity: Quantity, low: number, high: number, figures: Figures): string {
  const unit = quantityUnit(quantity);
  return unit === "ratio"
    ? `${low.toFixed(RATIO_DECIMALS)} to ${high.toFixed(RATIO_DECIMALS)}`
    : figures.range(low, high, unit);
}

/** So near to saturation a static pressure stands at it, K. */
const AT_SATURATION_K = 2;

function saturationWords(k: number, figures: Figures): string {
  if (Math.abs(k) < AT_SATURATION_K) return "at saturation";
  const apart = `${figures.quantity(Math.abs(k), "K")} ${k < 0 ? "below" : "above"} saturation`;
  return k < -NO_LIQUID_K ? `${apart}, no liquid left` : apart;
}

/** "Subcooling 1 K at 800 rpm, expected 5 to 14 K: 14 times likelier than with a restricted expansion valve". */
export function reasonSentence(reason: Reason, wording: Wording): string {
  const { quantity, rpm, value, expected } = reason;
  const { figures } = wording;
  const speed = speedWords(rpm, wording);
  const at = speed === null ? "" : ` at ${speed}`;
  if (quantity === "cycling")
    return `The clutch ${value > 0 ? "cycles" : "stays engaged"}${at}: ${likelierWords(reason)}`;
  const range =
    expected === null || quantity === "staticPressure"
      ? ""
      : `, expected ${quantityRange(quantity, expected.low, expected.high, figures)}`;
  return `${quantityNames[quantity]} ${quantityWords(quantity, value, figures)}${at}${range}: ${likelierWords(reason)}`;
}

/** Nothing is said to be likelier than this. */
const MOST_TIMES = 20;

function times(ratio: number): string {
  const factor = ratio > 1 ? ratio : 1 / ratio;
  return factor > MOST_TIMES ? `over ${MOST_TIMES} times` : `${formatNumber(Math.round(factor), "rpm")} times`;
}

/** A cause as the other side of a comparison. */
function rivalWords(rival: Cause): string {
  return rival === "none" ? "in a sound vehicle" : `with ${lowerFirst(causeName(rival))}`;
}

function likelierWords({ ratio, rival, quantity, value, expected }: Reason): string {
  const inside = expected !== null && value >= expected.low && value <= expected.high;
  if (ratio > 1 && inside && rival !== "none" && quantity !== "staticPressure")
    return `within the expected range, but ${times(ratio)} likelier than ${rivalWords(rival)}`;
  return ratio > 1
    ? `${times(ratio)} likelier than ${rivalWords(rival)}`
    : `${times(ratio)} likelier ${rivalWords(rival)}`;
}

/** Words of a row of the evidence about the leading cause. */
export function rowWords(row: EvidenceRow, leading: Cause): string {
  if (row.says !== "neutral") return likelierWords(row);
  if (row.quantity === "staticPressure")
    return row.value > -NO_LIQUID_K ? "some liquid left, amount unknown" : "no liquid left";
  const holds = row.ranges.filter(({ low, high }) => row.value + row.error >= low && row.value - row.error <= high);
  if (holds.length === row.ranges.length && row.ranges.length > 1) return "fits all";
  if (holds.length === 0) return "fits none";
  const fits = holds.map(({ cause }) => (cause === "none" ? "a sound vehicle" : lowerFirst(causeName(cause))));
  return holds.length === 1 && holds[0]!.cause === leading
    ? "fits, but separates little"
    : `fits ${fits.join(" and ")}`;
}

export const saysWords = { supports: "supports", contradicts: "contradicts" } as const;

export const evidenceWords = {
  title: "Evidence",
  note: "90 % of sound vehicles with this label are in the range under these conditions. A reading inside it proves nothing alone.",
  sound: "sound vehicles, 90 %",
  nextLikely: "next likely",
  reading: "reading with its error",
  /** The picture of a row for those who cannot see it. */
  picture: ({ quantity, value, expected, ranges }: EvidenceRow, figures: Figures): string => {
    if (quantity === "cycling") return "";
    const parts = ranges
      .filter(({ cause }) => cause !== "none")
      .map(
        ({ cause, low, high }) => `${causeName(cause).toLowerCase()} ${quantityRange(quantity, low, high, figures)}`,
      );
    const sound = expected ? [`expected ${quantityRange(quantity, expected.low, expected.high, figures)}`] : [];
    return `${quantityNames[quantity]} ${quantityNumber(quantity, value, figures)}; ${[...sound, ...parts].join(", ")}`;
  },
};

export function hardLimitWords({ code, value }: HardLimit, figures: Figures): string {
  switch (code) {
    case "freezing":
      return `Coil freezes below ${figures.quantity(value, "kPa")}`;
    case "cut-out":
      return `High-pressure cut-out at ${figures.quantity(value, "kPa")}`;
    case "hot-discharge":
      return `Too hot above ${figures.quantity(value, "degC")}`;
  }
}

export const limitNames: Record<HardLimitCode, string> = {
  freezing: "coil freezes",
  "cut-out": "high-pressure cut-out",
  "hot-discharge": "discharge too hot",
};
