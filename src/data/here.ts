/**
 * The stored records that a file is compared with. Which records there are is looked up once: to ask for each of thousands that are not
 * there takes longer than to read those that are.
 */
import { readable } from "@/core/read-record";
import { readJob } from "@/core/records/files/job-file";
import type { ShopKinds, ShopList, ShopPart } from "@/core/records/files/shop-reader";
import type { Job } from "@/core/records/job";
import { readContainer } from "@/core/records/stock/container";
import { readStockEntry } from "@/core/records/stock/entry";
import { readVehicle, type Vehicle } from "@/core/records/vehicles/vehicle";
import type { Result } from "@/core/result";
import { type PartPlan, partPlan } from "@/core/sync/import/import-plan";
import { settingsHealth } from "./choices";
import { database, type ImportedTable } from "./database";

export class Here {
  private readonly vehicleById = new Map<string, Vehicle>();
  private readonly vehicleByName = new Map<string, Vehicle>();

  private constructor(
    private readonly keys: ReadonlyMap<ImportedTable, ReadonlySet<string>>,
    vehicles: readonly Vehicle[],
    /** Whether settings are stored, readable or not. */
    private readonly hasSettings: boolean,
  ) {
    this.noteVehicles(vehicles);
  }

  static async look(): Promise<Here> {
    const tables = ["jobs", "vehicles", "containers", "stock", "learners", "drills", "shopCharts"] as const;
    const keys = await Promise.all(
      tables.map(async (name) => {
        const its = (await database.table(name).toCollection().primaryKeys()) as string[];
        return [name, new Set(its)] as const;
      }),
    );
    const vehicles = readable<Vehicle>(await database.vehicles.toArray(), readVehicle);
    return new Here(new Map(keys), vehicles, (await settingsHealth()).text !== null);
  }

  has(table: ImportedTable, key: string): boolean {
    return this.keys.get(table)?.has(key) ?? false;
  }

  /** Records as they are stored, by their keys; null for one that was not there. */
  async stored(table: ImportedTable, keys: readonly string[]): Promise<unknown[]> {
    const known = keys.filter((key) => this.has(table, key));
    const found = new Map<string, unknown>();
    for (const [i, record] of (await database.table(table).bulkGet(known)).entries())
      if (record !== undefined) found.set(known[i]!, record);
    return keys.map((key) => found.get(key) ?? null);
  }

  /** Vehicles that were stored since the look. */
  noteVehicles(vehicles: readonly Vehicle[]): void {
    for (const vehicle of vehicles) {
      this.vehicleById.set(vehicle.id, vehicle);
      for (const name of vehicle.names) this.vehicleByName.set(name, vehicle);
    }
  }

  /** Compares a part of a file with what is here. `now`: ISO. */
  async compared<List extends ShopList>(
    { list, records }: { list: List; records: readonly ShopKinds[List][] },
    now: string,
  ): Promise<PartPlan<ShopKinds[List]>> {
    const find = await this.finders[list](records);
    return partPlan(list, records, find, now);
  }

  /** A job that cannot be read here keeps its place: the file's comes in beside it, not over it. */
  async besideUnreadable({ list, records }: ShopPart): Promise<ShopPart["records"]> {
    if (list !== "jobs") return records;
    const stored = await this.stored(
      "jobs",
      records.map(({ id }) => id),
    );
    return records.map((job, i) =>
      stored[i] === null || readJob(stored[i]).ok ? job : { ...job, id: crypto.randomUUID() },
    );
  }

  private readonly finders: { [List in ShopList]: Finder<ShopKinds[List]> } = {
    jobs: this.byId<Job>("jobs", readJob),
    // By its id, else by a name: two shops that wrote about one car have two records of it.
    vehicles:
      async () =>
      ({ id, names }) =>
        this.vehicleById.get(id) ?? names.flatMap((name) => this.vehicleByName.get(name) ?? [])[0],
    containers: this.byId("containers", readContainer),
    stock: this.byId("stock", readStockEntry),
    learners: this.unread("learners", ({ id }) => id),
    drills: this.unread("drills", ({ id }) => id),
    charts: this.unread("shopCharts", ({ refrigerant }) => refrigerant),
    choices: async () => (record) => (this.hasSettings ? record : undefined),
  };

  /** Finds records by the id they have; one that cannot be read is not found. */
  private byId<Kind extends { id: string }>(
    table: ImportedTable,
    read: (given: unknown) => Result<Kind, unknown>,
  ): Finder<Kind> {
    return async (records) => {
      const stored = await this.stored(
        table,
        records.map(({ id }) => id),
      );
      const found = new Map(readable(stored, read).map((record) => [record.id, record]));
      return ({ id }) => found.get(id);
    };
  }

  /** Finds whatever stands under the key, without looking at it. */
  private unread<Kind>(table: ImportedTable, keyOf: (record: Kind) => string): Finder<Kind> {
    return async () => (record) => (this.has(table, keyOf(record)) ? record : undefined);
  }
}

type Finder<Kind> = (records: readonly Kind[]) => Promise<(record: Kind) => Kind | undefined>;
