/** Jobs as files: written with a fixed key order, so that a job read back and written again is the same to the byte. */

import { checkLedger, type LedgerIssue } from "../../charge/books/ledger";
import { plainText } from "../../readings/file/plain-text";
import { fail, type Result, succeed } from "../../result";
import type * as z from "../../zod";
import { type Job, jobSchema } from "../job";
import { migrations } from "../migrations";
import { isSimulatedWork } from "../practice";
import { fromBase64, toBase64 } from "./pictures";

/** Hundreds of times the size of a real job; anything larger is another kind of file. */
export const JOB_FILE_LIMIT_BYTES = 12_000_000;

export type JobFileIssue =
  | { code: "too-large"; bytes: number; limitBytes: number }
  | { code: "not-json" }
  /** It begins as an archive does, but cannot be opened as one. */
  | { code: "not-archive" }
  | { code: "foreign"; format: string | null }
  | { code: "newer-version"; version: number; known: number }
  | { code: "broken"; field: string; expected: string }
  /** A part of an archive whose content is not what was written. */
  | { code: "damaged-part"; part: string }
  /** Another record of the same file has this id. */
  | { code: "duplicate"; id: string }
  /** It belongs to the other workshop: invented records and those of a shop are never mixed. */
  | { code: "other-workshop"; workshop: "shop" | "demo" }
  | { code: "broken-books"; issue: LedgerIssue };

/** @param pictures JPEG bytes by the id of a photo, written beside the record. */
export function writeJobFile(job: Job, pictures: ReadonlyMap<string, Uint8Array> = new Map()): string {
  const record = jobSchema.parse(job);
  const named = record.photos.flatMap(({ id }) => {
    const jpeg = pictures.get(id);
    return jpeg === undefined ? [] : [[id, toBase64(jpeg)] as const];
  });
  return `${JSON.stringify(named.length === 0 ? record : { ...record, pictures: Object.fromEntries(named) }, null, 2)}\n`;
}

export interface JobInFile {
  job: Job;
  pictures: ReadonlyMap<string, Uint8Array>;
}

/** Reads a job file of any known version, without its pictures; nothing is changed anywhere when it fails. */
export function readJobFile(text: string): Result<Job, JobFileIssue> {
  const read = readFiledJob(text);
  return read.ok ? succeed(read.value.job) : read;
}

/** Job file with its photos. */
export function readFiledJob(text: string): Result<JobInFile, JobFileIssue> {
  const parsed = parsedFile(text, JOB_FILE_LIMIT_BYTES);
  if (!parsed.ok) return parsed;
  const { value } = parsed;
  if (typeof value !== "object" || value === null || !("pictures" in value)) {
    const read = readJob(value);
    return read.ok ? succeed({ job: read.value, pictures: new Map() }) : read;
  }
  const { pictures: given, ...record } = value;
  const read = readJob(record);
  if (!read.ok) return read;
  if (typeof given !== "object" || given === null)
    return fail({ code: "broken", field: "pictures", expected: "pictures by the id of their photo" });
  const pictures = new Map<string, Uint8Array>();
  for (const { id } of read.value.photos) {
    if (!Object.hasOwn(given, id)) continue;
    const jpeg = fromBase64((given as Record<string, unknown>)[id]);
    if (!jpeg.ok) return fail({ code: "broken", field: `pictures.${id}`, expected: jpeg.issue });
    pictures.set(id, jpeg.value);
  }
  return succeed({ job: read.value, pictures });
}

/** Identifies a file of ours; refused by its size before it is read. */
export function parsedFile(
  text: string,
  limitBytes: number,
): Result<unknown, Extract<JobFileIssue, { code: "too-large" | "not-json" }>> {
  if (text.length > limitBytes) return fail({ code: "too-large", bytes: text.length, limitBytes });
  try {
    return succeed(JSON.parse(plainText(text)) as unknown);
  } catch {
    return fail({ code: "not-json" });
  }
}

/** The newest version of the job record that this build writes and reads. */
export const NEWEST_JOB_VERSION = 1 + Math.max(...Object.keys(migrations).map(Number));

/** Checks a stored or parsed job, migrating older versions. */
export function readJob(given: unknown): Result<Job, JobFileIssue> {
  if (typeof given !== "object" || given === null || Array.isArray(given)) {
    return fail({ code: "foreign", format: null });
  }
  let record = given as Record<string, unknown>;
  if (record.format !== "evrid.job") {
    return fail({ code: "foreign", format: typeof record.format === "string" ? record.format : null });
  }
  const version = record.version;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) {
    return fail({ code: "broken", field: "version", expected: "a whole number from 1" });
  }
  if (version > NEWEST_JOB_VERSION) return fail({ code: "newer-version", version, known: NEWEST_JOB_VERSION });
  for (let from = version; from < NEWEST_JOB_VERSION; from++) record = migrations[from]!(record);
  const checked = jobSchema.safeParse(record);
  if (!checked.success) return fail(brokenAt(checked.error));
  const wrong = wrongWithin(checked.data);
  return wrong === null ? succeed(checked.data) : fail(wrong);
}

/** Issue that would keep a changed job from being read again; null when there is none. Only changed parts are checked. */
export function checkChange(before: Job, after: Job): JobFileIssue | null {
  const parts = (Object.keys(jobSchema.shape) as (keyof Job)[]).filter((part) => after[part] !== before[part]);
  for (const part of parts) {
    const checked = jobSchema.shape[part].safeParse(after[part]);
    if (!checked.success) return brokenAt(checked.error, part);
  }
  return parts.includes("ledger") || parts.includes("charge") ? wrongWithin(after) : null;
}

function brokenAt(error: z.ZodError, part?: string): JobFileIssue {
  const issue = error.issues[0]!;
  const path = part === undefined ? issue.path : [part, ...issue.path];
  return { code: "broken", field: path.join("."), expected: issue.message };
}

/** Rules across fields: a valid log, and distinct cylinders. */
function wrongWithin(job: Job): JobFileIssue | null {
  const { ledger, charge } = job;
  const issue = checkLedger(ledger);
  if (issue !== null) return { code: "broken-books", issue };
  if (isSimulatedWork(job))
    return { code: "broken", field: "rackVehicle", expected: "no simulated vehicle on a job that is work" };
  const ids = charge.containers.map(({ id }) => id);
  const twice = ids.findIndex((id, i) => ids.indexOf(id) < i);
  if (twice < 0) return null;
  return { code: "broken", field: `charge.containers.${twice}.id`, expected: "an id that no other container has" };
}
