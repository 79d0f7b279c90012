/** Files into the store: what was set ready (staging.ts) is stored in one transaction or not at all, and can be taken back. */

import { unitsChosen } from "@/core/records/choices";
import type { Course, StagedIssue } from "@/core/records/files/archive-task";
import type { ChangeKind } from "@/core/records/files/copies";
import { readJob } from "@/core/records/files/job-file";
import { asOpenFile, readShopFile } from "@/core/records/files/shop-file";
import type { ShopList, ShopPicture } from "@/core/records/files/shop-reader";
import type { Job } from "@/core/records/job";
import { isSigned } from "@/core/records/signature";
import { inUnits } from "@/core/records/unit-system";
import type { Vehicle } from "@/core/records/vehicles/vehicle";
import { outcomeOf, type PartPlan } from "@/core/sync/import/import-plan";
import { type ImportPreview, recordsIn } from "@/core/sync/import/import-preview";
import type { Way } from "@/core/sync/import/import-ways";
import { textSum } from "@/core/text-sum";
import { noteChange } from "./changes";
import { choicesRow, loadChoices } from "./choices";
import { noteCopied } from "./copies";
import {
  database,
  type ImportedRecord,
  type ImportedTable,
  importedKey,
  type StagedRecords,
  type StoredImport,
} from "./database";
import { Here } from "./here";
import { keepPictures } from "./photos";
import { forgetLines, jobTables, noteJobs, rebuildRows } from "./record-index";
import { refused } from "./refused";
import { dropStaged, seenOf, stageOpened } from "./staging";

/** So many imports can be taken back. */
const MOST_IMPORTS = 5;

const importTables = [
  ...jobTables,
  database.containers,
  database.stock,
  database.photos,
  database.choices,
  database.shopCharts,
  database.learners,
  database.drills,
  database.imports,
  database.importedRecords,
  database.changes,
] as const;

const tableOf: Record<ShopList, ImportedTable> = {
  jobs: "jobs",
  vehicles: "vehicles",
  containers: "containers",
  stock: "stock",
  learners: "learners",
  drills: "drills",
  charts: "shopCharts",
  choices: "choices",
};

/** As which kind of change a record counts for the next copy; jobs count by their visits. */
const countedAs: Partial<Record<ImportedTable, ChangeKind>> = {
  vehicles: "vehicle",
  containers: "cylinder",
  stock: "stock",
  choices: "settings",
  shopCharts: "chart",
  learners: "drill",
  drills: "drill",
};

export interface ImportOptions extends Course {
  /** By the id of a job that differs; the usual way where none is given. */
  way?: ReadonlyMap<string, Way>;
  /** Leaves everything that is here as it is, and is not among the imports that can be taken back. */
  onlyNew?: boolean;
}

/** Refusal of a staged file; nothing was stored. */
export class StagedRefusal extends Error {
  constructor(readonly code: StagedIssue) {
    super(code);
  }
}

/** A record on its way into a table, by the key it has there. */
interface Incoming {
  key: string;
  record: object;
}

/**
 * Stores what was set ready under this id, all of it or nothing. Gives what can be taken back by. Rejects when a record that differs is no longer
 * the one that it was compared with. Within the transaction everything awaited asks the store: Dexie loses a transaction over waits that do not.
 */
export async function applyStaged(
  { id, file, counts }: Pick<ImportPreview, "id" | "file" | "counts">,
  { way = new Map(), onlyNew = false, onProgress, signal }: ImportOptions = {},
): Promise<string> {
  const at = new Date().toISOString();
  const importId = crypto.randomUUID();
  const all = recordsIn({ counts });
  const keys = await database.staged.where("stagingId").equals(id).primaryKeys();
  if (keys.length === 0 && all > 0) throw new StagedRefusal("no-longer-staged");
  await database.transaction("rw", [...importTables, database.staged], async () => {
    const wasEmpty = await nothingStored();
    const store = new Storing(await Here.look(), { importId, at, way, onlyNew });
    for (const key of keys) {
      const content = (await database.staged.get(key))?.content;
      if (content === undefined) throw new StagedRefusal("no-longer-staged");
      if ("pictures" in content) await store.pictures(content.pictures);
      else await store.part(content);
      onProgress?.({ step: "storing", done: store.done, all });
      signal?.throwIfAborted();
    }
    const { vehicleKeys, records } = store;
    await rebuildRows(vehicleKeys, (done) => {
      onProgress?.({ step: "listing", done, all: vehicleKeys.size });
      signal?.throwIfAborted();
    });
    if (records > 0 && !onlyNew) await database.imports.put({ id: importId, at, file, records });
    const old = await database.imports.orderBy("at").reverse().offset(MOST_IMPORTS).primaryKeys();
    await database.imports.bulkDelete(old);
    await database.importedRecords.where("importId").anyOf(old).delete();
    // The file that filled an empty store is a copy of it.
    if (wasEmpty && records > 0 && !onlyNew) await noteCopied(new Date().toISOString());
  });
  await dropStaged(id);
  return importId;
}

