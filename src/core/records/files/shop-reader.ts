/** Records of a shop's file one by one, whatever the file is: checked, each id once, and those that cannot be read named by their place. */
import { type DrillRecord, drillRecordSchema, type Learner, learnerSchema } from "../../drill/progress";
import { refrigerants } from "../../fluids/refrigerants";
import { idIssue } from "../../ids";
import { fail, type Result, succeed } from "../../result";
import * as z from "../../zod";
import { readChoices } from "../choices";
import type { Job } from "../job";
import { type Container, readContainer } from "../stock/container";
import { readStockEntry, type StockEntry } from "../stock/entry";
import { readVehicle, type Vehicle } from "../vehicles/vehicle";
import { type JobFileIssue, readJob } from "./job-file";
import { asPicture, fromBase64 } from "./pictures";

export const SHOP_FILE_VERSION = 5;

const chartSchema = z.strictObject({
  refrigerant: z.enum(refrigerants),
  name: z.string().max(300),
  text: z.string().max(200_000),
});
export const chartsSchema = z.array(chartSchema).max(2);
export type KeptChart = z.infer<typeof chartSchema>;

/** Records of a shop's file by the list they stand in. */
export interface ShopKinds {
  jobs: Job;
  vehicles: Vehicle;
  containers: Container;
  stock: StockEntry;
  learners: Learner;
  drills: DrillRecord;
  charts: KeptChart;
  /** The settings, as they were stored. */
  choices: object;
}
export type ShopList = keyof ShopKinds;

/** Prefixes of demo ids before the demo workshop had a store of its own. */
export const DEMO_ID = "demo-";

/** A record of a shop's file that cannot be read: in which list it stands, and as which. */
export interface BrokenRecord {
  list: "jobs" | "vehicles" | "containers" | "stock" | "pictures" | "choices" | "charts" | "learners" | "drills";
  place: number;
  issue: JobFileIssue;
}

/** Some records of one list, in the order of the file. */
export type ShopPart = { [List in ShopList]: { list: List; records: readonly ShopKinds[List][] } }[ShopList];

export interface ShopPicture {
  /** The job, or the vehicle's photo itself. */
  owner: string;
  id: string;
  jpeg: Uint8Array;
}

/** A file of a shop, opened. Parts are read once, to their end, and pictures after them: a picture comes in only where a record names it. */
export interface OpenShopFile {
  /** The demo workshop's records are invented. */
  workshop: "shop" | "demo";
  /** Records and pictures that it says it has; null where it does not say. */
  all: number | null;
  parts: () => AsyncGenerator<ShopPart>;
  pictures: () => AsyncGenerator<ShopPicture>;
  /** Records and pictures that could not be read so far. */
  broken: readonly BrokenRecord[];
}

/** Reads the records of one file one by one, in any number of calls; what cannot be read is named in `broken`. */
export interface ShopReader {
  readonly broken: BrokenRecord[];
  /** A record by its place in its list, from 1; null where it cannot be read, or where another one of the file has its id. */
  read: <List extends ShopList>(list: List, place: number, given: unknown) => ShopKinds[List] | null;
  /** JPEG bytes, or base64, of a photo that a record read before names; null where none does, or where it is no picture. */
  picture: (owner: string, id: string, given: unknown) => Uint8Array | null;
}

