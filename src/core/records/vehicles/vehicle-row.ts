/**
 * One line a vehicle, as the list of vehicles shows it and the index finds it: made from its record, if it has one, and its visits.
 */
import type { LabelRefrigerant } from "../job";
import type { Vehicle } from "./vehicle";
import { forecastOf, type LeakRate, type Passing, type VehicleHistory } from "./vehicle-history";
import type { Visit } from "./visit";

export interface VehicleRow {
  /** Id of its record; of a vehicle without one, `name:` and its key. */
  id: string;
  name: string;
  plate: string;
  owner: string;
  refrigerant: LabelRefrigerant | null;
  labelG: number | null;
  metering: Visit["metering"];
  compressor: Visit["compressor"];
  visits: number;
  /** Practice jobs under its name. */
  practice: number;
  /** Empty where it was never here. */
  lastAt: string;
  rate: LeakRate | null;
  /** When less than 85 % of the label is left. */
  passes: Passing | null;
  /** Search words: every query word begins one of these. */
  words: string[];
}

/** Marks a vehicle that has no record. */
const BY_NAME = "name:";

export const rowIdOf = (key: string) => `${BY_NAME}${key}`;
export const keyOfRowId = (id: string) => (id.startsWith(BY_NAME) ? id.slice(BY_NAME.length) : null);

/** Letters and digits of a plate or VIN alone. */
export const withoutMarks = (text: string): string => text.replace(/[^\p{L}\p{N}]+/gu, "");

/** Words of a text as they are looked for: lower case, no marks. */
export function searchWords(text: string): string[] {
  return [...new Set(text.toLowerCase().split(/[^\p{L}\p{N}]+/u))].filter((word) => word !== "");
}

/** Null where nothing is left of it: no record, no visit, and nothing practised under its name. */
export function rowOf(
  record: Vehicle | null,
  history: VehicleHistory,
  practice: readonly Visit[] = [],
): VehicleRow | null {
  const newest = history[0] ?? practice[0];
  if (record === null && newest === undefined) return null;
  const known = <Field extends keyof Visit>(field: Field): Visit[Field] | null =>
    history.find((visit) => visit[field] !== null)?.[field] ?? null;
  const labelG = known("labelG");
  const refrigerant = known("refrigerant");
  const forecast = forecastOf(history);
  const name = record?.name || newest?.name || record?.plate || "";
  const said = (field: "model" | "plate" | "vin") =>
    history.map((visit) => visit[field] ?? "").filter((text) => text !== "");
  const plate = record?.plate || said("plate")[0] || "";
  const owner = record?.owner ?? "";
  return {
    id: record?.id ?? rowIdOf(newest!.vehicleKey),
    name,
    plate,
    owner,
    refrigerant,
    labelG,
    metering: known("metering"),
    compressor: known("compressor"),
    visits: history.length,
    practice: practice.length,
    lastAt: history[0]?.at ?? "",
    rate: forecast?.rate ?? null,
    passes: forecast?.passing[0]?.when ?? null,
    words: searchWords(
      [
        name,
        plate,
        // A plate is also typed without its blanks.
        withoutMarks(plate),
        owner,
        ...said("plate").flatMap((one) => [one, withoutMarks(one)]),
        ...said("model"),
        ...said("vin"),
        record?.note ?? "",
        ...(record?.names ?? []),
        refrigerant ?? "",
        labelG === null ? "" : String(Math.round(labelG)),
      ].join(" "),
    ),
  };
}
