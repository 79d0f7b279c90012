/**
 * Documents of this device in the browser's store, together with the records that views read: what was changed here goes into a document, what came from
 * another device goes into its record, in one transaction each.
 */
import type { Table } from "dexie";
import { instantAfter } from "@/core/dates";
import { readJob } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { readContainer } from "@/core/records/stock/container";
import { readStockEntry } from "@/core/records/stock/entry";
import { readVehicle, type Vehicle } from "@/core/records/vehicles/vehicle";
import type { Result } from "@/core/result";
import type { Tree } from "@/core/sync/document-shape";
import { RecordDocument } from "@/core/sync/record-document";
import { recordOfKey, type SharedKind, shapeOf } from "@/core/sync/shapes";
import {
  type DeviceState,
  type DocumentStore,
  isPending,
  newDevice,
  type OpenDocument,
  sameBytes,
} from "@/core/sync/sync-device";
import { database, type StoredDocument } from "../database";
import { isShared } from "../outbox";
import { forgetLines, jobTables, noteJobs, rebuildRows } from "../record-index";
import { uniqueKey } from "./device";

const documentTables = [
  ...jobTables,
  database.containers,
  database.stock,
  database.learners,
  database.drills,
  database.holders,
  database.photos,
  database.removed,
  database.documents,
  database.outbox,
  database.conflicts,
  database.wantedPictures,
  database.sharing,
];

type StoredKind = Exclude<SharedKind, "picture">;
/** Table of a kind, and the check that a record passes before it is stored; null: as it is. */
const stores: Record<StoredKind, { table: Table; read: ((given: unknown) => Result<object, unknown>) | null }> = {
  job: { table: database.jobs, read: readJob },
  vehicle: { table: database.vehicles, read: readVehicle },
  cylinder: { table: database.containers, read: readContainer },
  stock: { table: database.stock, read: readStockEntry },
  learner: { table: database.learners, read: null },
  drill: { table: database.drills, read: null },
  holder: { table: database.holders, read: null },
};

const STATE = "state";

/** What this device knows of the folder. */
export async function deviceState(device: string): Promise<DeviceState> {
  const kept = (await database.sharing.get(STATE))?.value as DeviceState | undefined;
  return kept?.device === device ? kept : newDevice(device);
}

/** A document with its row as it was opened, and what it knew then. */
interface StoredOpen extends OpenDocument {
  row: StoredDocument | null;
  state: Uint8Array;
}

/** A change of one document or several, with what its transaction touches. */
type Change = (documents: ReadonlyMap<string, OpenDocument>) => void;

export class StoredDocuments implements DocumentStore {
  constructor(private readonly device: string) {}

  async open(keys: readonly string[]): Promise<Map<string, StoredOpen>> {
    const rows = await database.documents.bulkGet([...keys]);
    return new Map(
      keys.map((key, i) => {
        const row = rows[i] ?? null;
        const shape = shapeOf(key) ?? { logs: [], own: [] };
        const document = new RecordDocument(shape, this.device, uniqueKey, row === null ? [] : [row.update]);
        return [key, { document, sent: row?.sent ?? null, row, state: document.state() }];
      }),
    );
  }

  change(keys: readonly string[], change: Change, state: DeviceState): Promise<void> {
    return this.changeWith(keys, change, state);
  }

  /** Changes documents alone, from whichever tab: the folder's state stays with the one that reads and writes it. */
  edit(keys: readonly string[], change: Change): Promise<void> {
    return this.changeWith(keys, change, null);
  }

  private async changeWith(keys: readonly string[], change: Change, state: DeviceState | null): Promise<void> {
    await database.transaction("rw", documentTables, async () => {
      if (keys.length > 0) await this.changeDocuments(keys, change);
      if (state !== null) await database.sharing.put({ name: STATE, value: state });
    });
  }

  private async changeDocuments(keys: readonly string[], change: Change): Promise<void> {
    const documents = await this.open(keys);
    const marked = await database.outbox.bulkGet([...keys]);
    const changedHere = keys.filter((key, i) => marked[i] !== undefined && recordOfKey(key)?.kind !== "picture");
    await this.takeRecords(changedHere, documents);
    change(documents);
    const at = new Date().toISOString();
    const isTouched = ({ document, state }: StoredOpen) => !sameBytes(state, document.state());
    const touched = [...documents].filter(([, one]) => isTouched(one));
    await database.documents.bulkPut(
      [...documents]
        .filter(([, one]) => isTouched(one) || one.sent !== one.row?.sent)
        .map(([key, one]) => ({
          key,
          update: one.document.since(),
          sent: one.sent,
          waits: isPending(one) ? 1 : 0,
          // To be written to the folder is no change of what it says.
          changedAt: isTouched(one) || one.row === null ? at : one.row.changedAt,
        })),
    );
    await giveRecords(touched);
    await database.outbox.bulkDelete(changedHere);
  }

  /** Puts records as they stand here into their documents. */
  private async takeRecords(keys: readonly string[], documents: ReadonlyMap<string, OpenDocument>): Promise<void> {
    for (const [kind, ids] of byKind(keys)) {
      if (kind === "picture") continue;
      const records = (await stores[kind].table.bulkGet([...ids])) as unknown[];
      for (const [i, id] of ids.entries()) {
        const { document } = documents.get(`${kind}/${id}`)!;
        const record = records[i];
        if (record === undefined) document.remove(new Date().toISOString());
        // One that cannot be read here is nobody else's trouble.
        else if (stores[kind].read?.(record).ok !== false)
          document.take(kind === "holder" ? asOne(record) : (record as Tree));
      }
    }
  }

  async pending(): Promise<string[]> {
    return database.documents.where("waits").equals(1).primaryKeys();
  }