/** `version`: of the file; until 5 ids said whether a record is the demo workshop's. */
export function shopReader(workshop: "shop" | "demo", version: number): ShopReader {
  const broken: BrokenRecord[] = [];
  const leaveOut = (list: BrokenRecord["list"], place: number, issue: JobFileIssue): null => {
    broken.push({ list, place, issue });
    return null;
  };
  const elsewhere: JobFileIssue = { code: "other-workshop", workshop: workshop === "demo" ? "shop" : "demo" };
  /** Jobs say what they are for; earlier versions kept the demo workshop's other records beside a shop's, under ids of their own. */
  const isDemo = (record: unknown): boolean => {
    const { purpose, id } = record as { purpose?: string; id?: string };
    if (purpose !== undefined) return purpose === "demo";
    return version >= SHOP_FILE_VERSION ? workshop === "demo" : (id ?? "").startsWith(DEMO_ID);
  };
  const seen = new Map<ShopList, Set<string>>();
  /** Who keeps the pictures that were named: a job those of its photos, a vehicle's photos each by themselves. */
  const owners = new Map<string, { ids: ReadonlySet<string>; place: number }>();
  const noteOwners = (list: ShopList, record: unknown, place: number) => {
    if (list === "jobs") {
      const { id, photos } = record as Job;
      owners.set(id, { ids: new Set(photos.map((photo) => photo.id)), place });
    } else if (list === "vehicles")
      for (const { id } of (record as Vehicle).photos) owners.set(id, { ids: new Set([id]), place });
  };
  return {
    broken,
    read: (list, place, given) => {
      if (list === "choices") {
        const { record, issues } = choicesIn(given);
        for (const issue of issues) leaveOut(list, place, issue);
        return record as never;
      }
      const { read, idOf, checkId } = readers[list as Exclude<ShopList, "choices">] as unknown as ListReader<{
        id: string;
      }>;
      const made = read(given);
      if (!made.ok) return leaveOut(list, place, made.issue);
      const id = idOf(made.value);
      const its = seen.get(list) ?? new Set();
      seen.set(list, its);
      const wrong =
        checkId(id) ??
        (isDemo(made.value) === (workshop === "demo") ? null : elsewhere) ??
        (its.has(id) ? ({ code: "duplicate", id } as const) : null);
      if (wrong !== null) return leaveOut(list, place, wrong);
      its.add(id);
      noteOwners(list, made.value, place);
      return made.value as never;
    },
    picture: (owner, id, given) => {
      const by = owners.get(owner);
      if (!by?.ids.has(id)) return null;
      const jpeg = given instanceof Uint8Array ? asPicture(given) : fromBase64(given);
      return jpeg.ok ? jpeg.value : leaveOut("pictures", by.place, { code: "broken", field: id, expected: jpeg.issue });
    },
  };
}

const bySchema =
  <Read>(schema: z.ZodType<Read>) =>
  (given: unknown): Result<Read, JobFileIssue> => {
    const read = schema.safeParse(given);
    if (read.success) return succeed(read.data);
    const issue = read.error.issues[0]!;
    return fail({ code: "broken", field: issue.path.join("."), expected: issue.message });
  };

/** A record of a file whose ids within, by which it is joined or pictures are found, are plain too. */
export function withPlainIds<Kind>(
  read: Result<Kind, JobFileIssue>,
  within: (record: Kind) => readonly (readonly [field: string, id: string])[],
): Result<Kind, JobFileIssue> {
  if (!read.ok) return read;
  for (const [field, id] of within(read.value)) {
    const issue = idIssue(id, field);
    if (issue !== null) return fail(issue);
  }
  return read;
}
export const photoIds = (photos: readonly { id: string }[]) =>
  photos.map(({ id }, i) => [`photos.${i}.id`, id] as const);

const readImportedJob = (given: unknown) => withPlainIds(readJob(given), ({ photos }) => photoIds(photos));
const readImportedVehicle = (given: unknown) =>
  withPlainIds(readVehicle(given), ({ photos, joined }) => [
    ...photoIds(photos),
    ...joined.map(({ id }, i) => [`joined.${i}.id`, id] as const),
  ]);

interface ListReader<Kind> {
  read: (given: unknown) => Result<Kind, JobFileIssue>;
  idOf: (record: Kind) => string;
  checkId: typeof idIssue;
}
const listReader = <Kind extends { id: string }>(read: ListReader<Kind>["read"]): ListReader<Kind> => ({
  read,
  idOf: ({ id }) => id,
  checkId: idIssue,
});
const readers: { [List in Exclude<ShopList, "choices">]: ListReader<ShopKinds[List]> } = {
  jobs: listReader(readImportedJob),
  vehicles: listReader(readImportedVehicle),
  containers: listReader(readContainer),
  stock: listReader(readStockEntry),
  learners: listReader(bySchema(learnerSchema)),
  drills: listReader(bySchema(drillRecordSchema)),
  charts: { read: bySchema(chartSchema), idOf: ({ refrigerant }) => refrigerant, checkId: () => null },
};

/** The settings of a file as they stand; what of them cannot be read is named, and the standard is used for it. */
function choicesIn(given: unknown): { record: object | null; issues: JobFileIssue[] } {
  const read = readChoices(given);
  if (!read.ok) return { record: null, issues: [read.issue] };
  const issues = read.value.unreadable.map(({ field, expected }) => ({ code: "broken" as const, field, expected }));
  return { record: given as object, issues };
}
