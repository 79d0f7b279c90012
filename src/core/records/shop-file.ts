/** All of a shop's jobs as one file, `evrid.shop` version 1: each job as its own file has it. */
import { fail, type Result, succeed } from "../result";
import type { Job } from "./job";
import { type JobFileIssue, parsedFile, readJob } from "./job-file";

/** A few thousand jobs. */
export const SHOP_FILE_LIMIT_BYTES = 200_000_000;

export type ShopFileIssue = Exclude<JobFileIssue, { code: "broken-books" }>;

const VERSION = 1;

export function writeShopFile(jobs: readonly unknown[], at: string): string {
  return `${JSON.stringify({ format: "evrid.shop", version: VERSION, writtenAt: at, jobs }, null, 1)}\n`;
}

/** The jobs of a shop's file, and beside them those that cannot be read, by their place in it. Nothing is changed anywhere when it fails. */
export function readShopFile(
  text: string,
): Result<{ jobs: Job[]; broken: { place: number; issue: JobFileIssue }[] }, ShopFileIssue> {
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
  if (file.version > VERSION) return fail({ code: "newer-version", version: file.version, known: VERSION });
  if (!Array.isArray(file.jobs)) return fail({ code: "broken", field: "jobs", expected: "a list" });
  const found = { jobs: [] as Job[], broken: [] as { place: number; issue: JobFileIssue }[] };
  for (const [place, one] of file.jobs.entries()) {
    const read = readJob(one);
    if (read.ok) found.jobs.push(read.value);
    else found.broken.push({ place: place + 1, issue: read.issue });
  }
  return succeed(found);
}
