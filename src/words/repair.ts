/** Words of the repair: oil, drier, flush, duties. */
import type { CircuitOil, OilBalance, OilDoubt, RepairDuty } from "@/core/charge/oil";

export const oilSourceWords = {
  measured: "measured",
  vehicle: "maker's figure",
  sheet: "from the sheet",
  label: "from the label",
};

export const oilMissingWords: Record<OilBalance["missing"][number], string> = {
  recovered: "Oil that came out at recovery is not written down: look at the machine's separator.",
  "label-oil": "After a flush the label's amount goes in; it is not known yet.",
  "compressor-drained": "Drain the old compressor and measure: as much goes into the new one.",
};

export const oilNames: Record<CircuitOil, string> = {
  PAG: "PAG",
  "PAG for R1234yf": "PAG for R1234yf",
  POE: "POE",
  other: "Another",
};

export const oilDoubtWords: Record<OilDoubt, readonly [string, string]> = {
  "conducts-in-electric": [
    "Not into an electric compressor",
    "PAG conducts: a trace of it between the windings trips the vehicle's insulation watch. POE only.",
  ],
  "not-for-this-refrigerant": [
    "Not for R1234yf",
    "R1234yf breaks ordinary PAG down. Use the PAG made for it, or what the maker names.",
  ],
  "not-what-the-label-says": [
    "The label names another oil",
    "Mixed oils may not dissolve the refrigerant: it stays out in the coil.",
  ],
  "kind-not-known": ["Which oil is it", "Nothing is filled in whose kind is not known."],
};

export const dutyWords: Record<RepairDuty, readonly [string, string]> = {
  "renew-drier": ["Renew the drier", "The circuit was opened: the drier has drunk from the air."],
  "renew-drier-after-open": [
    "Renew the drier: it stood open for hours",
    "By now the drier is full of the air's water, and so are the walls: pull longer.",
  ],
  flush: [
    "Flush before anything new goes in",
    "Debris goes round and takes the new part with it. What cannot be flushed (condenser with flat tubes, hoses with mufflers) is renewed.",
  ],
  "renew-o-rings": ["New O-rings, oiled, at every joint opened", "An old ring seals once."],
  "orifice-screen": ["Look at the orifice's screen", "Metal in it says that the compressor sheds: renew the tube."],
};
