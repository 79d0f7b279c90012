/** Requirements of a repair: oil by part, suitable oils, drier, flush, and the oil balance. All masses in g. */
import { circuitParts } from "../causes/work";
import type { CompressorKind } from "../circuit/vehicle/vehicle";
import { type Refrigerant, refrigerantEntry } from "../fluids/refrigerants";

export const repairParts = circuitParts;
export type RepairPart = (typeof repairParts)[number];

/** Opened and closed again, or a new one put in. */
export const repairKinds = ["opened", "renewed"] as const;
export type RepairKind = (typeof repairKinds)[number];

/**
 * Oil that stays in a part when it goes out, g, for a middling car: what is poured in with the new one. A workshop's own sheet and the
 * vehicle's own figure come before it. A new compressor holds its own: what came out of the old one is measured instead.
 */
export const usualOilSheet: Record<RepairPart, number> = {
  "service-cores": 0,
  "o-rings": 0,
  "suction-hose": 10,
  "discharge-hose": 5,
  "liquid-line": 5,
  "metering-device": 0,
  drier: 15,
  accumulator: 50,
  condenser: 25,
  evaporator: 35,
  compressor: 0,
};

export const circuitOils = ["PAG", "PAG for R1234yf", "POE", "other"] as const;
export type CircuitOil = (typeof circuitOils)[number];

export type OilDoubt =
  /** A trace of it conducts: the windings lie in the refrigerant. */
  "conducts-in-electric" | "not-for-this-refrigerant" | "not-what-the-label-says" | "kind-not-known";

/** Objections to filling this oil into this vehicle; empty when there are none. */
export function oilDoubts(
  oil: CircuitOil | null,
  vehicle: { refrigerant: Refrigerant | null; compressor: CompressorKind | null; labelOil: string | null },
): OilDoubt[] {
  if (oil === null || oil === "other") return ["kind-not-known"];
  const doubts: OilDoubt[] = [];
  const electric = vehicle.compressor === "electric";
  if (electric && oil !== "POE") doubts.push("conducts-in-electric");
  if (vehicle.refrigerant !== null && refrigerantEntry(vehicle.refrigerant).unsuitableOils.includes(oil))
    doubts.push("not-for-this-refrigerant");
  const named = vehicle.labelOil;
  if ((named === "PAG" || named === "POE") && !oil.startsWith(named)) doubts.push("not-what-the-label-says");
  return doubts;
}

export interface RepairedPart {
  part: RepairPart;
  kind: RepairKind;
  /** Oil that came out with it, when it was measured. */
  drainedG: number | null;
  /** The vehicle's own figure for this part, when there is one. */
  ownG: number | null;
}

export interface OilInputs {
  parts: readonly RepairedPart[];
  recoveredG: number | null;
  /** The drier is part of the condenser: new with it, its oil counted once, there. */
  drierInCondenser: boolean;
  /** Washed out: then all oil is renewed and the label's amount goes in. */
  flushed: boolean;
  /** All oil in the circuit, from the label. */
  labelOilG: number | null;
  sheet: Record<RepairPart, number>;
}

export interface OilBalance {
  rows: {
    reason: "recovered" | "flushed" | RepairPart;
    grams: number;
    source: "measured" | "vehicle" | "sheet" | "label";
  }[];
  /** To pour back in. */
  backG: number;
  /** Measurements still missing before the sum holds. */
  missing: ("recovered" | "label-oil" | "compressor-drained")[];
}

/** Drained and parts and recovered: what goes back in. The vehicle's own figure wins over what was measured, that over the sheet. */
export function oilBalance({ parts, recoveredG, drierInCondenser, flushed, labelOilG, sheet }: OilInputs): OilBalance {
  if (flushed) {
    return labelOilG === null
      ? { rows: [], backG: 0, missing: ["label-oil"] }
      : { rows: [{ reason: "flushed", grams: labelOilG, source: "label" }], backG: labelOilG, missing: [] };
  }
  const rows: OilBalance["rows"] = [];
  const missing: OilBalance["missing"] = [];
  if (recoveredG === null) missing.push("recovered");
  else rows.push({ reason: "recovered", grams: recoveredG, source: "measured" });
  const drierCounted = drierInCondenser && parts.some(({ part, kind }) => part === "condenser" && kind === "renewed");
  for (const { part, kind, drainedG, ownG } of parts) {
    if (part === "drier" && drierCounted) continue;
    if (kind !== "renewed") {
      if (drainedG !== null && drainedG > 0) rows.push({ reason: part, grams: drainedG, source: "measured" });
      continue;
    }
    if (ownG !== null) rows.push({ reason: part, grams: ownG, source: "vehicle" });
    else if (drainedG !== null) rows.push({ reason: part, grams: drainedG, source: "measured" });
    else if (part === "compressor") missing.push("compressor-drained");
    else if (sheet[part] > 0) rows.push({ reason: part, grams: sheet[part], source: "sheet" });
  }
  return { rows, backG: rows.reduce((sum, { grams }) => sum + grams, 0), missing };
}

export type RepairDuty = "renew-drier" | "flush" | "renew-o-rings" | "orifice-screen" | "renew-drier-after-open";

/** Standing open longer than this, a drier is full of the air's water, hours. */
const OPEN_HOURS = 4;

/** Remaining requirements of this repair. */
export function repairDuties(repair: {
  parts: readonly Pick<RepairedPart, "part" | "kind">[];
  debris: boolean;
  flushed: boolean;
  openHours: number | null;
  drierInCondenser: boolean;
  metering: "expansion-valve" | "orifice-tube" | null;
}): RepairDuty[] {
  const { parts, debris, flushed, openHours, drierInCondenser, metering } = repair;
  const renewed = (part: RepairPart) => parts.some((one) => one.part === part && one.kind === "renewed");
  const drier = renewed("drier") || renewed("accumulator") || (drierInCondenser && renewed("condenser"));
  const opened = parts.some(({ part }) => part !== "service-cores");
  const duties: RepairDuty[] = [];
  if (debris && !flushed) duties.push("flush");
  if (debris && metering === "orifice-tube" && !renewed("metering-device")) duties.push("orifice-screen");
  if (opened && !drier) duties.push((openHours ?? 0) > OPEN_HOURS ? "renew-drier-after-open" : "renew-drier");
  const joints = parts.some(({ part }) => part !== "service-cores" && part !== "o-rings");
  if (joints && !renewed("o-rings")) duties.push("renew-o-rings");
  return duties;
}
