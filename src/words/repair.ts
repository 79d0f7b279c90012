/** Words of the repair: oil, drier, flush, duties. */
import type { CircuitOil, OilBalance, OilDoubt, RepairDuty } from "@/core/charge/oil";

export const oilSourceWords = {
  measured: "measured",
  vehicle: "maker's figure",
  sheet: "shop's oil sheet",
  label: "from the label",
};

export const oilMissingWords: Record<OilBalance["missing"][number], string> = {
  recovered: "No oil from recovery is recorded. Check the machine's separator.",
  "label-oil": "After a flush the label amount is refilled; it is not known yet.",
  "compressor-drained": "Drain and measure the old compressor's oil. Refill the same amount.",
};

export const oilNames: Record<CircuitOil, string> = {
  PAG: "PAG",
  "PAG for R1234yf": "PAG for R1234yf",
  POE: "POE",
  other: "Other",
};

export const oilDoubtWords: Record<OilDoubt, readonly [string, string]> = {
  "conducts-in-electric": [
    "Not into an electric compressor",
    "PAG conducts: traces trip the vehicle's insulation monitor. Use POE only.",
  ],
  "not-for-this-refrigerant": [
    "Not for R1234yf",
    "R1234yf breaks down ordinary PAG. Use PAG for R1234yf, or the maker's oil.",
  ],
  "not-what-the-label-says": [
    "Label names another oil",
    "Refrigerant may not dissolve in mixed oils, which then stay in the evaporator.",
  ],
  "kind-not-known": ["Select the oil type", "Do not refill oil of unknown type."],
};

export const dutyWords: Record<RepairDuty, readonly [string, string]> = {
  "renew-drier": ["Replace drier", "The circuit was open: the drier has absorbed moisture."],
  "renew-drier-after-open": [
    "Replace drier: open for hours",
    "The drier is saturated and the walls are wet. Evacuate longer.",
  ],
  flush: [
    "Flush before fitting new parts",
    "Debris destroys the new part. Replace what cannot be flushed: flat-tube condensers, hoses with mufflers.",
  ],
  "renew-o-rings": ["Fit oiled new O-rings at every opened joint", "An O-ring seals only once."],
  "orifice-screen": ["Check orifice tube screen", "Metal means a failing compressor: replace the tube."],
};