  async resend(): Promise<void> {
    await database.documents.toCollection().modify({ sent: null, waits: 1 });
  }
}

function byKind(keys: Iterable<string>): Map<SharedKind, string[]> {
  const found = new Map<SharedKind, string[]>();
  for (const key of keys) {
    const record = recordOfKey(key);
    if (record !== null) found.set(record.kind, [...(found.get(record.kind) ?? []), record.id]);
  }
  return found;
}

/** Brings records to what their documents say. */
async function giveRecords(touched: readonly (readonly [string, OpenDocument])[]): Promise<void> {
  const vehicleKeys = new Set<string>();
  const documents = new Map(touched.map(([key, { document }]) => [key, document]));
  for (const [kind, ids] of byKind(documents.keys())) {
    const its = ids.filter((id) => isShared(kind, id)).map((id) => [id, documents.get(`${kind}/${id}`)!] as const);
    if (kind === "picture") await wantPictures(its);
    else for (const name of await giveKind(kind, its)) vehicleKeys.add(name);
  }
  await noteConflicts(documents);
  if (vehicleKeys.size > 0) await rebuildRows(vehicleKeys);
}

/** Who holds a job is one value: of two that took it apart from each other one holds it, and not half of each. */
const asOne = (holder: unknown): Tree => ({ json: JSON.stringify(holder) });
const apart = ({ json }: Tree): Tree => JSON.parse(String(json)) as Tree;

/** Stores the records of one kind; gives the names of vehicles whose lines follow from them. */
async function giveKind(kind: StoredKind, its: readonly (readonly [string, RecordDocument])[]): Promise<string[]> {
  const { table, read } = stores[kind];
  const stored = (await table.bulkGet(its.map(([id]) => id))) as (Tree | undefined)[];
  const puts: object[] = [];
  const removed: { id: string; at: string; record: Tree }[] = [];
  for (const [i, [id, document]] of its.entries()) {
    const was = stored[i];
    const at = document.removedAt();
    if (at !== null) {
      if (was !== undefined) removed.push({ id, at, record: was });
      continue;
    }
    const told = document.record();
    if (told === null) continue;
    const record = asRecord(kind === "holder" ? apart(told) : told, was, read);
    if (record !== null) puts.push(record);
  }
  await table.bulkPut(puts);
  await table.bulkDelete(removed.map(({ id }) => id));
  await database.outbox.bulkDelete([
    ...puts.map(
      (record) => `${kind}/${kind === "holder" ? (record as { jobId: string }).jobId : (record as { id: string }).id}`,
    ),
    ...removed.map(({ id }) => `${kind}/${id}`),
  ]);
  if (kind === "job") return noteJobsOf(puts as Job[], removed);
  if (kind !== "vehicle") return [];
  await database.vehicleRows.bulkDelete(removed.map(({ id }) => id));
  const vehicles = [...puts, ...stored.filter((one) => one !== undefined)] as unknown as Vehicle[];
  return vehicles.flatMap(({ names }) => names ?? []);
}

/** Jobs that another device removed wait among the removed, as those of this one do. */
async function noteJobsOf(puts: readonly Job[], removed: readonly { id: string; at: string; record: Tree }[]) {
  const gone = await database.visits.bulkGet(removed.map(({ id }) => id));
  for (const { id, at, record } of removed) await database.removed.put({ id, removedAt: at, job: record });
  await forgetLines(removed.map(({ id }) => id));
  await database.removed.bulkDelete(puts.map(({ id }) => id));
  return [...(await noteJobs(puts)), ...gone.flatMap((visit) => visit?.vehicleKey ?? [])];
}

/** The record to store; null where the stored one says the same, or this one cannot be read here (a later release wrote it). */
function asRecord(
  told: Tree,
  was: Tree | undefined,
  read: ((given: unknown) => Result<object, unknown>) | null,
): object | null {
  const dated = (updatedAt: unknown): Tree => (updatedAt === undefined ? told : { ...told, updatedAt });
  const now = Date.now();
  const hasDate = read === readJob || read === readVehicle || read === readContainer;
  const before = was?.updatedAt as string | undefined;
  const checked = (record: Tree): object | null => {
    if (read === null) return record;
    const made = read(record);
    return made.ok ? made.value : null;
  };
  if (was !== undefined) {
    const same = checked(hasDate ? dated(before) : told);
    const stored = checked(was);
    // One that cannot be read here keeps its place.
    if (same === null || stored === null || JSON.stringify(same) === JSON.stringify(stored)) return null;
  }
  return checked(
    hasDate ? dated(before === undefined ? new Date(now).toISOString() : instantAfter(now, before)) : told,
  );
}

async function wantPictures(its: readonly (readonly [string, RecordDocument])[]): Promise<void> {
  const here = new Set(
    await database.photos
      .where("key")
      .anyOf(its.map(([id]) => id))
      .primaryKeys(),
  );
  await database.wantedPictures.bulkPut(
    its.flatMap(([key, document]) => {
      const sha256 = document.record()?.sha256;
      return here.has(key) || typeof sha256 !== "string" ? [] : [{ key, sha256 }];
    }),
  );
}

/** Of these nobody is asked. */
const unasked: readonly (SharedKind | undefined)[] = ["picture", "holder", undefined];

async function noteConflicts(documents: ReadonlyMap<string, RecordDocument>): Promise<void> {
  const found = [...documents]
    .filter(([key]) => !unasked.includes(recordOfKey(key)?.kind))
    .map(([key, document]) => ({ key, conflicts: document.conflicts() }));
  await database.conflicts.bulkPut(found.filter(({ conflicts }) => conflicts.length > 0));
  await database.conflicts.bulkDelete(found.filter(({ conflicts }) => conflicts.length === 0).map(({ key }) => key));
}
