/** The browser database; this folder is the only place that knows Dexie. */

import Dexie, { type EntityTable, type Transaction } from "dexie";
import type { KeptClassSet } from "@/core/drill/class-set";
import type { DrillRecord, Learner } from "@/core/drill/progress";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import type { OutcomeRow } from "@/core/records/derived/outcome-row";
import { readJob } from "@/core/records/files/job-file";
import type { ShopPart, ShopPicture } from "@/core/records/files/shop-reader";
import type { Job } from "@/core/records/job";
import type { Container } from "@/core/records/stock/container";
import type { StockEntry } from "@/core/records/stock/entry";
import type { BookLine } from "@/core/records/stock/lines";
import type { Vehicle } from "@/core/records/vehicles/vehicle";
import type { VehicleRow } from "@/core/records/vehicles/vehicle-row";
import type { Visit } from "@/core/records/vehicles/visit";
import type { FieldConflict } from "@/core/sync/field-conflict";
import type { Holder } from "@/core/sync/holder";
import { textSum } from "@/core/text-sum";
import { outboxMiddleware } from "./outbox";
import { databaseName, type WorkshopName, workshop } from "./workshop";

/** A workshop's chart as its file was, one for each refrigerant; it is read afresh each time, so that no stored form can age. */
interface StoredShopChart {
  refrigerant: Refrigerant;
  name: string;
  text: string;
}

/** A choice of this workshop, as JSON; checked each time it is read. */
interface StoredChoice {
  name: string;
  json: string;
}

/** The simulated rack of a job as it stood last; checked each time it is read. */
interface StoredSimulator {
  jobId: string;
  state: unknown;
}

/** A job that was removed from the Bay, until it is thrown away. */
interface RemovedJob {
  id: string;
  removedAt: string;
  job: unknown;
}

/** A picture of a job's photo, by the job and the photo's id. */
export interface StoredPhoto {
  key: string;
  jobId: string;
  jpeg: Uint8Array;
}

/** A drill that was begun: by its learner and its case, the acts so far. */
interface OpenDrill {
  key: string;
  at: number;
  script: unknown;
  /** Draft answer: ranking and answer. */
  draft: unknown;
}

/** Tables that a file can bring records for. */
export type ImportedTable =
  | "jobs"
  | "vehicles"
  | "containers"
  | "stock"
  | "choices"
  | "shopCharts"
  | "learners"
  | "drills";

/** A reading of a file that can be taken back. */
export interface StoredImport {
  id: string;
  at: string;
  file: string;
  records: number;
}

/** A record that a reading changed: as it was, null where there was none, and a sum of the text it was stored as. */
export interface ImportedRecord {
  id: string;
  before: unknown;
  after: string;
}

/** Records of one table that a reading changed. */
interface ImportedPart {
  /** The import, and in which turn. */
  key: string;
  importId: string;
  table: ImportedTable;
  records: readonly ImportedRecord[];
}

/** Part of a staged file: some records of one list, or some pictures, kept until all parts are stored at once. */
interface StagedPart {
  /** The staging, and in which turn. */
  key: string;
  stagingId: string;
  content: StagedRecords | { pictures: readonly ShopPicture[] };
}

export interface StagedRecords {
  part: ShopPart;
  /** State of each record that differs when it was compared, by its id. */
  seen: Readonly<Record<string, string>>;
}

/** A record's document as devices share it (data/sharing), by kind and id. */
export interface StoredDocument {
  key: string;
  update: Uint8Array;
  /** What of it stands in the shared folder; null for nothing. */
  sent: Uint8Array | null;
  /** 1: something of it is in no folder yet. */
  waits: 0 | 1;
  changedAt: string;
}

/** Values of one record that somebody has to choose from. */
export interface StoredConflicts {
  key: string;
  conflicts: readonly FieldConflict[];
}

class EvridDatabase extends Dexie {
  jobs!: EntityTable<Job, "id">;
  choices!: EntityTable<StoredChoice, "name">;
  shopCharts!: EntityTable<StoredShopChart, "refrigerant">;
  racks!: EntityTable<StoredSimulator, "jobId">;
  removed!: EntityTable<RemovedJob, "id">;
  photos!: EntityTable<StoredPhoto, "key">;
  vehicles!: EntityTable<Vehicle, "id">;
  containers!: EntityTable<Container, "id">;
  /** Ledger entries outside of jobs. */
  stock!: EntityTable<StockEntry, "id">;
  imports!: EntityTable<StoredImport, "id">;
  importedRecords!: EntityTable<ImportedPart, "key">;
  staged!: EntityTable<StagedPart, "key">;
  /** Folders that were chosen, as the browser hands them out. */
  folders!: EntityTable<{ name: string; handle: FileSystemDirectoryHandle }, "name">;
  learners!: EntityTable<Learner, "id">;
  drills!: EntityTable<DrillRecord, "id">;
  openDrills!: EntityTable<OpenDrill, "key">;
  classSets!: EntityTable<KeptClassSet, "id">;
  /** Records that are in no copy yet (changes.ts). */
  changes!: EntityTable<{ key: string; at: string }, "key">;
  documents!: EntityTable<StoredDocument, "key">;
  /** Records that were changed here and are in no document yet. */
  outbox!: EntityTable<{ key: string; at: number }, "key">;
  holders!: EntityTable<Holder, "jobId">;
  conflicts!: EntityTable<StoredConflicts, "key">;
  /** Pictures that a record of another device names: key of the picture, and the sum of its content. */
  wantedPictures!: EntityTable<{ key: string; sha256: string }, "key">;
  /** This device in the shared folder, and how it stands (data/sharing). */
  sharing!: EntityTable<{ name: string; value: unknown }, "name">;
  // These four follow from the others and can be made anew from them at any time (record-index.ts).
  visits!: EntityTable<Visit, "jobId">;
  vehicleRows!: EntityTable<VehicleRow, "id">;
  bookLines!: EntityTable<BookLine, "id">;
  outcomes!: EntityTable<OutcomeRow, "jobId">;

