/** The trade's words for what the records hold as codes. */

import type { OtherRepair } from "@/core/causes/work";
import { type ChargingMethod, methodSigns, ruleOfThumbKpa } from "@/core/charge/charging-methods";
import type { RepairPart } from "@/core/charge/oil";
import type { VacuumGauge } from "@/core/charge/vacuum/target";
import { type Refrigerant, refrigerants } from "@/core/fluids/refrigerants";
import type { Job, LabelRefrigerant, StopSign } from "@/core/records/job";
import type { Figures } from "@/core/units/figures";

type Intake = Job["intake"];

export const refrigerantLabels: Record<LabelRefrigerant, string> = {
  ...(Object.fromEntries(refrigerants.map((name) => [name, name])) as Record<Refrigerant, string>),
  R744: "R744 (CO₂)",
  other: "Other or unreadable",
};

export const unreadableLabel =
  "No label percentage is shown. Before charging, get the weight from the maker or an identical vehicle.";

export const highPortLabels: Record<NonNullable<Intake["highPort"]>, string> = {
  "after-condenser": "After the condenser",
  "before-condenser": "On the discharge line",
};

export const meteringLabels: Record<NonNullable<Intake["metering"]>, string> = {
  "expansion-valve": "Expansion valve (TXV)",
  "orifice-tube": "Orifice tube",
};

/** Short form for the line that names the circuit. */
export const circuitWords = {
  "expansion-valve": "expansion valve",
  "orifice-tube": "orifice tube",
  fixed: "fixed displacement",
  "variable-internal": "variable, internal control",
  "variable-external": "variable, external control",
  electric: "electric",
} as const;

export const compressorLabels: Record<NonNullable<Intake["compressor"]>, string> = {
  fixed: "Fixed, with clutch",
  "variable-internal": "Variable, internal control",
  "variable-external": "Variable, external control",
  electric: "Electric",
};

export const fanLabels: Record<NonNullable<Intake["condenserFan"]>, string> = {
  electric: "Electric",
  viscous: "Viscous",
  both: "Both",
};

export const historyLabels: Record<NonNullable<Intake["history"]>, string> = {
  untouched: "None",
  serviced: "Documented service",
  "topped-up": "Topped up",
  unknown: "Unknown",
};

export const oilLabels: Record<NonNullable<Intake["oilKind"]>, string> = {
  PAG: "PAG",
  POE: "POE",
  other: "Other",
  unknown: "Unknown",
};

export const stopSignLabels: Record<StopSign, string> = {
  bang: "Bang",
  hiss: "Hissing leak",
  smell: "Burnt smell",
  "oil-spray": "Oil spray",
};

export const repairPartLabels: Record<RepairPart, string> = {
  "service-cores": "Service port cores",
  "o-rings": "O-rings at opened joints",
  "suction-hose": "Suction hose",
  "discharge-hose": "Discharge hose",
  "liquid-line": "Liquid line",
  "metering-device": "Metering device",
  drier: "Receiver-drier",
  accumulator: "Accumulator",
  condenser: "Condenser",
  evaporator: "Evaporator",
  compressor: "Compressor",
};

export const otherRepairLabels: Record<OtherRepair, string> = {
  fan: "Condenser fan or relay",
  blower: "Blower",
  "cabin-filter": "Cabin filter",
  "blend-door-actuator": "Blend door or actuator",
  "pressure-sensor": "Pressure sensor or switch",
  "control-valve": "Control valve",
  "clutch-coil": "Clutch or coil",
  belt: "Belt or tensioner",
  wiring: "Wiring or connector",
};

export const methodLabels: Record<ChargingMethod, (figures: Figures) => string> = {
  "pressure-chart": () => "Pressure chart",
  subcooling: (figures) => `Subcooling, ${figures.quantity(methodSigns.subcoolingK, "K", 0)}`,
  superheat: (figures) => `Superheat, ${figures.quantity(methodSigns.superheatK, "K", 0)}`,
  "sight-glass": (figures) => `Clear sight glass plus ${figures.quantity(methodSigns.afterClearG, "g")}`,
  "low-side": (figures) => `Low side only, ${figures.quantity(ruleOfThumbKpa.low, "kPa", 0)}`,
  "air-split": (figures) => `Air drop, ${figures.quantity(methodSigns.airSplitK, "K", 0)}`,
};

/** The wall's chart, where a shop has none of its own. */
export const ruleOfThumb = (figures: Figures) =>
  `the rule of thumb: ${figures.number(ruleOfThumbKpa.low, "kPa")} and ${figures.quantity(ruleOfThumbKpa.high, "kPa")}`;

export const vacuumGaugeLabels: Record<VacuumGauge, string> = {
  electronic: "Electronic, absolute",
  "fine-mechanical": "Fine mechanical",
  "coarse-mechanical": "Manifold gauge",
};

/** Options of a choice from a table of labels. */
export function optionsOf<Value extends string>(labels: Record<Value, string>): { value: Value; label: string }[] {
  return (Object.entries(labels) as [Value, string][]).map(([value, label]) => ({ value, label }));
}

/** A file's name that says which car and which day, and that it is practice or demo. */
export function jobFileName({ intake, createdAt, purpose }: Pick<Job, "intake" | "createdAt" | "purpose">): string {
  const words = intake.vehicle
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 40);
  const mark = purpose === "work" ? "" : `${purpose}-`;
  return `evrid-${mark}${createdAt.slice(0, 10)}-${words || "job"}.json`;
}

export const identityWords = {
  model: "Model",
  plate: "Plate",
  vin: "VIN",
  mileage: "Mileage",
  firstYear: "First registered",
} as const;

/** A place in the record, as a person would find it: "charge containers net". */
export function placeWords(place: string): string {
  const parts = place.split("/").filter((part) => !/^(text|unit|\d+)$/.test(part));
  return parts.map((part) => part.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)).join(" ");
}
