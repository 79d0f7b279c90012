/** Readings that cannot be, and what to check: words for readings/derive/plausibility.ts. */
import type { ImplausibleCode } from "@/core/readings/derive/plausibility";
import { formatQuantity } from "@/core/units/units";

export const implausibleWords: Record<ImplausibleCode, { what: string; check: string }> = {
  "swapped-sides": {
    what: "The low side reads above the high side while running",
    check: "Hoses or values are exchanged. Check which coupler is on which port.",
  },
  "high-coupler-shut": {
    what: "The high gauge reads zero while the engine runs",
    check: "Open its coupler fully and read again.",
  },
  "joined-gauges": {
    what: "Both gauges read the same, but the vent is cold",
    check: "Close both manifold hand wheels and read again.",
  },
  "alike-while-running": {
    what: "Both gauges read the same while running",
    check: "Check that the compressor turns and both hand wheels are closed.",
  },
  "suction-below-evaporating": {
    what: "The suction line is below evaporating temperature",
    check: "Check the low gauge's zero and unit, and the clamp position. The clamp is not used.",
  },
  "liquid-above-condensing": {
    what: "The liquid line is above condensing temperature",
    check: "Check that the clamp is on the liquid line and the high coupler fully open. The clamp is not used.",
  },
  "vent-above-return": {
    what: "The vent is warmer than the return air, despite a cold evaporator",
    check: "Set full cold and close the heater valve. If the vent stays warm, suspect the blend door.",
  },
  "low-shut-at-rest": {
    what: "Engine off, the low gauge reads zero, the high gauge does not",
    check: "Open its coupler fully and read again. The low gauge is not used.",
  },
  "high-shut-at-rest": {
    what: "Engine off, the high gauge reads zero, the low gauge does not",
    check: "Open its coupler fully and read again. The high gauge is not used.",
  },
  "rest-against-running": {
    what: "Static pressure showed no refrigerant, but running shows pressure",
    check: "A coupler was closed, or it has been charged since. Read the static pressure again.",
  },
};

export const exchangeWords = "Exchange low and high";

/** "... at 800 rpm". */
export function implausibleSentence(what: ImplausibleCode, rpm: number | null): string {
  return `${implausibleWords[what].what}${rpm === null ? "" : ` (at ${formatQuantity(rpm, "rpm")})`}.`;
}

/** Names of the learned row's values, without engine speed. */
const learnedNames: Record<string, string> = {
  lowT: "low side",
  approach: "condenser split",
  vent: "vent",
  ventOverAir: "vent above return air",
  ventOverLow: "vent above evaporating",
  suctionOverLow: "superheat",
  suction: "suction line above ambient",
  subcooling: "subcooling",
  liquidOverAir: "liquid line above ambient",
  dischargeOverHigh: "discharge line above condensing",
  inletOverAir: "condenser inlet air above ambient",
  airRise: "condenser air rise",
  command: "control-valve duty",
  lnRatio: "pressure ratio",
  lowGauge: "low side",
  highGauge: "high side",
  swingK: "low-side swing",
  lnPeriod: "clutch cycle time",
  lowestT: "lowest low side",
  lineFall: "liquid-line temperature drop",
  rpm: "engine speed",
  ambient: "ambient",
  humidity: "humidity",
  blower: "blower",
  returnOverAmbient: "return air above ambient",
  lnCharge: "label charge",
  restOver: "static pressure above saturation",
  restBetween: "static pressure difference",
  soakOverAmbient: "soak temperature above ambient",
  lnRestShare: "static pressure ratio to saturation",
  lnMeeting: "equalisation time",
  recoveredShare: "recovered weight",
  highOverRest: "high side to static pressure",
  lowOverRest: "low side to static pressure",
};

const speedWords: Record<string, string> = { idle: " at idle", fast: " at fast idle", between: " between both speeds" };

/** A value of the learned row as a person calls it: "superheat at idle". */
export function learnedValueWords(value: string): string {
  const [first = "", second] = value.split(" ");
  return second === undefined ? learnedNames[first]! : `${learnedNames[second]}${speedWords[first]}`;
}
