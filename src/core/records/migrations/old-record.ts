/** A stored record of any version, as it was read. */
export type OldRecord = Record<string, unknown>;

/** One of its parts; empty where there is none. */
export function partOf(record: OldRecord, name: string): OldRecord {
  const part = record[name];
  return typeof part === "object" && part !== null ? (part as OldRecord) : {};
}
