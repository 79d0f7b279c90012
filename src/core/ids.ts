/** Ids of records that come from a file. Ids made here are UUIDs, entry numbers and the names of the demo records. */
import type { RecordIssue } from "./read-record";

/** Letters, digits and `. _ : -`: nothing that any format, address or calendar takes for its own punctuation. */
const PLAIN_ID = /^[A-Za-z0-9][A-Za-z0-9._:-]{0,99}$/;

export const isPlainId = (id: string): boolean => PLAIN_ID.test(id);

/** The issue of an id that must not come in; null for a plain one. */
export function idIssue(id: string, field = "id"): RecordIssue | null {
  return isPlainId(id)
    ? null
    : { code: "broken", field, expected: "up to 100 letters, digits and . _ : - beginning with a letter or digit" };
}
