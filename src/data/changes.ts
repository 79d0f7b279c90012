/**
 * Changes besides the jobs since the last copy: one row per record, written in the transaction of the change, so that neither is stored without the
 * other. Jobs are counted by their visits, which carry a date.
 */
import type { ChangeKind } from "@/core/records/files/copies";
import { database } from "./database";
import { isDemoWorkshop } from "./workshop";

/** Within a transaction over `database.changes`: these records were stored, or removed. What the demo workshop invents needs no copy. */
export async function noteChange(kind: ChangeKind, ...ids: readonly string[]): Promise<void> {
  if (isDemoWorkshop) return;
  const at = new Date().toISOString();
  await database.changes.bulkPut(ids.map((id) => ({ key: `${kind}/${id}`, at })));
}

/** Records of each kind that were changed and are in no copy yet. */
export async function changesSinceCopy(): Promise<Partial<Record<ChangeKind, number>>> {
  const counts: Partial<Record<ChangeKind, number>> = {};
  for (const key of await database.changes.toCollection().primaryKeys()) {
    const kind = key.split("/", 1)[0] as ChangeKind;
    counts[kind] = (counts[kind] ?? 0) + 1;
  }
  return counts;
}

/** A copy holds everything as it stood at `asOf`, ISO. */
export async function forgetChanges(asOf: string): Promise<void> {
  await database.changes.where("at").belowOrEqual(asOf).delete();
}
