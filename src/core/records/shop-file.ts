/**
 * A shop as one file, `evrid.shop` version 5: whether it is a shop or the demo workshop; its jobs, each as its own file has it, with their pictures; what it knows of vehicles beside them;
 * its shelf and the books of it; its choices and its own pressure charts; its learners and their drills. All of it, or what belongs to one vehicle.
 * Version 1 had jobs alone, version 2 jobs, choices and charts, version 3 no drills, version 4
 * did not say which workshop.
 */

import { type DrillBook, drillRecordSchema, learnerSchema } from "../drill/progress";
import { idIssue } from "../ids";
import { fail, type Result, succeed } from "../result";
import * as z from "../zod";
import { readChoices } from "./choices";
import type { Job } from "./job";
import { type JobFileIssue, parsedFile, readFiledJob, readJob } from "./job-file";
import { asPicture, fromBase64, toBase64 } from "./pictures";
import { type Container, readContainer } from "./stock/container";
import { readStockEntry, type StockEntry } from "./stock/entry";
import { readVehicle, type Vehicle } from "./vehicle";

/** A few thousand jobs. */
export const SHOP_FILE_LIMIT_BYTES = 200_000_000;

export type ShopFileIssue = Exclude<JobFileIssue, { code: "broken-books" }>;

export const SHOP_FILE_VERSION = 5;

const chartSchema = z.strictObject({
  refrigerant: z.enum(["R134a", "R1234yf"]),
  name: z.string().max(300),
  text: z.string().max(200_000),
});
export const chartsSchema = z.array(chartSchema).max(2);
export type KeptChart = z.infer<typeof chartSchema>;

/** What a shop keeps beside its jobs. */
export interface ShopExtras {
  /** As they were stored: keys that this build does not know stay in them. Read by {@link readChoices}. */
  choices: object | null;
  charts: KeptChart[];
  drills: DrillBook;
}

export const noDrills: DrillBook = { learners: [], drills: [] };

/** Everything but what a shop has chosen. */
export interface ShopRecords {
  /** The demo workshop's records are invented. */
  workshop: "shop" | "demo";
  vehicles: Vehicle[];
  containers: Container[];
  stock: StockEntry[];
  /** JPEG bytes by the id of a job, or of a vehicle's photo, and of the photo. */
  pictures: ReadonlyMap<string, ReadonlyMap<string, Uint8Array>>;
}

/** Records as they are stored: those that cannot be read go along as they are. */
export interface ShopContent extends Omit<ShopRecords, "vehicles" | "containers" | "stock">, ShopExtras {
  jobs: readonly unknown[];
  vehicles: readonly unknown[];
  containers: readonly unknown[];
  stock: readonly unknown[];
}

export function writeShopFile({ workshop, pictures, ...content }: ShopContent, at: string): string {
  const inText = Object.fromEntries(
    [...pictures].map(([jobId, its]) => [
      jobId,
      Object.fromEntries([...its].map(([id, jpeg]) => [id, toBase64(jpeg)])),
    ]),
  );
  return `${JSON.stringify({ format: "evrid.shop", version: SHOP_FILE_VERSION, workshop, writtenAt: at, ...content, pictures: inText }, null, 1)}\n`;
}

/** How ids of the demo workshop began when it had no store of its own. */
export const DEMO_ID = "demo-";

/** A record of a shop's file that cannot be read: in which list it stands, and as which. */
export interface BrokenRecord {
  list: "jobs" | "vehicles" | "containers" | "stock" | "pictures" | "choices" | "charts" | "learners" | "drills";
  place: number;
  issue: JobFileIssue;
}
type BrokenList = BrokenRecord["list"];

export interface ShopInFile extends ShopRecords, ShopExtras {
  jobs: Job[];
  broken: BrokenRecord[];
}

/** Why a file that was just written is no copy of the shop. */
export type CopyIssue =
  | { code: "unreadable"; reason: string }
  | { code: "incomplete"; list: string; stored: number; read: number };

