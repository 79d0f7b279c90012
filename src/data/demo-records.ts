/** The demo workshop's records that an earlier release kept among a shop's own: moved into the demo workshop's store. */
import { DEMO_ID } from "@/core/records/files/shop-reader";
import { database, databaseOf } from "./database";
import { INDEX_NAME, settleIndex } from "./record-index";
import { isDemoWorkshop } from "./workshop";

/** ISO; empty where a record has no date. */
const changedAt = (record: unknown) => String((record as { updatedAt?: unknown }).updatedAt ?? "");
const isNewer = (one: unknown, other: unknown) => other === undefined || changedAt(one) > changedAt(other);

const moved = ["jobs", "vehicles", "containers", "stock", "photos", "racks", "removed"] as const;

/** Moves them, all or none; of two with one id the one that was changed last stays. Gives how many were moved. */
export async function moveDemoRecords(): Promise<number> {
  if (isDemoWorkshop) return 0;
  const found = new Map<(typeof moved)[number], [key: string, record: unknown][]>();
  for (const name of moved) {
    const those = () => database.table(name).where(":id").startsWith(DEMO_ID);
    const keys = (await those().primaryKeys()) as string[];
    if (keys.length === 0) continue;
    const records: unknown[] = await those().toArray();
    found.set(
      name,
      keys.map((key, i) => [key, records[i]]),
    );
  }
  if (found.size === 0) return 0;
  const names = [...found.keys()];
  const other = databaseOf("demo");
  try {
    await other.transaction("rw", [...names.map((name) => other.table(name)), other.choices], async () => {
      for (const [name, records] of found) {
        const here: unknown[] = await other.table(name).bulkGet(records.map(([key]) => key));
        await other.table(name).bulkPut(records.map(([, record]) => record).filter((one, i) => isNewer(one, here[i])));
      }
      // Its index is made anew when it is opened next.
      await other.choices.delete(INDEX_NAME);
    });
  } finally {
    other.close();
  }
  await database.transaction("rw", [...names.map((name) => database.table(name)), database.vehicleRows], async () => {
    for (const [name, records] of found) await database.table(name).bulkDelete(records.map(([key]) => key));
    await database.vehicleRows.where(":id").startsWith(DEMO_ID).delete();
  });
  await settleIndex();
  return [...found.values()].reduce((sum, records) => sum + records.length, 0);
}
