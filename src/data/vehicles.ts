/** Vehicles: the list and its index, the record of one with its visits, and what can be done with it. */
import { joined, newVehicle, readVehicle, takenApart, type Vehicle } from "@/core/records/vehicles/vehicle";
import type { VehicleHistory } from "@/core/records/vehicles/vehicle-history";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import { keyOfRowId, rowIdOf, searchWords, type VehicleRow, withoutMarks } from "@/core/records/vehicles/vehicle-row";
import type { Visit } from "@/core/records/vehicles/visit";
import { noteChange } from "./changes";
import { database } from "./database";
import { rebuildRows, recordOf, visitsUnder } from "./record-index";
import { refused } from "./refused";

/** So many fill any screen. */
const FIRST = 40;

/** The vehicles seen last, before all are read, and how many there are. */
export async function newestVehicles(): Promise<{ rows: VehicleRow[]; count: number }> {
  const [rows, count] = await Promise.all([
    database.vehicleRows.orderBy("lastAt").reverse().limit(FIRST).toArray(),
    database.vehicleRows.count(),
  ]);
  return { rows, count };
}

/** Every vehicle, the one seen last first. */
export async function listVehicles(): Promise<VehicleRow[]> {
  // All at once and sorted here: a cursor that goes backwards reads them one by one.
  return (await database.vehicleRows.toArray()).sort(lastFirst);
}

const lastFirst = (a: VehicleRow, b: VehicleRow) => (a.lastAt < b.lastAt ? 1 : a.lastAt > b.lastAt ? -1 : 0);

/** So few candidates are looked at themselves rather than asked for word by word. */
const FEW = 400;

/** Ids of the vehicles that have a word beginning with each word of a query; null for an empty query. */
export async function findVehicles(query: string): Promise<Set<string> | null> {
  // The longest word leaves the fewest.
  const [first, ...others] = searchWords(query).sort((a, b) => b.length - a.length);
  if (first === undefined) return null;
  const beginning = async (word: string) =>
    new Set<string>(await database.vehicleRows.where("words").startsWith(word).primaryKeys());
  let found = [...(await beginning(first))];
  for (const [i, word] of others.entries()) {
    if (found.length <= FEW) {
      const left = others.slice(i);
      const rows = (await database.vehicleRows.bulkGet(found)).filter((row) => row !== undefined);
      found = rows
        .filter(({ words }) => left.every((one) => words.some((has) => has.startsWith(one))))
        .map(({ id }) => id);
      break;
    }
    const ids = await beginning(word);
    found = found.filter((id) => ids.has(id));
  }
  return new Set(found);
}

/** The vehicles that a query finds, the one seen last first, at most so many. */
export async function searchVehicles(query: string, most: number): Promise<VehicleRow[]> {
  const ids = await findVehicles(query);
  if (ids === null) return database.vehicleRows.orderBy("lastAt").reverse().limit(most).toArray();
  const rows = (await database.vehicleRows.bulkGet([...ids])).filter((row) => row !== undefined);
  return rows.sort(lastFirst).slice(0, most);
}

export interface VehicleFile {
  id: string;
  /** Null where nobody wrote anything about it. */
  record: Vehicle | null;
  row: VehicleRow;
  history: VehicleHistory;
  /** Practice jobs under its name: no part of its history. */
  practice: readonly Visit[];
}

async function recordById(id: string): Promise<Vehicle | null> {
  const stored: unknown = await database.vehicles.get(id);
  const read = stored === undefined ? null : readVehicle(stored);
  return read?.ok ? read.value : null;
}

/** The record that one with this id was merged into, at once or by way of another: a printed code outlives its record. */
async function mergedFrom(id: string): Promise<Vehicle | null> {
  const stored = await database.vehicles
    .filter(({ joined: its }) => Array.isArray(its) && its.some((one) => one.id === id))
    .first();
  const read = stored === undefined ? null : readVehicle(stored);
  return read?.ok ? read.value : null;
}

