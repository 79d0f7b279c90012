/**
 * A shop as one JSON file, `evrid.shop` up to version 5: how earlier releases saved it, and how the demo workshop's year ships. Version 1 had jobs
 * alone, version 2 jobs, choices and charts, version 3 no drills, version 4 did not say which workshop. (Version 6: archive.ts.)
 */
import type { DrillBook } from "../../drill/progress";
import { fail, type Result, succeed } from "../../result";
import type { Job } from "../job";
import type { Container } from "../stock/container";
import type { StockEntry } from "../stock/entry";
import type { Vehicle } from "../vehicles/vehicle";
import { type JobFileIssue, parsedFile, readFiledJob } from "./job-file";
import {
  type BrokenRecord,
  type KeptChart,
  type OpenShopFile,
  photoIds,
  SHOP_FILE_VERSION,
  type ShopKinds,
  type ShopList,
  type ShopPart,
  type ShopReader,
  shopReader,
  withPlainIds,
} from "./shop-reader";

/** A few thousand jobs. */
export const SHOP_FILE_LIMIT_BYTES = 200_000_000;

export type ShopFileIssue = Exclude<JobFileIssue, { code: "broken-books" }>;

/** Records of a shop besides its jobs. */
interface ShopExtras {
  /** As they were stored: keys that this build does not know stay in them. Read by {@link readChoices}. */
  choices: object | null;
  charts: KeptChart[];
  drills: DrillBook;
}

export const noDrills: DrillBook = { learners: [], drills: [] };

/** Everything but what a shop has chosen. */
interface ShopRecords {
  /** The demo workshop's records are invented. */
  workshop: "shop" | "demo";
  vehicles: Vehicle[];
  containers: Container[];
  stock: StockEntry[];
  /** JPEG bytes by the id of a job, or of a vehicle's photo, and of the photo. */
  pictures: ReadonlyMap<string, ReadonlyMap<string, Uint8Array>>;
}

export interface ShopInFile extends ShopRecords, ShopExtras {
  jobs: Job[];
  broken: BrokenRecord[];
}

/** Content of a shop's file, with its unreadable records by place. Nothing is changed when it fails. */
export function readShopFile(text: string): Result<ShopInFile, ShopFileIssue> {
  const parsed = parsedFile(text, SHOP_FILE_LIMIT_BYTES);
  return parsed.ok ? readShopContent(parsed.value) : parsed;
}

/** Reads the parsed content of a shop's file. */
function readShopContent(given: unknown): Result<ShopInFile, ShopFileIssue> {
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
  const reader = shopReader(workshop, file.version);
  const drills = treeIn(file.drills);
  const readable = <List extends ShopList>(list: List, all: unknown): ShopKinds[List][] =>
    (Array.isArray(all) ? all : []).flatMap((one, i) => reader.read(list, i + 1, one) ?? []);
  const shop = {
    workshop,
    jobs: readable("jobs", file.jobs),
    vehicles: readable("vehicles", file.vehicles),
    containers: readable("containers", file.containers),
    stock: readable("stock", file.stock),
    choices: file.choices === undefined || file.choices === null ? null : reader.read("choices", 1, file.choices),
    charts: readable("charts", file.charts),
    drills: { learners: readable("learners", drills.learners), drills: readable("drills", drills.drills) },
  } as const;
  return succeed({ ...shop, pictures: picturesIn(file.pictures, reader), broken: reader.broken });
}

const treeIn = (given: unknown): Record<string, unknown> =>
  typeof given === "object" && given !== null ? (given as Record<string, unknown>) : {};

function picturesIn(given: unknown, { picture }: ShopReader): ShopRecords["pictures"] {
  const found = new Map<string, ReadonlyMap<string, Uint8Array>>();
  for (const [owner, its] of Object.entries(treeIn(given))) {
    const pictures = Object.entries(treeIn(its)).flatMap(([id, text]) => {
      const jpeg = picture(owner, id, text);
      return jpeg === null ? [] : [[id, jpeg] as const];
    });
    if (pictures.length > 0) found.set(owner, new Map(pictures));
  }
  return found;
}

/** Reads a shop's file or a single job's file, whichever it is. */
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

/** So many records stand in a part, as in an archive. */
const PART_RECORDS = 250;

/** Gives the records of a file, which are all in memory, part by part. */
export function asOpenFile(shop: ShopInFile): OpenShopFile {
  const { choices, drills } = shop;
  const all: ShopPart[] = [
    { list: "jobs", records: shop.jobs },
    { list: "vehicles", records: shop.vehicles },
    { list: "containers", records: shop.containers },
    { list: "stock", records: shop.stock },
    { list: "learners", records: drills.learners },
    { list: "drills", records: drills.drills },
    { list: "charts", records: shop.charts },
    { list: "choices", records: choices === null ? [] : [choices] },
  ];
  const pictures = [...shop.pictures].flatMap(([owner, its]) => [...its].map(([id, jpeg]) => ({ owner, id, jpeg })));
  return {
    workshop: shop.workshop,
    all: all.reduce((sum, { records }) => sum + records.length, pictures.length),
    broken: shop.broken,
    async *parts() {
      for (const { list, records } of all)
        for (let from = 0; from < records.length; from += PART_RECORDS)
          yield { list, records: records.slice(from, from + PART_RECORDS) } as ShopPart;
    },
    async *pictures() {
      yield* pictures;
    },
  };
}
