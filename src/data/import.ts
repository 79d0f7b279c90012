/** Files into the store: what they would change is shown first, is stored in one transaction or not at all, and can be taken back. */

import { unitsChosen } from "@/core/records/choices";
import type { ChangeKind } from "@/core/records/copies";
import { carriedOut, type ImportPlan, planOf } from "@/core/records/import-plan";
import type { Way } from "@/core/records/import-ways";
import type { Job } from "@/core/records/job";
import { readJob } from "@/core/records/job-file";
import { readShopFile, type ShopInFile } from "@/core/records/shop-file";
import { continuesSigned, isSigned, lockOf, SignatureRefusal } from "@/core/records/signature";
import { readContainer } from "@/core/records/stock/container";
import { readStockEntry } from "@/core/records/stock/entry";
import { linesOfJob } from "@/core/records/stock/lines";
import { inUnits } from "@/core/records/unit-system";
import { readVehicle, type Vehicle } from "@/core/records/vehicle";
import { visitOf } from "@/core/records/visit";
import type { Result } from "@/core/result";
import { noteChange } from "./changes";
import { choicesRow, loadChoices, settingsHealth } from "./choices";
import { database, type ImportedTable, type StoredImport } from "./database";
import { keepPictures, ofVehicle } from "./photos";
import { jobTables, rowsMadeAnew } from "./record-index";
import { refused } from "./refused";
import { workshop } from "./workshop";

/** Compares a file with the store; nothing is changed. Rejects a file of the other workshop. */
export async function planImport(file: ShopInFile): Promise<ImportPlan> {
  if (file.workshop !== workshop) throw refused({ code: "other-workshop", workshop: file.workshop });
  const jobs = new Map<string, Job>();
  const unreadable = new Set<string>();
  for (const stored of await database.jobs.bulkGet(file.jobs.map(({ id }) => id))) {
    const read = stored === undefined ? null : readJob(stored);
    if (read?.ok) jobs.set(read.value.id, read.value);
    else if (stored !== undefined) unreadable.add(stored.id);
  }
  // One that cannot be read keeps its place: the file's comes in beside it, not over it.
  const given = { ...file, jobs: file.jobs.map((job) => (unreadable.has(job.id) ? elsewhere(job) : job)) };
  return planOf(
    given,
    {
      jobs,
      vehicles: readable(await database.vehicles.toArray(), readVehicle),
      containers: byId(readable(await database.containers.bulkGet(idsOf(file.containers)), readContainer)),
      stock: byId(readable(await database.stock.bulkGet(idsOf(file.stock)), readStockEntry)),
      settings: (await settingsHealth()).text !== null,
      charts: new Set(await database.shopCharts.toCollection().primaryKeys()),
      learners: new Set(await database.learners.toCollection().primaryKeys()),
      drills: new Set(await database.drills.toCollection().primaryKeys()),
    },
    new Date().toISOString(),
  );
}

const idsOf = (records: readonly { id: string }[]) => records.map(({ id }) => id);
const byId = <Kind extends { id: string }>(records: readonly Kind[]) => new Map(records.map((one) => [one.id, one]));

/** Stored records as a file would have them: in the order of their schema. */
function readable<Kind, Issue>(stored: readonly unknown[], read: (given: unknown) => Result<Kind, Issue>): Kind[] {
  return stored.flatMap((one) => {
    const made = read(one);
    return made.ok ? [made.value] : [];
  });
}

const elsewhere = (job: Job): Job => ({ ...job, id: crypto.randomUUID() });

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
  database.changes,
] as const;

/** A record on its way into a table, by the key it has there. */
interface Incoming {
  table: ImportedTable;
  key: string;
  record: object;
}

const incoming = (table: ImportedTable, records: readonly { id: string }[]): Incoming[] =>
  records.map((record) => ({ table, key: record.id, record }));

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

/**
 * Carries a plan out, all of it or nothing. Gives what can be taken back by. Within the transaction everything awaited asks the store: Dexie loses
 * a transaction over a hundred waits that do not.
 */