/** One vehicle by the id of its row; null when it is not there any more. A name that has a record now, and a record that was merged, lead to that. */
export async function loadVehicle(id: string): Promise<VehicleFile | null> {
  const key = keyOfRowId(id);
  const record = key === null ? ((await recordById(id)) ?? (await mergedFrom(id))) : await recordOf(key);
  if (key === null && record === null) return null;
  const row = await database.vehicleRows.get(record?.id ?? id);
  if (row === undefined) return null;
  return { id: row.id, record, row, ...(await visitsUnder(record === null ? [key!] : record.names)) };
}

/** It was here, or somebody wrote about it: more than practice under its name. */
const isKnown = (row: VehicleRow) => row.visits > 0 || keyOfRowId(row.id) === null;

const plain = (text: string) => withoutMarks(text).toLowerCase();
/** Shorter plates and VINs are a part of too many. */
const LEAST_PLATE = 3;
const LEAST_VIN = 8;

/** Vehicles with just this plate or this VIN, the one seen last first. */
export async function vehiclesByPapers({ plate, vin }: { plate: string; vin: string }): Promise<VehicleRow[]> {
  const words = [
    plain(plate).length < LEAST_PLATE ? "" : plain(plate),
    plain(vin).length < LEAST_VIN ? "" : plain(vin),
  ];
  const asked = words.filter((word) => word !== "");
  if (asked.length === 0) return [];
  const rows = await database.vehicleRows.where("words").anyOf(asked).distinct().toArray();
  const found: VehicleRow[] = [];
  for (const row of rows.filter(isKnown)) {
    const history = (await loadVehicle(row.id))?.history ?? [];
    const papers = [row.plate, ...history.flatMap((visit) => [visit.plate, visit.vin])].map(plain);
    if (papers.some((one) => asked.includes(one))) found.push(row);
  }
  return found.sort(lastFirst);
}

/** The row of the vehicle that a job's name belongs to; null where it is new here. */
export async function vehicleNamed(name: string): Promise<VehicleRow | null> {
  const key = vehicleKey(name);
  if (key === "") return null;
  const record = await recordOf(key);
  const row = await database.vehicleRows.get(record?.id ?? rowIdOf(key));
  return row !== undefined && isKnown(row) ? row : null;
}

const tables = [database.vehicles, database.visits, database.vehicleRows, database.changes] as const;

/** Within a transaction over {@link tables}: stores a record, checked as it will be read. */
async function putVehicle(vehicle: Vehicle): Promise<void> {
  const read = readVehicle(vehicle);
  if (!read.ok) throw refused(read.issue);
  await database.vehicles.put(read.value);
  await noteChange("vehicle", vehicle.id);
}

type VehicleChange = Partial<Pick<Vehicle, "name" | "plate" | "owner" | "note" | "photos">>;

/** Changes the record of a vehicle; one that had none gets one. Gives its id. */
export async function editVehicle(id: string, change: VehicleChange | ((now: Vehicle) => VehicleChange)) {
  const now = new Date().toISOString();
  return database.transaction("rw", [...tables], async () => {
    const record = await recordAt(id, now);
    const changed = typeof change === "function" ? change(record) : change;
    const edited: Vehicle = { ...record, ...changed, updatedAt: now };
    edited.names = await namesAfter(record, edited);
    await putVehicle(edited);
    await rebuildRows([...record.names, ...edited.names]);
    return edited.id;
  });
}

/**
 * By what it goes once its name or plate was written anew: the new ones, unless jobs of another car go by them, and every old one that jobs hang
 * on. What stood there for a letter's time leaves nothing behind.
 */
async function namesAfter(before: Vehicle, after: Vehicle): Promise<string[]> {
  const hasJobs = async (key: string) => (await database.visits.where("vehicleKey").equals(key).count()) > 0;
  let { names } = before;
  for (const field of ["name", "plate"] as const) {
    const [was, is] = [vehicleKey(before[field]), vehicleKey(after[field])];
    if (was === is) continue;
    if (names.length > 1 && names.includes(was) && !(await hasJobs(was))) names = names.filter((key) => key !== was);
    const others = is === "" || (await hasJobs(is)) || (await recordOf(is)) !== null;
    if (!names.includes(is) && !others && is.length <= MOST_KEY) names = [...names, is];
  }
  return names;
}
const MOST_KEY = 160;

