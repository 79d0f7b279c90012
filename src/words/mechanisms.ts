/** One sentence of mechanism for each cause, and for what it does to a reading. */
import type { DrillChannel } from "@/core/drill/drill-acts";
import type { CaseFault } from "@/core/drill/drill-troubles";
import type { Mechanism } from "@/core/drill/mechanism";
import { channels } from "@/core/readings/channels";
import type { Figures } from "@/core/units/figures";
import type { UnitId } from "@/core/units/units";

/** Mechanism of each cause in the circuit. */
export const causeMechanisms: Record<CaseFault, string> = {
  undercharge:
    "Too little liquid reaches the metering device: the evaporator dries out early, superheat rises and subcooling vanishes.",
  overcharge: "Liquid backs up in the condenser: less of it condenses, so pressure and subcooling rise.",
  air: "Air collects in the condenser and adds its own pressure: the high side rises without more subcooling at its true temperature.",
  "condenser-airflow":
    "Too little air takes up the heat: the refrigerant must condense hotter, so the high side rises.",
  "restriction-before-port":
    "The flow is throttled before the high port: the port reads low, the compressor works against more.",
  "restriction-after-port":
    "The liquid line throttles before the metering device: the evaporator starves while liquid backs up before the restriction.",
  "metering-stuck-closed":
    "The metering device passes too little: the evaporator starves, superheat rises, liquid backs up with full subcooling.",
  "metering-stuck-open":
    "The metering device passes too much: liquid floods the evaporator, superheat vanishes and the low side rises.",
  "compressor-worn": "The compressor moves too little vapour: the low side stays high and the high side low.",
  "compressor-low-stroke":
    "The compressor runs at a short stroke: the low side stays high and the high side low, as if worn.",
  "compressor-not-driven": "Nothing is pumped: both sides stay equal.",
  "evaporator-airflow": "Too little air brings heat: the evaporator gets colder, and both pressures fall.",
  "blend-door": "Warm air is mixed in behind the evaporator: the vents are warm while the circuit reads as sound.",
  moisture:
    "Water leaves the expanding refrigerant and freezes in the metering device: the low side falls towards a vacuum, and recovers once the ice has thawed. Under vacuum it boils until its vapour pressure stands.",
  "wrong-refrigerant":
    "Two refrigerants can have nearly the same saturation pressure: no gauge tells them apart, only an analyser does.",
  "slow-fan-clutch":
    "The clutch slips: the fan turns too slowly, too little air takes up the heat, and the high side rises at idle.",
  "pressure-sensor":
    "The sensor shows more than the gauge: the control takes a normal pressure for a dangerous one and stops the compressor.",
  "wrong-label": "The circuit holds what its label says; the label belongs to another vehicle.",
};

type Readings = Partial<Record<DrillChannel, string>>;
/** Mechanism of a cause at one reading, where that says more than the sentence of the cause. */
const readingMechanisms: Partial<Record<CaseFault, Readings>> = {
  moisture: { low: "ice narrows the metering device", suction: "the evaporator starves behind the ice" },
  "slow-fan-clutch": {
    high: "the slow fan brings too little air",
    condenserOut: "the little air that passes gets hotter",
  },
  "pressure-sensor": { high: "the control stops the compressor early", low: "the compressor stands most of the time" },
  undercharge: {
    low: "the compressor pumps the starved evaporator down",
    high: "less refrigerant is left to condense",
    suction: "the vapour leaves the evaporator early and warms up on its way",
    liquid: "there is hardly any subcooled liquid",
    vent: "part of the evaporator is dry and does not cool",
    discharge: "hot suction vapour is compressed",
  },
  overcharge: {
    high: "liquid fills part of the condenser",
    liquid: "the liquid stays in the condenser longer and cools down",
    vent: "a higher condensing pressure leaves less capacity",
  },
  air: { high: "the pressure of the air is added", liquid: "the refrigerant itself condenses no hotter" },
  "condenser-airflow": {
    high: "the refrigerant must be hotter to give off its heat",
    low: "the warmer liquid brings more vapour into the evaporator",
    condenserOut: "the little air that passes gets hotter",
    vent: "less capacity is left",
  },
  "restriction-after-port": {
    low: "too little liquid passes",
    meteringIn: "the pressure drops before the metering device, and with it the temperature",
    suction: "the evaporator is starved",
  },
  "restriction-before-port": {
    high: "the port lies behind the restriction",
    liquid: "it has flashed behind the restriction",
  },
  "metering-stuck-closed": {
    low: "too little liquid passes",
    suction: "the evaporator is starved",
    liquid: "liquid backs up and subcools",
  },
  "metering-stuck-open": {
    low: "more liquid passes than can evaporate",
    suction: "liquid leaves the evaporator with the vapour",
  },
  "compressor-worn": {
    low: "the compressor draws off too little vapour",
    high: "the compressor delivers too little vapour",
    discharge: "leaking vapour is compressed again and again",
  },
  "compressor-low-stroke": {
    low: "the short stroke draws off too little vapour",
    high: "the short stroke delivers too little vapour",
  },
  "compressor-not-driven": { low: "nothing is drawn off", high: "nothing is delivered" },
  "evaporator-airflow": { low: "too little heat reaches the evaporator", vent: "the little air is cooled further" },
  "blend-door": { vent: "warm air is mixed in behind the evaporator" },
};

const shownAs: Partial<Record<DrillChannel, { unit: UnitId; decimals: number }>> = {
  low: { unit: "kPa", decimals: 0 },
  high: { unit: "kPa", decimals: 0 },
  command: { unit: "pct", decimals: 0 },
};

/** "Low side 90 kPa below this vehicle when sound (205 kPa): the compressor pumps the starved evaporator down." */
export function mechanismSentence({ channel, sound, direction, cause }: Mechanism, figures: Figures): string {
  const { unit, decimals } = shownAs[channel] ?? { unit: "degC" as const, decimals: 0 };
  const name = channels[channel].name;
  const value = figures.quantity(sound, unit, decimals);
  if (cause === null || direction === "same") return `${name} as in this vehicle when sound (${value}).`;
  const why = readingMechanisms[cause]?.[channel];
  const place = `${name} ${direction} its sound value (${value})`;
  return why === undefined ? `${place}. ${causeMechanisms[cause]}` : `${place}: ${why}.`;
}
