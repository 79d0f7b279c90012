/**
 * Records beside the jobs that cannot be read: they are set aside by whatever name is in them, stay as they are stored, and hide no other. (Jobs:
 * jobs.ts.)
 */
import type { RecordIssue } from "@/core/read-record";
import { type Container, readContainer } from "@/core/records/stock/container";
import { readStockEntry, type StockEntry } from "@/core/records/stock/entry";
import { readVehicle, type Vehicle } from "@/core/records/vehicles/vehicle";
import type { Result } from "@/core/result";
import { database } from "./database";
import { rebuildRows } from "./record-index";

export type SmallTable = keyof SmallRecords;

export interface DamagedRecord {
  table: SmallTable;
  id: string;
  name: string;
  issue: RecordIssue;
  text: string;
}

interface SmallRecords {
  vehicles: Vehicle;
  containers: Container;
  stock: StockEntry;
}
const readers: { [Table in SmallTable]: (given: unknown) => Result<SmallRecords[Table], RecordIssue> } = {
  vehicles: readVehicle,
  containers: readContainer,
  stock: readStockEntry,
};

/** Stored records of a table, those that can be read apart from those that cannot. */
export function apart<Table extends SmallTable>(
  table: Table,
  stored: readonly unknown[],
): { sound: SmallRecords[Table][]; damaged: DamagedRecord[] } {
  const sound: SmallRecords[Table][] = [];
  const damaged: DamagedRecord[] = [];
  const read: (given: unknown) => Result<SmallRecords[Table], RecordIssue> = readers[table];
  for (const one of stored) {
    const made = read(one);
    if (made.ok) sound.push(made.value);
    else damaged.push(setAside(table, one, made.issue));
  }
  return { sound, damaged };
}

function setAside(table: SmallTable, stored: unknown, issue: RecordIssue): DamagedRecord {
  const { id, name, plate } = (stored ?? {}) as Record<string, unknown>;
  const named = [name, plate].find((one) => typeof one === "string" && one.trim() !== "") as string | undefined;
  return { table, id: String(id), name: named?.trim() ?? "", issue, text: `${JSON.stringify(stored, null, 2)}\n` };
}

/**
 * Vehicles whose record cannot be read. Their jobs are listed by name from here on, as those of any car that nobody wrote anything about, and
 * the line that was made of the record goes.
 */
export async function damagedVehicles(): Promise<DamagedRecord[]> {
  const stored: unknown[] = await database.vehicles.toArray();
  const { damaged } = apart("vehicles", stored);
  const listed = (await database.vehicleRows.bulkGet(damaged.map(({ id }) => id))).flatMap((row) => row?.id ?? []);
  if (listed.length > 0) {
    await database.transaction("rw", [database.vehicles, database.visits, database.vehicleRows], async () => {
      await database.vehicleRows.bulkDelete(listed);
      await rebuildRows(damaged.filter(({ id }) => listed.includes(id)).flatMap(({ id }) => namesIn(stored, id)));
    });
  }
  return damaged;
}

function namesIn(stored: readonly unknown[], id: string): string[] {
  const record = stored.find((one) => String((one as { id?: unknown }).id) === id) as { names?: unknown } | undefined;
  return Array.isArray(record?.names) ? record.names.filter((key) => typeof key === "string") : [];
}

/** Takes a record that cannot be read out of the store; whoever asks has its text. One that can be read stays. */
export async function removeDamaged({ table, id }: Pick<DamagedRecord, "table" | "id">): Promise<void> {
  const stored = database.table<unknown, string>(table);
  await database.transaction("rw", stored, async () => {
    const record = await stored.get(id);
    if (record !== undefined && !readers[table](record).ok) await stored.delete(id);
  });
}