/** The record behind a row, begun where there is none yet. */
async function recordAt(id: string, now: string): Promise<Vehicle> {
  const key = keyOfRowId(id);
  const record = key === null ? await recordById(id) : await recordOf(key);
  if (record !== null) return record;
  if (key === null) throw new Error("this vehicle is no longer in the store");
  const [newest] = (await visitsUnder([key])).history;
  return { ...newVehicle(crypto.randomUUID(), newest?.name ?? key, now), names: [key] };
}

/** Two that are one car: all jobs of the other hang on the first from now on. */
export async function joinVehicles(id: string, otherId: string): Promise<void> {
  const now = new Date().toISOString();
  await database.transaction("rw", [...tables], async () => {
    const [kept, other] = [await recordAt(id, now), await recordAt(otherId, now)];
    if (kept.id === other.id) return;
    const whole = joined(kept, other, now);
    await database.vehicles.delete(other.id);
    await database.vehicleRows.bulkDelete([other.id, otherId]);
    await putVehicle(whole);
    await rebuildRows(whole.names);
  });
}

/** Takes the last joining apart again. */
export async function takeVehicleApart(id: string): Promise<void> {
  const now = new Date().toISOString();
  await database.transaction("rw", [...tables], async () => {
    const whole = await recordById(id);
    const parts = whole === null ? null : takenApart(whole, now);
    if (parts === null) return;
    await putVehicle(parts.rest);
    await putVehicle(parts.part);
    await rebuildRows([...parts.rest.names, ...parts.part.names]);
  });
}

/** Label charges closer together than this share are alike. */
const ALIKE = 0.03;

/** Vehicles with the same refrigerant, build and nearly the same label charge, the nearest first. */
export async function similarVehicles(row: VehicleRow, most = 6): Promise<VehicleRow[]> {
  const { refrigerant, labelG } = row;
  if (refrigerant === null || labelG === null) return [];
  const near = await database.vehicleRows
    .where("[refrigerant+labelG]")
    .between([refrigerant, labelG * (1 - ALIKE)], [refrigerant, labelG * (1 + ALIKE)], true, true)
    .toArray();
  return near
    .filter((one) => one.id !== row.id && one.metering === row.metering && one.compressor === row.compressor)
    .sort((a, b) => Math.abs(a.labelG! - labelG) - Math.abs(b.labelG! - labelG))
    .slice(0, most);
}

/** Possibly the same car under another name: the same label and a similar name, or the same plate. */
export async function perhapsTheSame(row: VehicleRow): Promise<VehicleRow[]> {
  const own = new Set(searchWords(row.name));
  const counted = new Map<string, number>();
  for (const word of own)
    for (const id of await database.vehicleRows.where("words").equals(word).primaryKeys())
      counted.set(id, (counted.get(id) ?? 0) + 1);
  counted.delete(row.id);
  const enough = [...counted].filter(([, shared]) => shared >= Math.min(2, own.size)).map(([id]) => id);
  const rows = (await database.vehicleRows.bulkGet(enough)).filter((one) => one !== undefined);
  return rows.filter((one) => {
    const theirs = searchWords(one.name);
    const shared = theirs.filter((word) => own.has(word)).length;
    const alike = one.labelG === null || row.labelG === null || one.labelG === row.labelG;
    // A fleet's cars differ in their number alone, which is no likeness.
    const numbers = (words: readonly string[]) => words.filter((word) => /^\d+$/.test(word)).join(" ");
    const numbered = numbers(theirs) === numbers([...own]);
    const samePlate = row.plate !== "" && row.plate === one.plate;
    return samePlate || (alike && numbered && shared >= Math.min(theirs.length, own.size) * 0.6);
  });
}
