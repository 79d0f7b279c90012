/**
 * A shop as one file, `evrid.shop` version 4: its jobs, each as its own file has it, with their pictures; what it knows of vehicles beside them;
 * its shelf and the books of it; its choices and its own pressure charts; its learners and their drills. All of it, or what belongs to one vehicle.
 * Version 1 had jobs alone, version 2 jobs, choices and charts, version 3 no drills.
 */

import { type DrillBook, drillBookSchema } from "../drill/progress";
import { fail, type Result, succeed } from "../result";
import * as z from "../zod";
import { type Choices, choicesSchema } from "./choices";
import type { Job } from "./job";
import { type JobFileIssue, parsedFile, readFiledJob, readJob } from "./job-file";
import { fromBase64, toBase64 } from "./pictures";
import { type Container, readContainer } from "./stock/container";
import { readStockEntry, type StockEntry } from "./stock/entry";
import { readVehicle, type Vehicle } from "./vehicle";

/** A few thousand jobs. */
export const SHOP_FILE_LIMIT_BYTES = 200_000_000;

export type ShopFileIssue = Exclude<JobFileIssue, { code: "broken-books" }>;

export const SHOP_FILE_VERSION = 4;

export const chartsSchema = z
  .array(
    z.strictObject({
      refrigerant: z.enum(["R134a", "R1234yf"]),
      name: z.string().max(300),
      text: z.string().max(200_000),
    }),
  )
  .max(2);
export type KeptChart = z.infer<typeof chartsSchema>[number];

/** What a shop keeps beside its jobs. */
export interface ShopExtras {
  choices: Choices | null;
  charts: KeptChart[];
  drills: DrillBook;
}

export const noDrills: DrillBook = { learners: [], drills: [] };

/** Everything but what a shop has chosen. */
export interface ShopRecords {
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

export function writeShopFile({ pictures, ...content }: ShopContent, at: string): string {
  const inText = Object.fromEntries(
    [...pictures].map(([jobId, its]) => [
      jobId,
      Object.fromEntries([...its].map(([id, jpeg]) => [id, toBase64(jpeg)])),
    ]),
  );
  return `${JSON.stringify({ format: "evrid.shop", version: SHOP_FILE_VERSION, writtenAt: at, ...content, pictures: inText }, null, 1)}\n`;
}

/** A record of a shop's file that cannot be read: in which list it stands, and as which. */
export interface BrokenRecord {
  list: "jobs" | "vehicles" | "containers" | "stock" | "pictures";
  place: number;
  issue: JobFileIssue;
}

export interface ShopInFile extends ShopRecords, ShopExtras {
  jobs: Job[];
  broken: BrokenRecord[];
}

/** What stands in a shop's file, and beside it what of it cannot be read, by its place. Nothing is changed anywhere when it fails. */
export function readShopFile(text: string): Result<ShopInFile, ShopFileIssue> {
  const parsed = parsedFile(text, SHOP_FILE_LIMIT_BYTES);
  if (!parsed.ok) return parsed;
  const given = parsed.value;
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
  for (const list of ["vehicles", "containers", "stock"] as const)
    if (file[list] !== undefined && !Array.isArray(file[list]))
      return fail({ code: "broken", field: list, expected: "a list" });
  const choices = choicesSchema.nullable().safeParse(file.choices ?? null);
  if (!choices.success) return fail({ code: "broken", field: "choices", expected: choices.error.issues[0]!.message });
  const charts = chartsSchema.safeParse(file.charts ?? []);
  if (!charts.success) return fail({ code: "broken", field: "charts", expected: charts.error.issues[0]!.message });
  const drills = drillBookSchema.safeParse(file.drills ?? noDrills);
  if (!drills.success) {
    const issue = drills.error.issues[0]!;
    return fail({ code: "broken", field: ["drills", ...issue.path].join("."), expected: issue.message });
  }
  const broken: BrokenRecord[] = [];
  const readable = <Read>(list: "jobs" | "vehicles" | "containers" | "stock", read: Reader<Read>): Read[] =>
    ((file[list] ?? []) as unknown[]).flatMap((one, i) => {
      const made = read(one);
      if (made.ok) return [made.value];
      broken.push({ list, place: i + 1, issue: made.issue });
      return [];
    });
  const jobs = readable("jobs", readJob);
  const vehicles = readable("vehicles", readVehicle);
  return succeed({
    jobs,
    vehicles,
    containers: readable("containers", readContainer),
    stock: readable("stock", readStockEntry),
    pictures: picturesIn(file.pictures, [...jobs.map(ofJob), ...vehicles.flatMap(ofVehicle)], broken),
    broken,
    choices: choices.data,
    charts: charts.data,
    drills: drills.data,
  });
}

/** The same of a shop's file or the file of one job, whichever it is. */
export function readAnyShopFile(text: string): Result<ShopInFile, JobFileIssue> {
  const shop = readShopFile(text);
  if (shop.ok || shop.issue.code !== "foreign" || shop.issue.format !== "evrid.job") return shop;
  const read = readFiledJob(text);
  if (!read.ok) return read;
  const { job, pictures } = read.value;
  return succeed({
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

type Reader<Read> = (given: unknown) => Result<Read, JobFileIssue>;

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
      const jpeg = fromBase64(text);
      if (jpeg.ok) pictures.set(id, jpeg.value);
      else broken.push({ list: "pictures", place, issue: { code: "broken", field: id, expected: jpeg.issue } });
    }
    found.set(owner, pictures);
  }
  return found;
}