  constructor(of: WorkshopName) {
    super(databaseName(of));
    this.version(1).stores({ jobs: "id, updatedAt" });
    // Records carry their own version; one that cannot be read stays as it is and says so when it is opened.
    this.version(2).stores({ jobs: "id, updatedAt" }).upgrade(migrateJobs);
    this.version(3).stores({ jobs: "id, updatedAt", shopCharts: "refrigerant" });
    this.version(4).stores({ jobs: "id, updatedAt", shopCharts: "refrigerant" }).upgrade(migrateJobs);
    this.version(5).stores({ jobs: "id, updatedAt", shopCharts: "refrigerant", choices: "name" }).upgrade(migrateJobs);
    this.version(6)
      .stores({
        jobs: "id, updatedAt",
        shopCharts: "refrigerant",
        choices: "name",
        racks: "jobId",
        removed: "id, removedAt",
      })
      .upgrade(migrateJobs);
    this.version(7).stores({}).upgrade(migrateJobs);
    this.version(8).stores({ photos: "key, jobId" }).upgrade(migrateJobs);
    this.version(9).stores({
      vehicles: "id, *names",
      containers: "id",
      stock: "id, at",
      imports: "id, at",
      folders: "name",
      visits: "jobId, vehicleKey, [standing+updatedAt], updatedAt",
      vehicleRows: "id, lastAt, *words, [refrigerant+labelG]",
      bookLines: "id, jobId, at",
    });
    this.version(10).stores({}).upgrade(migrateJobs);
    this.version(11).stores({ learners: "id", drills: "id, learnerId, at", openDrills: "key" });
    this.version(12).stores({ changes: "key, at" });
    this.version(13).stores({}).upgrade(migrateJobs);
    this.version(14).stores({}).upgrade(migrateJobs);
    this.version(15).stores({ importedRecords: "key, importId", staged: "key, stagingId" }).upgrade(apartFromImports);
    this.version(16).stores({}).upgrade(migrateJobs);
    this.version(17).stores({ classSets: "id" });
    this.version(18).stores({
      documents: "key, waits, changedAt",
      outbox: "key",
      holders: "jobId, device",
      conflicts: "key",
      wantedPictures: "key",
      sharing: "name",
    });
    this.version(19).stores({ outcomes: "jobId, label" }).upgrade(migrateJobs);
    if (of === "shop") this.use(outboxMiddleware);
  }
}

function migrateJobs(transaction: Transaction) {
  return transaction
    .table("jobs")
    .toCollection()
    .modify((stored, place) => {
      const read = readJob(stored);
      if (read.ok) place.value = read.value;
    });
}

/** Until then an import held all that it changed, with the whole text of each record. */
async function apartFromImports(transaction: Transaction): Promise<void> {
  type Before = { id: string; changed?: (ImportedRecord & { table: ImportedTable })[] };
  for (const { changed = [], ...done } of await transaction.table<Before>("imports").toArray()) {
    const parts = changed.map(({ table, after, ...one }, i) => {
      const records = [{ ...one, after: textSum(after) }];
      return { ...importedKey(done.id, i), table, records };
    });
    await transaction.table("importedRecords").bulkPut(parts);
    await transaction.table("imports").put({ ...done, records: changed.length });
  }
}

/** Key of the `n`th row, from 0, of those that belong together under an id: they sort in their turn. */
export const turnKey = (id: string, n: number): string => `${id}/${String(n).padStart(8, "0")}`;

/** Where a part stands that an import changed as its `n`th, from 0. */
export const importedKey = (importId: string, n: number) => ({ key: turnKey(importId, n), importId });

/** The database of the workshop that this page shows. */
export const database = new EvridDatabase(workshop);

/** Database of another workshop, for moving misplaced records. Closed by the caller. */
export const databaseOf = (other: WorkshopName) => new EvridDatabase(other);
