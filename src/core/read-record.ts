/** Checks a small record with a format and a version, wherever it comes from. */
import { fail, type Result, succeed } from "./result";
import type * as z from "./zod";

export type RecordIssue =
  | { code: "foreign"; format: string | null }
  | { code: "newer-version"; version: number; known: number }
  | { code: "broken"; field: string; expected: string };

/** Reads `given` by its schema; refuses by name what is something else, newer than `known`, or broken. */
export function readRecord<Kind>(
  given: unknown,
  format: string,
  known: number,
  schema: z.ZodType<Kind>,
): Result<Kind, RecordIssue> {
  const record = (typeof given === "object" && given !== null ? given : {}) as Record<string, unknown>;
  if (record.format !== format)
    return fail({ code: "foreign", format: typeof record.format === "string" ? record.format : null });
  if (typeof record.version === "number" && record.version > known)
    return fail({ code: "newer-version", version: record.version, known });
  const read = schema.safeParse(given);
  if (read.success) return succeed(read.data);
  const issue = read.error.issues[0]!;
  return fail({ code: "broken", field: issue.path.join("."), expected: issue.message });
}

/** Those of stored records that can be read. */
export function readable<Kind>(stored: readonly unknown[], read: (given: unknown) => Result<Kind, unknown>): Kind[] {
  return stored.flatMap((one) => {
    const made = read(one);
    return made.ok ? [made.value] : [];
  });
}

export type TextIssue = { code: "not-json" } | RecordIssue;

/** Reads the text of a file in the same way. */
export function readTextRecord<Kind>(
  text: string,
  format: string,
  known: number,
  schema: z.ZodType<Kind>,
): Result<Kind, TextIssue> {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    return fail({ code: "not-json" });
  }
  return readRecord(given, format, known, schema);
}