/** What stands in a shop's file, and beside it what of it cannot be read, by its place. Nothing is changed anywhere when it fails. */
export function readShopFile(text: string): Result<ShopInFile, ShopFileIssue> {
  const parsed = parsedFile(text, SHOP_FILE_LIMIT_BYTES);
  return parsed.ok ? readShopContent(parsed.value) : parsed;
}

/** Reads the parsed content of a shop's file; pictures are base64 or bytes. */
export function readShopContent(given: unknown): Result<ShopInFile, ShopFileIssue> {
  const file = (typeof given === "object" && given !== null ? given : {}) as Record<string, unknown>;
  if (file.format !== "evrid.shop") {
    return fail({ code: "foreign", format: typeof file.format === "string" ? file.format : null });
  }
  if (typeof file.version !== "number" || file.version < 1) {
    return fail({ code: "broken", field: "version", expected: "a whole number from 1" });
  }
  if (file.version > SHOP_FILE_VERSION)
    return fail({ code: "newer-version", version: file.version, known: SHOP_FILE_VERSION });
  if (!Array.isArray(file.jobs)) return fail({ code: "broken", field: "jobs", expected: "a list" });
  for (const list of ["vehicles", "containers", "stock", "charts"] as const)
    if (file[list] !== undefined && !Array.isArray(file[list]))
      return fail({ code: "broken", field: list, expected: "a list" });
  const workshop = file.workshop === "demo" ? "demo" : "shop";
  const broken: BrokenRecord[] = [];
  const leaveOut = (list: BrokenList, place: number, issue: JobFileIssue) => void broken.push({ list, place, issue });
  const elsewhere: JobFileIssue = { code: "other-workshop", workshop: workshop === "demo" ? "shop" : "demo" };
  /** Jobs say what they are for; earlier versions kept the demo workshop's other records beside a shop's, under ids of their own. */
  const isDemo = (record: unknown): boolean => {
    const { purpose, id } = record as { purpose?: string; id?: string };
    if (purpose !== undefined) return purpose === "demo";
    return file.version === SHOP_FILE_VERSION ? workshop === "demo" : (id ?? "").startsWith(DEMO_ID);
  };
  /** Records that can be read, each id once: of two with one id the first stands, and the other is named. */
  const readable = <Read>(
    list: BrokenList,
    given: unknown,
    read: (given: unknown) => Result<Read, JobFileIssue>,
    idOf: (record: Read) => string,
    checkId: typeof idIssue = idIssue,
  ): Read[] => {
    const seen = new Set<string>();
    return listIn(given).flatMap((one, i) => {
      const made = read(one);
      if (!made.ok) return leaveOut(list, i + 1, made.issue) ?? [];
      const id = idOf(made.value);
      const wrong =
        checkId(id) ??
        (isDemo(made.value) === (workshop === "demo") ? null : elsewhere) ??
        (seen.has(id) ? ({ code: "duplicate", id } as const) : null);
      if (wrong !== null) return leaveOut(list, i + 1, wrong) ?? [];
      seen.add(id);
      return [made.value];
    });
  };
  const byId = ({ id }: { id: string }) => id;
  const jobs = readable("jobs", file.jobs, readImportedJob, byId);
  const vehicles = readable("vehicles", file.vehicles, readImportedVehicle, byId);
  const drills = (typeof file.drills === "object" && file.drills !== null ? file.drills : {}) as Record<
    string,
    unknown
  >;
  return succeed({
    workshop,
    jobs,
    vehicles,
    containers: readable("containers", file.containers, readContainer, byId),
    stock: readable("stock", file.stock, readStockEntry, byId),
    pictures: picturesIn(file.pictures, [...jobs.map(ofJob), ...vehicles.flatMap(ofVehicle)], broken),
    choices: choicesIn(file.choices, (issue) => leaveOut("choices", 1, issue)),
    charts: readable(
      "charts",
      file.charts,
      bySchema(chartSchema),
      ({ refrigerant }) => refrigerant,
      () => null,
    ),
    drills: {
      learners: readable("learners", drills.learners, bySchema(learnerSchema), byId),
      drills: readable("drills", drills.drills, bySchema(drillRecordSchema), byId),
    },
    broken,
  });
}