export async function applyImport(
  plan: ImportPlan,
  name: string,
  way: ReadonlyMap<string, Way> = new Map(),
): Promise<string> {
  const { jobs, vehicles, containers, stock, beside } = carriedOut(plan, way, () => crypto.randomUUID());
  const pictures = [
    ...jobs.map(({ id }) => [id, plan.pictures.get(beside.get(id) ?? id)] as const),
    // What was the same may have lacked a picture.
    ...plan.jobs.same.map(({ id }) => [id, plan.pictures.get(id)] as const),
    ...[...vehicles, ...plan.vehicles.same].flatMap((vehicle) => ofVehicle(vehicle, plan.pictures)),
  ];
  for (const job of jobs) {
    const read = readJob(job);
    if (!read.ok) throw refused(read.issue);
  }
  const { choices, charts, drills } = plan.extras;
  const settings = choices === null ? null : choicesRow(choices);
  const records: Incoming[] = [
    ...incoming("jobs", jobs),
    ...incoming("vehicles", vehicles),
    ...incoming("containers", containers),
    ...incoming("stock", stock),
    ...(settings === null ? [] : [{ table: "choices" as const, key: settings.name, record: settings }]),
    ...charts.map((record) => ({ table: "shopCharts" as const, key: record.refrigerant, record })),
    ...incoming("learners", drills.learners),
    ...incoming("drills", drills.drills),
  ];
  const at = new Date().toISOString();
  const done: StoredImport = { id: crypto.randomUUID(), at, file: name, changed: [] };
  await database.transaction("rw", [...importTables], async () => {
    const keys = await keysBefore(jobs.map(({ id }) => id));
    for (const table of new Set(records.map((one) => one.table))) {
      const its = records.filter((one) => one.table === table);
      const before: unknown[] = await database.table(table).bulkGet(its.map(({ key }) => key));
      if (table === "jobs") guardSigned(before, its);
      for (const [i, { key, record }] of its.entries())
        done.changed.push({ table, id: key, before: before[i] ?? null, after: JSON.stringify(record) });
      await database.table(table).bulkPut(its.map(({ record }) => record));
      const kind = countedAs[table];
      if (kind !== undefined) await noteChange(kind, ...its.map(({ key }) => key));
    }
    await keepPictures(pictures);
    await indexed(jobs);
    await rowsMadeAnew([
      ...keys,
      ...jobs.map((job) => visitOf(job).vehicleKey),
      ...vehicles.flatMap(({ names }) => names),
    ]);
    if (done.changed.length > 0) await database.imports.put(done);
    const old = await database.imports.orderBy("at").reverse().offset(MOST_IMPORTS).primaryKeys();
    await database.imports.bulkDelete(old);
  });
  return done.id;
}

/** Whatever a plan says: what was signed since it was made stays as it was signed. */
function guardSigned(before: readonly unknown[], incoming: readonly Incoming[]): void {
  for (const [i, { record }] of incoming.entries()) {
    const read = before[i] === undefined ? null : readJob(before[i]);
    if (read?.ok && isSigned(read.value) && !continuesSigned(read.value, record as Job))
      throw new SignatureRefusal(lockOf(read.value));
  }
}

async function keysBefore(ids: readonly string[]): Promise<string[]> {
  const before = await database.visits.bulkGet([...ids]);
  return before.flatMap((visit) => visit?.vehicleKey ?? []);
}

async function indexed(jobs: readonly Job[]): Promise<void> {
  await database.visits.bulkPut(jobs.map(visitOf));
  await database.bookLines
    .where("jobId")
    .anyOf(jobs.map(({ id }) => id))
    .delete();
  await database.bookLines.bulkPut(jobs.flatMap(linesOfJob));
}

export interface DoneImport {
  id: string;
  at: string;
  file: string;
  records: number;
}

/** What was read in lately and can be taken back, newest first. */
export async function listImports(): Promise<DoneImport[]> {
  const all = await database.imports.orderBy("at").reverse().toArray();
  return all.map(({ id, at, file, changed }) => ({ id, at, file, records: changed.length }));
}

/** Takes an import back, in one transaction. What was changed since stays as it is and is counted. */
export async function undoImport(id: string): Promise<{ back: number; stayed: number }> {
  return database.transaction("rw", [...importTables], async () => {
    const done = await database.imports.get(id);
    const counts = { back: 0, stayed: 0 };
    if (done === undefined) return counts;
    const jobs: Job[] = [];
    const keys: string[] = [];
    for (const { table, id: recordId, before, after } of [...done.changed].reverse()) {
      const now: { id: string } | undefined = await database.table(table).get(recordId);
      // A version that came in signed is not replaced by one that is not.
      const locked = table === "jobs" && before !== null && now !== undefined && isSigned(now as unknown as Job);
      if (locked || (now !== undefined && JSON.stringify(now) !== after)) {
        counts.stayed++;
        continue;
      }
      counts.back++;
      const kind = countedAs[table];
      if (kind !== undefined) await noteChange(kind, recordId);
      if (table === "jobs") keys.push(...(await keysBefore([recordId])));
      if (table === "vehicles" && now !== undefined) keys.push(...(now as Vehicle).names);
      if (before !== null) {
        await database.table(table).put(before as never);
        if (table === "jobs") jobs.push(before as Job);
        if (table === "vehicles") keys.push(...(before as Vehicle).names);
      } else {
        await database.table(table).delete(recordId);
        if (table !== "jobs") continue;
        await database.visits.delete(recordId);
        await database.bookLines.where("jobId").equals(recordId).delete();
        await database.photos.where("jobId").equals(recordId).delete();
      }
    }
    await indexed(jobs);
    await database.vehicleRows.bulkDelete(
      done.changed.filter(({ table }) => table === "vehicles").map((one) => one.id),
    );
    await rowsMadeAnew([...keys, ...jobs.map((job) => visitOf(job).vehicleKey)]);
    await database.imports.delete(id);
    return counts;
  });
}

const MADE_UP = "The made-up year";

/** Adds the demo workshop's year from its file's text, told in the units chosen here; what is there already stays. */
export async function addDemoYear(text: string): Promise<void> {
  const read = readShopFile(text);
  if (!read.ok) return;
  const choice = unitsChosen(await loadChoices());
  const file = { ...read.value, jobs: read.value.jobs.map((job) => inUnits(job, choice)) };
  const plan = await planImport(file);
  // Somebody may have gone on with a made-up job: theirs stands.
  const keep = new Map(plan.jobs.differing.map(({ here }) => [here.id, "keep" as const]));
  await applyImport({ ...plan, vehicles: { ...plan.vehicles, differing: [] } }, MADE_UP, keep);
}
