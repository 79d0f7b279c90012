/**
 * The record of a vehicle, `evrid.vehicle` version 3: what belongs to the car and not to a visit. Jobs hang on it by the names it goes by; label,
 * build and readings stand in the jobs. Version 1 had no photos, version 2 forgot what a merged
 * record had been merged from. One that nobody wrote anything about has no record: it is its jobs.
 */

import { type RecordIssue, readRecord } from "../../read-record";
import type { Result } from "../../result";
import * as z from "../../zod";
import { MOST_PHOTOS, photoSchema } from "../job/photos";
import { instant, words } from "../job/written";
import { vehicleKey } from "./vehicle-name";

/** Names one vehicle may go by. */
const MOST_NAMES = 100;

const key = z.string().min(1).max(160);

const partSchema = z.strictObject({
  name: words,
  plate: z.string().max(60),
  owner: z.string().max(200),
  note: words,
  /** As they were typed in jobs, without capitals and blanks. */
  names: z.array(key).min(1).max(MOST_NAMES),
});

export const vehicleSchema = partSchema.extend({
  format: z.literal("evrid.vehicle"),
  version: z.literal(3),
  id: z.string().min(1).max(100),
  createdAt: instant,
  updatedAt: instant,
  /** Photos of the car itself: label, ports. Kept beside the records, each by its own id. */
  photos: z.array(photoSchema.omit({ step: true })).max(MOST_PHOTOS),
  /** Records that turned out to be the same car, as they were, so that they can be taken apart again. */
  joined: z
    .array(
      partSchema.extend({
        id: z.string().max(200),
        at: instant,
        /** The record it had been merged into before that one was merged too; null where it was merged into this one itself. */
        of: z.string().max(200).nullable(),
        /** Own values of the record before it was merged. */
        had: partSchema.pick({ plate: true, owner: true, note: true }),
      }),
    )
    .max(MOST_NAMES),
});
export type Vehicle = z.infer<typeof vehicleSchema>;
/** Words about a vehicle that a person types. */
export const vehicleWordsSchema = partSchema.pick({ name: true, plate: true, owner: true, note: true });
export type VehicleWords = z.infer<typeof vehicleWordsSchema>;
export type VehiclePhoto = Vehicle["photos"][number];

export const VEHICLE_VERSION = 3;

/** Checks a stored or filed vehicle. */
export function readVehicle(given: unknown): Result<Vehicle, RecordIssue> {
  return readRecord(fromVersion2(fromVersion1(given)), "evrid.vehicle", VEHICLE_VERSION, vehicleSchema);
}

function fromVersion1(given: unknown): unknown {
  const record = (typeof given === "object" && given !== null ? given : {}) as Record<string, unknown>;
  return record.version === 1 ? { ...record, version: 2, photos: [] } : given;
}

function fromVersion2(given: unknown): unknown {
  const record = (typeof given === "object" && given !== null ? given : {}) as Record<string, unknown>;
  if (record.version !== 2) return given;
  const joined = Array.isArray(record.joined)
    ? record.joined.map((one) => (typeof one === "object" && one !== null ? { of: null, ...one } : one))
    : record.joined;
  return { ...record, version: 3, joined };
}

/** A record for a vehicle that was only its jobs till now. */
export function newVehicle(id: string, name: string, now: string): Vehicle {
  return {
    format: "evrid.vehicle",
    version: 3,
    id,
    name: name.trim(),
    plate: "",
    owner: "",
    note: "",
    names: [vehicleKey(name)],
    createdAt: now,
    updatedAt: now,
    photos: [],
    joined: [],
  };
}

type Words = Pick<Vehicle, "plate" | "owner" | "note">;

/** Merges one record with what it lacks from another. */
function bothSay(kept: Words, other: Words): Words {
  return {
    plate: kept.plate || other.plate,
    owner: kept.owner || other.owner,
    note: [kept.note, other.note].filter(Boolean).join("\n"),
  };
}

/** Two records of one car as one: the first keeps its words, and takes over what it lacks. */
export function joined(kept: Vehicle, other: Vehicle, now: string): Vehicle {
  const { id, name, plate, owner, note, names } = other;
  const had = { plate: kept.plate, owner: kept.owner, note: kept.note };
  return {
    ...kept,
    ...bothSay(kept, other),
    names: [...new Set([...kept.names, ...names])],
    updatedAt: now,
    photos: [...kept.photos, ...other.photos].slice(0, MOST_PHOTOS),
    joined: [
      ...kept.joined,
      ...other.joined.map((one) => ({ ...one, of: one.of ?? id })),
      { id, name, plate, owner, note, names, at: now, of: null, had },
    ],
  };
}

/**
 * The record without the one that was joined last, and that one as it was, with what had been joined to it before; what was written since stays.
 * Null where none was joined.
 */
export function takenApart(whole: Vehicle, now: string): { rest: Vehicle; part: Vehicle } | null {
  const last = whole.joined.findLast(({ of }) => of === null);
  if (last === undefined) return null;
  const { at: _, of: __, id, had, ...words } = last;
  const within = new Set([id]);
  // Merge history, oldest first.
  for (const one of [...whole.joined].reverse()) if (one.of !== null && within.has(one.of)) within.add(one.id);
  const its = whole.joined.filter((one) => one !== last && within.has(one.id) && one.of !== null);
  const then = bothSay(had, words);
  const names = whole.names.filter((name) => !words.names.includes(name));
  return {
    rest: {
      ...whole,
      names: names.length > 0 ? names : whole.names,
      plate: whole.plate === then.plate ? had.plate : whole.plate,
      owner: whole.owner === then.owner ? had.owner : whole.owner,
      note: whole.note === then.note ? had.note : whole.note,
      updatedAt: now,
      joined: whole.joined.filter((one) => one !== last && !its.includes(one)),
    },
    part: {
      ...newVehicle(id, words.name, now),
      ...words,
      joined: its.map((one) => (one.of === id ? { ...one, of: null } : one)),
    },
  };
}