const listIn = (given: unknown): readonly unknown[] => (Array.isArray(given) ? given : []);

const bySchema =
  <Read>(schema: z.ZodType<Read>) =>
  (given: unknown): Result<Read, JobFileIssue> => {
    const read = schema.safeParse(given);
    if (read.success) return succeed(read.data);
    const issue = read.error.issues[0]!;
    return fail({ code: "broken", field: issue.path.join("."), expected: issue.message });
  };

/** A record of a file whose ids within, by which it is joined or pictures are found, are plain too. */
function withPlainIds<Kind>(
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
const photoIds = (photos: readonly { id: string }[]) => photos.map(({ id }, i) => [`photos.${i}.id`, id] as const);

const readImportedJob = (given: unknown) => withPlainIds(readJob(given), ({ photos }) => photoIds(photos));
const readImportedVehicle = (given: unknown) =>
  withPlainIds(readVehicle(given), ({ photos, joined }) => [
    ...photoIds(photos),
    ...joined.map(({ id }, i) => [`joined.${i}.id`, id] as const),
  ]);

/** The settings of a file as they stand; what of them cannot be read is named, and the standard is used for it. */
function choicesIn(given: unknown, leaveOut: (issue: JobFileIssue) => void): object | null {
  if (given === undefined || given === null) return null;
  const read = readChoices(given);
  if (!read.ok) {
    leaveOut(read.issue);
    return null;
  }
  for (const { field, expected } of read.value.unreadable) leaveOut({ code: "broken", field, expected });
  return given as object;
}

/** The same of a shop's file or the file of one job, whichever it is. */
export function readAnyShopFile(text: string): Result<ShopInFile, JobFileIssue> {
  const shop = readShopFile(text);
  if (shop.ok || shop.issue.code !== "foreign" || shop.issue.format !== "evrid.job") return shop;
  const read = readFiledJob(text);
  if (!read.ok) return read;
  const { job, pictures } = read.value;
  const plain = withPlainIds(succeed(job), ({ id, photos }) => [["id", id] as const, ...photoIds(photos)]);
  if (!plain.ok) return plain;
  return succeed({
    workshop: job.purpose === "demo" ? "demo" : "shop",
    jobs: [job],
    vehicles: [],
    containers: [],
    stock: [],
    pictures: new Map(pictures.size === 0 ? [] : [[job.id, pictures]]),
    broken: [],
    choices: null,
    charts: [],
    drills: noDrills,
  });
}

/** By whom pictures are kept: a job's by the job, a vehicle's each by itself, so that records that turn out to be one car can share them. */
interface PictureOwner {
  id: string;
  photos: readonly { id: string }[];
  place: number;
}
const ofJob = ({ id, photos }: Job, i: number): PictureOwner => ({ id, photos, place: i + 1 });
const ofVehicle = ({ photos }: Vehicle, i: number): PictureOwner[] =>
  photos.map((photo) => ({ id: photo.id, photos: [photo], place: i + 1 }));

/** Pictures that a record of the file names; what is no picture is named and left out. */
function picturesIn(given: unknown, owners: readonly PictureOwner[], broken: BrokenRecord[]): ShopRecords["pictures"] {
  const found = new Map<string, ReadonlyMap<string, Uint8Array>>();
  if (typeof given !== "object" || given === null) return found;
  const of = (record: object, key: string): unknown =>
    Object.hasOwn(record, key) ? (record as Record<string, unknown>)[key] : undefined;
  for (const { id: owner, photos, place } of owners) {
    const its = of(given, owner);
    if (typeof its !== "object" || its === null) continue;
    const pictures = new Map<string, Uint8Array>();
    for (const { id } of photos) {
      const text = of(its, id);
      if (text === undefined) continue;
      const jpeg = text instanceof Uint8Array ? asPicture(text) : fromBase64(text);
      if (jpeg.ok) pictures.set(id, jpeg.value);
      else broken.push({ list: "pictures", place, issue: { code: "broken", field: id, expected: jpeg.issue } });
    }
    found.set(owner, pictures);
  }
  return found;
}