/** Whether no record was ever stored here, or none since everything was erased. */
async function nothingStored(): Promise<boolean> {
  return (await database.visits.count()) === 0 && (await database.changes.count()) === 0;
}

/** Parts of one file on their way from the staging into the store. */
class Storing {
  /** Records that were looked at, and of these the ones that were stored. */
  done = 0;
  records = 0;
  /** Names of vehicles whose lines follow from what was stored. */
  readonly vehicleKeys = new Set<string>();
  private readonly owners = new Map<string, string[]>();
  /** Stored by this import, so that another record of the same file may come on top. */
  private readonly mine = new Set<string>();
  private turn = 0;

  constructor(
    private readonly here: Here,
    private readonly how: Required<Pick<ImportOptions, "way" | "onlyNew">> & { importId: string; at: string },
  ) {}

  async pictures(pictures: readonly ShopPicture[]): Promise<void> {
    await keepPictures(
      pictures.flatMap((one) => (this.owners.get(one.owner) ?? []).map((owner) => ({ ...one, owner }))),
    );
  }

  async part({ part, seen }: StagedRecords): Promise<void> {
    const { here, mine } = this;
    const { importId, at, way, onlyNew } = this.how;
    const plan = (await here.compared(part, at)) as PartPlan<object>;
    const table = tableOf[part.list];
    const unseen = Object.entries(seenOf(plan)).some(
      ([one, state]) => !mine.has(`${table}/${one}`) && seen[one] !== state,
    );
    if (unseen && !onlyNew) throw new StagedRefusal("changed-meanwhile");
    const incoming = incomingOf(part.list, onlyNew ? { ...plan, differing: [] } : plan, way, this.owners);
    const stored = await storedIn(table, incoming, here);
    if (!onlyNew) await database.importedRecords.add({ ...importedKey(importId, this.turn++), table, records: stored });
    for (const one of incoming) mine.add(`${table}/${one.key}`);
    await this.follow(
      table,
      incoming.map(({ record }) => record),
    );
    this.records += stored.length;
    this.done += part.records.length;
  }

  /** Brings what is derived from records up to date. */
  private async follow(table: ImportedTable, records: readonly object[]): Promise<void> {
    const { here, vehicleKeys } = this;
    if (table === "jobs") for (const name of await noteJobs(records as Job[])) vehicleKeys.add(name);
    if (table === "vehicles") {
      here.noteVehicles(records as Vehicle[]);
      for (const { names } of records as Vehicle[]) for (const name of names) vehicleKeys.add(name);
    }
  }
}

/** Records of a part that are stored, each under its key. Notes in `owners` as whose the pictures of a record are kept. */
function incomingOf(
  list: ShopList,
  plan: PartPlan<object>,
  way: ReadonlyMap<string, Way>,
  owners: Map<string, string[]>,
): Incoming[] {
  const own = (owner: string, as: string) => void owners.set(owner, [...(owners.get(owner) ?? []), as]);
  const ownPhotos = (vehicle: object) => {
    for (const { id } of (vehicle as Vehicle).photos) own(id, id);
  };
  switch (list) {
    case "jobs": {
      const jobs = plan as PartPlan<Job>;
      const outcomes = jobs.differing.flatMap((differing) => {
        const job = outcomeOf(differing, way.get(differing.here.id), () => crypto.randomUUID());
        if (job === null) return [];
        own(differing.file.id, job.id);
        return [job];
      });
      // An identical job may have lacked a photo.
      for (const { id } of [...jobs.added, ...jobs.same]) own(id, id);
      return keyed([...jobs.added, ...outcomes]);
    }
    case "vehicles":
    case "containers": {
      const records = [...plan.added, ...plan.differing.map(({ merged }) => merged)];
      if (list === "vehicles") for (const vehicle of [...records, ...plan.same]) ownPhotos(vehicle);
      return keyed(records as { id: string }[]);
    }
    case "charts":
      return (plan.added as { refrigerant: string }[]).map((record) => ({ key: record.refrigerant, record }));
    case "choices":
      return plan.added.flatMap((given) => {
        const row = choicesRow(given);
        return row === null ? [] : [{ key: row.name, record: row }];
      });
    default:
      return keyed(plan.added as { id: string }[]);
  }
}

