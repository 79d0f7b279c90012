/** Readings that cannot be, and what to check: words for readings/derive/plausibility.ts. */
import type { ImplausibleCode } from "@/core/readings/derive/plausibility";
import { formatQuantity } from "@/core/units/units";

export const implausibleWords: Record<ImplausibleCode, { what: string; check: string }> = {
  "swapped-sides": {
    what: "The low side reads more than the high side while it runs",
    check: "The hoses are swapped, or their numbers. See which coupler sits on which port, and exchange them.",
  },
  "high-coupler-shut": {
    what: "The high gauge stands at nothing while the circuit runs",
    check: "Its coupler is not open: open it fully, and read again.",
  },
  "joined-gauges": {
    what: "Both gauges read the same, and yet the vent is cold",
    check: "The hand wheels of the manifold join them: close both, and read again.",
  },
  "alike-while-running": {
    what: "Both gauges read the same while it should run",
    check: "See that the compressor turns, and that both hand wheels are closed.",
  },
  "suction-below-evaporating": {
    what: "The suction line is colder than what boils in it",
    check: "Check the low gauge's zero and unit, and where the clamp sits. The clamp was left out.",
  },
  "liquid-above-condensing": {
    what: "The liquid line is hotter than what condenses",
    check:
      "Check that the clamp sits on the liquid line, and that the high coupler is fully open. The clamp was left out.",
  },
  "vent-above-return": {
    what: "The vent is warmer than the air that goes in, over a cold evaporator",
    check: "Set it to full cold and shut the heater valve; if it stays warm, the blend door is the fault.",
  },
  "low-shut-at-rest": {
    what: "At rest the low gauge stands at nothing, and the high gauge does not",
    check: "Its coupler is not open: open it fully, and read again. The low gauge was left out.",
  },
  "high-shut-at-rest": {
    what: "At rest the high gauge stands at nothing, and the low gauge does not",
    check: "Its coupler is not open: open it fully, and read again. The high gauge was left out.",
  },
  "rest-against-running": {
    what: "At rest it held no refrigerant, and running it has pressure",
    check: "One of them was read with a coupler shut, or it was charged since: read the static pressure again.",
  },
};

export const exchangeWords = "Exchange low and high in what was read";

/** "... at 800 rpm". */
export function implausibleSentence(what: ImplausibleCode, rpm: number | null): string {
  return `${implausibleWords[what].what}${rpm === null ? "" : ` (at ${formatQuantity(rpm, "rpm")})`}.`;
}

/** What the values of the learned row are called, without their speed. */
const learnedNames: Record<string, string> = {
  lowT: "low side",
  approach: "high side over ambient",
  vent: "vent",
  ventOverAir: "vent over the air that goes in",
  ventOverLow: "vent over evaporating",
  suctionOverLow: "superheat",
  suction: "suction line over ambient",
  subcooling: "subcooling",
  liquidOverAir: "liquid line over ambient",
  dischargeOverHigh: "discharge line over condensing",
  inletOverAir: "condenser inlet air over ambient",
  airRise: "warming of the condenser's air",
  command: "compressor command",
  lnRatio: "compression ratio",
  lowGauge: "low side",
  highGauge: "high side",
  swingK: "swing of the low side",
  lnPeriod: "period of the clutch",
  lowestT: "lowest low side",
  lineFall: "fall along the liquid line",
  rpm: "engine speed",
  ambient: "ambient",
  humidity: "humidity",
  blower: "blower",
  returnOverAmbient: "cabin return air over ambient",
  lnCharge: "label charge",
  restOver: "static pressure over saturation",
  restBetween: "difference of the sides at rest",
  soakOverAmbient: "soak temperature over ambient",
  lnRestShare: "static pressure over saturation",
  lnMeeting: "time until the sides equalised",
  recoveredShare: "recovered weight",
  highOverRest: "high side over the static pressure",
  lowOverRest: "low side over the static pressure",
};

const speedWords: Record<string, string> = { idle: " at idle", fast: " at fast idle", between: " between both speeds" };

/** A value of the learned row as a person calls it: "superheat at idle". */
export function learnedValueWords(value: string): string {
  const [first = "", second] = value.split(" ");
  return second === undefined ? learnedNames[first]! : `${learnedNames[second]}${speedWords[first]}`;
}
