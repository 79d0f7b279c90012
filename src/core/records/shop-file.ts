/**
 * All of a shop as one file, `evrid.shop` version 2: its jobs, each as its own file has it, its choices, its own pressure charts. Version 1 had
 * jobs alone.
 */

import { fail, type Result, succeed } from "../result";
import * as z from "../zod";
import { type Choices, choicesSchema } from "./choices";
import type { Job } from "./job";
import { type JobFileIssue, parsedFile, readJob } from "./job-file";

/** A few thousand jobs. */
export const SHOP_FILE_LIMIT_BYTES = 200_000_000;

export type ShopFileIssue = Exclude<JobFileIssue, { code: "broken-books" }>;

export const SHOP_FILE_VERSION = 2;

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
}

export function writeShopFile(jobs: readonly unknown[], at: string, extras: ShopExtras): string {
  return `${JSON.stringify({ format: "evrid.shop", version: SHOP_FILE_VERSION, writtenAt: at, jobs, ...extras }, null, 1)}\n`;
}

/** What stands in a shop's file, and beside it the jobs that cannot be read, by their place in it. Nothing is changed anywhere when it fails. */
export function readShopFile(
  text: string,
): Result<{ jobs: Job[]; broken: { place: number; issue: JobFileIssue }[] } & ShopExtras, ShopFileIssue> {
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
  const choices = choicesSchema.nullable().safeParse(file.choices ?? null);
  if (!choices.success) return fail({ code: "broken", field: "choices", expected: choices.error.issues[0]!.message });
  const charts = chartsSchema.safeParse(file.charts ?? []);
  if (!charts.success) return fail({ code: "broken", field: "charts", expected: charts.error.issues[0]!.message });
  const found = {
    jobs: [] as Job[],
    broken: [] as { place: number; issue: JobFileIssue }[],
    choices: choices.data,
    charts: charts.data,
  };
  for (const [place, one] of file.jobs.entries()) {
    const read = readJob(one);
    if (read.ok) found.jobs.push(read.value);
    else found.broken.push({ place: place + 1, issue: read.issue });
  }
  return succeed(found);
}