/** Each record once, as it became last: two of a file may be one here. */
const keyed = (records: readonly { id: string }[]): Incoming[] =>
  [...new Map(records.map((record) => [record.id, record]))].map(([key, record]) => ({ key, record }));

/** Stores records; gives each as it was before, and a sum of what it is now. */
async function storedIn(table: ImportedTable, incoming: readonly Incoming[], here: Here): Promise<ImportedRecord[]> {
  for (const { record } of incoming) {
    const read = table === "jobs" ? readJob(record) : null;
    if (read !== null && !read.ok) throw refused(read.issue);
  }
  const before = await here.stored(
    table,
    incoming.map(({ key }) => key),
  );
  await database.table(table).bulkPut(incoming.map(({ record }) => record));
  const kind = countedAs[table];
  if (kind !== undefined) await noteChange(kind, ...incoming.map(({ key }) => key));
  return incoming.map(({ key, record }, i) => ({
    id: key,
    before: before[i],
    after: textSum(JSON.stringify(record)),
  }));
}

/** Recent imports that can be reverted, newest first. */
export async function listImports(): Promise<StoredImport[]> {
  return database.imports.orderBy("at").reverse().toArray();
}

/** Takes an import back, in one transaction. What was changed since stays as it is and is counted. */
export async function undoImport(
  id: string,
  { onProgress, signal }: Course = {},
): Promise<{ back: number; stayed: number }> {
  return database.transaction("rw", [...importTables], async () => {
    const counts = { back: 0, stayed: 0 };
    const keys = await database.importedRecords.where("importId").equals(id).primaryKeys();
    const vehicleKeys = new Set<string>();
    const all = (await database.imports.get(id))?.records ?? null;
    for (const key of keys.reverse()) {
      const { table, records } = (await database.importedRecords.get(key))!;
      const back = await takenBack(table, [...records].reverse(), vehicleKeys);
      counts.back += back;
      counts.stayed += records.length - back;
      onProgress?.({ step: "taking-back", done: counts.back + counts.stayed, all });
      signal?.throwIfAborted();
    }
    await rebuildRows(vehicleKeys);
    await database.importedRecords.where("importId").equals(id).delete();
    await database.imports.delete(id);
    return counts;
  });
}

/**
 * Puts records of one table back as they were, those apart that were changed since; gives how many, and notes the names of vehicles whose lines
 * follow from them.
 */
async function takenBack(
  table: ImportedTable,
  rows: readonly ImportedRecord[],
  vehicleKeys: Set<string>,
): Promise<number> {
  const stored: unknown[] = await database.table(table).bulkGet(rows.map(({ id }) => id));
  const back = rows.flatMap(({ id, before, after }, i) => {
    const now = stored[i];
    // A version that came in signed is not replaced by one that is not.
    const locked = table === "jobs" && before !== null && now !== undefined && isSigned(now as Job);
    const changed = now !== undefined && textSum(JSON.stringify(now)) !== after;
    return locked || changed ? [] : [{ id, before, now }];
  });
  const ids = back.map(({ id }) => id);
  const again = back.flatMap(({ before }) => (before === null ? [] : [before]));
  const gone = back.flatMap(({ id, before }) => (before === null ? [id] : []));
  await database.table(table).bulkPut(again);
  await database.table(table).bulkDelete(gone);
  const kind = countedAs[table];
  if (kind !== undefined) await noteChange(kind, ...ids);
  if (table === "vehicles") {
    for (const { now, before } of back)
      for (const one of [now, before]) for (const name of (one as Vehicle | null)?.names ?? []) vehicleKeys.add(name);
    await database.vehicleRows.bulkDelete(ids);
  }
  if (table === "jobs") {
    for (const visit of await database.visits.bulkGet(ids)) vehicleKeys.add(visit?.vehicleKey ?? "");
    await forgetLines(gone);
    await database.photos.where("jobId").anyOf(gone).delete();
    for (const key of await noteJobs(again as Job[])) vehicleKeys.add(key);
  }
  return back.length;
}

const MADE_UP = "The made-up year";

/** Adds the demo workshop's year from its file's text, told in the units chosen here; what is there already stays. */
export async function addDemoYear(text: string): Promise<void> {
  const read = readShopFile(text);
  if (!read.ok) return;
  const choice = unitsChosen(await loadChoices());
  const shop = { ...read.value, jobs: read.value.jobs.map((job) => inUnits(job, choice)) };
  const staged = await stageOpened(asOpenFile(shop), MADE_UP);
  // Somebody may have gone on with a made-up job: theirs stands.
  if (staged.ok) await applyStaged(staged.value, { onlyNew: true });
}
