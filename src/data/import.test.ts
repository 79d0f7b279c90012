import "fake-indexeddb/auto";
import type { Table } from "dexie";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { drawn } from "@/core/records/bookkeeping";
import type { Progress } from "@/core/records/files/archive-task";
import type { Job } from "@/core/records/job";
import { amended, signed } from "@/core/records/signature";
import { newContainer } from "@/core/records/stock/container";
import { placeOf, stockEntry } from "@/core/records/stock/entry";
import { newVehicle } from "@/core/records/vehicles/vehicle";
import type { Way } from "@/core/sync/import/import-ways";
import { entry } from "@/core/units/entry";
import { ines, keptRun } from "../../tests/support/drills";
import { contentOf, copied, readIn, shown } from "../../tests/support/shop-files";
import { shopJobs } from "../../tests/support/shop-jobs";
import { changeChoices, loadChoices } from "./choices";
import { database } from "./database";
import { addDemoYear, applyStaged, listImports, undoImport } from "./import";
import { editJob, listJobs } from "./jobs";
import { eraseAll, exportVehicle } from "./shop";
import { stageFile } from "./staging";
import { editVehicle, findVehicles, joinVehicles, listVehicles, loadVehicle } from "./vehicles";

const at = "2026-06-01T10:00:00.000Z";
const jobs = shopJobs(new Date(at));
const [van, estate, pickup] = jobs as [Job, Job, Job];
const cylinder = newContainer("cyl", at, { name: "Cylinder 7", kind: "cylinder", refrigerant: "R134a" });
const came = stockEntry("came", at, { act: "receive", grams: 12_000, from: "supplier", to: placeOf("cyl") });

/** Everything that is kept, in one order. */
async function everything(): Promise<unknown> {
  const tables = ["jobs", "vehicles", "containers", "stock", "photos", "visits", "vehicleRows", "bookLines"];
  return Promise.all(tables.map((name) => database.table(name).toArray()));
}
async function filled(): Promise<void> {
  await readIn(JSON.stringify({ format: "evrid.shop", version: 3, jobs }));
  await database.containers.add(cylinder);
  await database.stock.add(came);
  await joinVehicles(`name:${van.intake.vehicle.toLowerCase()}`, `name:${estate.intake.vehicle.toLowerCase()}`);
}

beforeEach(eraseAll);
afterEach(() => vi.restoreAllMocks());

describe("a file read into a store", () => {
  it("brings a whole shop back as it was: records, books, index", async () => {
    await filled();
    const before = await everything();
    const file = await copied();
    await eraseAll();
    await readIn(file);
    expect(await everything()).toEqual(before);
    const { counts } = await shown(file);
    expect([counts.jobs.same, counts.containers.same, counts.stock.same]).toEqual([3, 1, 1]);
  });

  it("leaves the store untouched at whatever write it is broken off", async () => {
    await readIn(JSON.stringify({ format: "evrid.shop", version: 3, jobs: [van] }));
    const before = await everything();
    const other = { ...van, updatedAt: "2027-01-01T00:00:00.000Z", altitude: entry("12", "m") };
    const vehicle = newVehicle("v", estate.intake.vehicle, at);
    const file = { jobs: [other, estate, pickup], vehicles: [vehicle], containers: [cylinder], stock: [came] };
    const preview = await shown(JSON.stringify({ format: "evrid.shop", version: 3, ...file }));
    for (const name of ["jobs", "vehicles", "containers", "stock", "visits", "vehicleRows", "bookLines", "imports"]) {
      // The store knows each table under two objects.
      for (const table of [database.table(name), (database as unknown as Record<string, Table>)[name]!])
        for (const method of ["put", "bulkPut"] as const)
          vi.spyOn(table, method).mockRejectedValueOnce(new Error("the power went"));
      await expect(applyStaged(preview), name).rejects.toThrow("the power went");
      vi.restoreAllMocks();
      expect(await everything()).toEqual(before);
    }
    await applyStaged(preview);
    expect(await everything()).not.toEqual(before);
  });

  it("is taken back whole; what was changed since stays, and is counted", async () => {
    await readIn(JSON.stringify({ format: "evrid.shop", version: 3, jobs: [van] }));
    const before = await everything();
    const other = { ...van, updatedAt: "2027-01-01T00:00:00.000Z", altitude: entry("12", "m") };
    const shop = JSON.stringify({ format: "evrid.shop", version: 3, jobs: [other, estate], containers: [cylinder] });
    const id = await readIn(shop);
    expect((await listImports())[0]).toMatchObject({ id, records: 3 });
    expect(await undoImport(id)).toEqual({ back: 3, stayed: 0 });
    expect(await everything()).toEqual(before);
    const again = await readIn(shop);
    await editJob(estate.id, (job) => ({ ...job, altitude: entry("99", "m") }));
    expect(await undoImport(again)).toEqual({ back: 2, stayed: 1 });
    expect((await listJobs()).jobs.map(({ id: one }) => one).sort()).toEqual([estate.id, van.id].sort());
    expect(await undoImport("never")).toEqual({ back: 0, stayed: 0 });
  });

  it("brings settings, charts and drills in the same transaction, and takes them back with the rest", async () => {
    const run = keptRun("run", at);
    const chart = { refrigerant: "R134a", name: "wall", text: "x" };
    const text = JSON.stringify({
      format: "evrid.shop",
      version: 4,
      jobs: [van],
      choices: { units: "us", later: 1 },
      charts: [chart],
      drills: { learners: [ines], drills: [run] },
    });
    const beside = () =>
      Promise.all(
        [
          database.choices.where("name").equals("workshop"),
          database.shopCharts,
          database.learners,
          database.drills,
        ].map((table) => table.toArray()),
      );
    vi.spyOn(database.imports, "put").mockRejectedValueOnce(new Error("the power went"));
    await expect(readIn(text)).rejects.toThrow("the power went");
    vi.restoreAllMocks();
    expect(await beside()).toEqual([[], [], [], []]);
    const id = await readIn(text);
    expect(await beside()).toEqual([[{ name: "workshop", json: '{"units":"us","later":1}' }], [chart], [ines], [run]]);
    expect(await undoImport(id)).toEqual({ back: 5, stayed: 0 });
    expect(await beside()).toEqual([[], [], [], []]);
    // The shop's own records stay.
    await changeChoices({ units: "bar" });
    await readIn(text);
    expect((await loadChoices()).units).toBe("bar");
  });

  it("stores no record that could not be read again, whatever its dates", async () => {
    const file = { ...van, updatedAt: "2199-12-31T23:59:59.999Z" };
    await readIn(JSON.stringify({ format: "evrid.shop", version: 4, jobs: [file] }));
    const [stored] = (await listJobs()).jobs;
    expect(stored!.updatedAt <= new Date().toISOString()).toBe(true);
    await editJob(van.id, (job) => ({ ...job, altitude: entry("12", "m") }));
    expect((await listJobs()).jobs[0]!.altitude.text).toBe("12");
    const preview = await shown(JSON.stringify({ format: "evrid.shop", version: 4, jobs: [estate] }));
    const bent = { list: "jobs", records: [{ ...estate, createdAt: "+010000-01-01T00:00:00.000Z" }] };
    await database.staged.toCollection().modify({ content: { part: bent, seen: {} } } as never);
    await expect(applyStaged(preview)).rejects.toThrow("createdAt");
    expect((await listJobs()).jobs).toHaveLength(1);
  });

  it("overwrites nothing unasked: a job that went on in both is made one, taken, kept, or put beside", async () => {
    const here = { ...van, updatedAt: "2026-06-02T00:00:00.000Z", signOff: { ...van.signOff, remark: "belt slack" } };
    const there = {
      ...drawn(van, "demo-can-a", 120, at),
      updatedAt: "2026-06-03T00:00:00.000Z",
      altitude: entry("12", "m"),
    };
    const shop = (job: Job) => JSON.stringify({ format: "evrid.shop", version: 3, jobs: [job] });
    const result = async (way: Way) => {
      await eraseAll();
      await readIn(shop(here));
      await readIn(shop(there), new Map([[van.id, way]]));
      return (await listJobs()).jobs;
    };
    const [one] = await result("as-one");
    expect([one!.signOff.remark, one!.altitude.text, one!.ledger.length]).toEqual(["belt slack", "12", 1]);
    const [taken] = await result("take");
    expect([taken!.signOff.remark, taken!.altitude.text]).toEqual(["", "12"]);
    const [kept] = await result("keep");
    expect(kept).toEqual(here);
    const beside = await result("beside");
    expect(beside.map(({ altitude }) => altitude.text).sort()).toEqual(
      [there.altitude.text, here.altitude.text].sort(),
    );
    expect(beside.find(({ id }) => id === van.id)).toEqual(here);
  });

  it("breaks no signature: a signed job is kept, taken as it is, or comes in beside, and is made one with nothing", async () => {
    const shop = (job: Job) => JSON.stringify({ format: "evrid.shop", version: 3, jobs: [job] });
    const opened = amended(pickup, { by: "Ines Falk", reason: "Label misread", at });
    const edited = { ...opened, altitude: entry("9", "m"), updatedAt: "2026-06-05T00:00:00.000Z" };
    const again = signed(edited, pickup.signOff.credentials!, "2026-06-05T00:00:00.000Z");
    const forged = { ...pickup, altitude: entry("7", "m"), updatedAt: "2026-06-06T00:00:00.000Z" };
    const read = async (here: Job, file: Job, way?: Way) => {
      await eraseAll();
      await readIn(shop(here));
      await readIn(shop(file), way === undefined ? new Map() : new Map([[here.id, way]]));
      const found = (await database.jobs.toArray()).map((job) => ({ ...job, updatedAt: "" }));
      return { own: found.find(({ id }) => id === here.id)!, beside: found.filter(({ id }) => id !== here.id) };
    };
    const bare = (job: Job) => ({ ...job, updatedAt: "" });
    // A continuation of the signed job is imported exactly; an older state changes nothing.
    for (const next of [edited, again]) expect(await read(pickup, next)).toEqual({ own: bare(next), beside: [] });
    expect(await read(again, pickup)).toEqual({ own: bare(again), beside: [] });
    // A contradicting version is imported beside it, whatever is asked for.
    for (const way of [undefined, "as-one", "take"] as const) {
      const { own, beside } = await read(pickup, forged, way);
      expect(own).toEqual(bare(pickup));
      expect(beside).toEqual([{ ...bare(forged), id: beside[0]!.id }]);
    }
    expect(await read(pickup, forged, "keep")).toEqual({ own: bare(pickup), beside: [] });
    // A signed one from a file is not mixed with what stands here unsigned.
    const unsigned = { ...pickup, signOff: { ...pickup.signOff, signedAt: null }, altitude: entry("3", "m") };
    const open = { ...unsigned, ledger: pickup.ledger.slice(0, 2), updatedAt: "2026-05-30T00:00:00.000Z" };
    expect((await read(open, pickup)).own).toEqual(bare(pickup));
  });

  it("stores nothing of a file when a job was signed between the look at it and the reading in", async () => {
    const shop = (job: Job) => JSON.stringify({ format: "evrid.shop", version: 3, jobs: [job] });
    await readIn(shop(van));
    const changed = { ...van, altitude: entry("7", "m"), updatedAt: "2026-06-06T00:00:00.000Z" };
    const preview = await shown(shop(changed));
    await editJob(van.id, (job) => signed(job, pickup.signOff.credentials!, at));
    const before = await everything();
    await expect(applyStaged(preview)).rejects.toThrow("changed-meanwhile");
    expect(await everything()).toEqual(before);
  });

  it("counts no work twice: the same act written down apart in both is not made one", async () => {
    const shop = (job: Job) => JSON.stringify({ format: "evrid.shop", version: 3, jobs: [job] });
    const here = { ...drawn(van, "demo-can-a", 325, at), updatedAt: "2026-06-02T00:00:00.000Z" };
    const second = drawn(van, "demo-can-a", 334, "2026-06-01T10:00:01.000Z");
    await readIn(shop(here));
    await readIn(shop({ ...second, updatedAt: "2026-06-03T00:00:00.000Z" }), new Map([[van.id, "as-one"]]));
    const found = await database.jobs.toArray();
    expect(found.map(({ ledger }) => ledger.map(({ grams }) => grams)).sort()).toEqual([[325], [334]]);
  });

  it("knows one car under the records of two shops, and the file of one vehicle has its jobs alone", async () => {
    await filled();
    const [both] = await database.vehicles.toArray();
    const made = await exportVehicle(both!.id);
    if (!made?.ok) throw new Error("no file");
    const content = await contentOf(made.value);
    expect(content.jobs.map(({ id }) => id).sort()).toEqual([estate.id, van.id].sort());
    expect(content.containers).toEqual([]);
    await eraseAll();
    await database.vehicles.add({ ...newVehicle("own", estate.intake.vehicle, at), plate: "OV 12" });
    await readIn(made.value);
    const rows = await listVehicles();
    expect(rows).toHaveLength(1);
    expect(rows[0]).toMatchObject({ id: "own", plate: "OV 12", visits: 2 });
    expect((await loadVehicle("own"))!.history).toHaveLength(2);
    expect([...(await findVehicles("fennick ov12"))!]).toEqual(["own"]);
  });

  it("keeps every entry that stands here when the file's job is taken, and the newest five imports to take back", async () => {
    const here = drawn(van, "demo-can-a", 120, at);
    const there = { ...drawn(van, "demo-can-a", 80, "2026-06-01T12:00:00.000Z"), altitude: entry("12", "m") };
    await readIn(JSON.stringify({ format: "evrid.shop", version: 4, jobs: [here] }));
    await readIn(JSON.stringify({ format: "evrid.shop", version: 4, jobs: [there] }), new Map([[van.id, "take"]]));
    const [taken] = (await listJobs()).jobs;
    expect(taken!.altitude.text).toBe("12");
    expect(taken!.ledger.map(({ grams }) => grams)).toEqual([120, 80]);
    for (let i = 0; i < 7; i++) {
      vi.setSystemTime(Date.parse("2027-01-01T00:00:00.000Z") + i * 1000);
      await readIn(JSON.stringify({ format: "evrid.shop", version: 4, jobs: [{ ...estate, id: `copy-${i}` }] }));
    }
    vi.useRealTimers();
    const kept = await listImports();
    expect(kept).toHaveLength(5);
    expect(kept.map((one) => one.at)).toEqual([...kept.map((one) => one.at)].sort().reverse());
    expect(kept[0]!.at).toBe("2027-01-01T00:00:06.000Z");
  });

  it("goes round the same over random stores", async () => {
    const words = fc.string({ maxLength: 30, unit: "grapheme" });
    const job = fc.record({ base: fc.constantFrom(...jobs), vehicle: words, remark: words, id: fc.uuid() });
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(job, { maxLength: 4, selector: ({ id }) => id }), words, async (made, note) => {
        await eraseAll();
        const shop = made.map(({ base, vehicle, remark, id }) => ({
          ...base,
          id,
          intake: { ...base.intake, vehicle },
          signOff: { ...base.signOff, remark },
        }));
        const vehicles = [{ ...newVehicle("v", "x", at), note }];
        await readIn(JSON.stringify({ format: "evrid.shop", version: 3, jobs: shop, vehicles }));
        const before = await everything();
        const file = await copied();
        await eraseAll();
        await readIn(file);
        expect(await everything()).toEqual(before);
      }),
      { numRuns: 15 },
    );
  });
});

describe("a large file", () => {
  const many = Array.from({ length: 260 }, (_, i): Job => ({ ...van, id: `many-${i}` }));
  const shop = JSON.stringify({ format: "evrid.shop", version: 3, jobs: many });

  it("stays one transaction to its end, and so does taking it back", async () => {
    const before = await everything();
    const preview = await shown(shop);
    vi.spyOn(database.imports, "put").mockRejectedValueOnce(new Error("the power went"));
    await expect(applyStaged(preview)).rejects.toThrow("the power went");
    vi.restoreAllMocks();
    expect(await everything()).toEqual(before);
    const id = await applyStaged(preview);
    expect(await database.visits.count()).toBe(many.length);
    expect(await undoImport(id)).toEqual({ back: many.length, stayed: 0 });
    expect(await everything()).toEqual(before);
  });
});

describe("a file that waits", () => {
  const shop = (content: object) => JSON.stringify({ format: "evrid.shop", version: 5, jobs: [], ...content });

  it("is not stored when what it was compared with has changed, or came in meanwhile", async () => {
    const preview = await shown(shop({ jobs: [van] }));
    await readIn(shop({ jobs: [{ ...van, altitude: entry("7", "m") }] }));
    const before = await everything();
    await expect(applyStaged(preview)).rejects.toThrow("changed-meanwhile");
    expect(await everything()).toEqual(before);
    // The very same record may have come in by another way.
    const again = await shown(shop({ jobs: [{ ...van, altitude: entry("7", "m") }] }));
    await applyStaged(again);
    expect((await listJobs()).jobs).toHaveLength(1);
  });

  it("leaves nothing beside the records, whether it is stored, cancelled, or forgotten for a day", async () => {
    await applyStaged(await shown(shop({ jobs: [van] })));
    expect(await database.staged.count()).toBe(0);
    const ends = new AbortController();
    const blob = new Blob([shop({ jobs: [estate], containers: [cylinder] })]);
    const staging = stageFile(blob, "a", { onProgress: () => ends.abort(), signal: ends.signal });
    await expect(staging).rejects.toThrow(/abort/i);
    expect(await database.staged.count()).toBe(0);
    const at = Date.now();
    await shown(shop({ jobs: [estate] }));
    vi.useFakeTimers({ now: at + 23 * 3_600_000, toFake: ["Date"] });
    await shown(shop({ jobs: [pickup] }));
    expect(await database.staged.count()).toBe(2);
    vi.setSystemTime(at + 25 * 3_600_000);
    await shown(shop({ jobs: [pickup] }));
    vi.useRealTimers();
    expect(await database.staged.count()).toBe(2);
  });

  it("changes nothing when it is cancelled between two parts, and can be stored afterwards", async () => {
    const many = Array.from({ length: 2300 }, (_, i) => newVehicle(`v${i}`, `Car ${i}`, at));
    const preview = await shown(shop({ jobs: [van], vehicles: many }));
    const before = await everything();
    for (const step of ["storing", "listing"]) {
      const ends = new AbortController();
      const onProgress = (told: { step: string }) => void (told.step === step && ends.abort());
      await expect(applyStaged(preview, { onProgress, signal: ends.signal })).rejects.toThrow(/abort/i);
      expect(await everything()).toEqual(before);
    }
    const told: Progress[] = [];
    await applyStaged(preview, { onProgress: (progress) => told.push(progress) });
    expect(told).toContainEqual({ step: "storing", done: 2301, all: 2301 });
    expect(told.at(-1)).toEqual({ step: "listing", done: 2301, all: 2301 });
    expect(await database.vehicleRows.count()).toBe(2301);
  });

  it("comes in beside a job here that cannot be read, not over it", async () => {
    await database.jobs.put({ ...van, rest: null } as never);
    await readIn(shop({ jobs: [van, estate] }));
    const stored = await database.jobs.toArray();
    expect(stored).toHaveLength(3);
    expect(stored.find(({ id }) => id === van.id)).toMatchObject({ rest: null });
    expect((await listJobs()).jobs).toHaveLength(2);
  });

  it("that brought a signature is not taken back to the job before it", async () => {
    const open = { ...pickup, signOff: { ...pickup.signOff, signedAt: null }, updatedAt: "2026-05-30T00:00:00.000Z" };
    await readIn(shop({ jobs: [open] }));
    const id = await readIn(shop({ jobs: [pickup] }), new Map([[pickup.id, "take"]]));
    const [stored] = await database.jobs.toArray();
    expect(stored!.signOff.signedAt).toBe(pickup.signOff.signedAt);
    expect(await undoImport(id)).toEqual({ back: 0, stayed: 1 });
    expect(await database.jobs.toArray()).toEqual([stored]);
  });

  it("joins all of its records that are one car here, in whatever part they stand", async () => {
    await readIn(shop({ vehicles: [{ ...newVehicle("here", "Kiln van", at), names: ["kiln van", "kh 2201"] }] }));
    const others = Array.from({ length: 300 }, (_, i) => newVehicle(`v${i}`, `Car ${i}`, at));
    const [first, second, third] = ["a", "b", "c"].map((id, i) => ({
      ...newVehicle(id, ["Kiln van", "KH 2201", "kiln van"][i]!, at),
      owner: i === 2 ? "Harbour ferries" : "",
    }));
    const before = await everything();
    const id = await readIn(shop({ vehicles: [first, third, ...others, second] }));
    const here = await database.vehicles.get("here");
    expect(here!.joined.map(({ id }) => id).sort()).toEqual(["a", "b", "c"]);
    expect(here!.owner).toBe("Harbour ferries");
    expect(await database.vehicles.count()).toBe(301);
    expect(await undoImport(id)).toEqual({ back: 302, stayed: 0 });
    expect(await everything()).toEqual(before);
  });
});

describe("the words of a vehicle", () => {
  it("typed letter by letter leave no name behind, take no other car's jobs, and keep its own", async () => {
    const other = { ...estate, intake: { ...estate.intake, vehicle: "Van" } };
    await readIn(JSON.stringify({ format: "evrid.shop", version: 3, jobs: [van, other] }));
    let id = `name:${van.intake.vehicle.toLowerCase()}`;
    for (const name of ["V", "Va", "Van", "Van t", "Van three"]) id = await editVehicle(id, { name });
    for (const plate of ["F", "FB", "FB 3"]) id = await editVehicle(id, { plate });
    const [record] = await database.vehicles.toArray();
    expect(record!.names).toEqual([van.intake.vehicle.toLowerCase(), "van three", "fb 3"]);
    expect((await listVehicles()).map(({ name, visits }) => [name, visits]).sort()).toEqual([
      ["Van three", 1],
      ["Van", 1],
    ]);
    // A record that could not be read again is not stored.
    await expect(editVehicle(id, { note: "x".repeat(4001) })).rejects.toThrow("note");
    expect((await database.vehicles.toArray())[0]!.note).toBe("");
    // A job that calls it by its plate, or by its new name, hangs on it.
    for (const [i, vehicle] of ["FB 3", " van THREE"].entries())
      await readIn(
        JSON.stringify({
          format: "evrid.shop",
          version: 3,
          jobs: [{ ...pickup, id: `more-${i}`, intake: { ...pickup.intake, vehicle } }],
        }),
      );
    expect((await loadVehicle(id))!.history).toHaveLength(3);
  });
});

describe("the made-up year", () => {
  it("comes in once, is no import of somebody's, and leaves what was gone on with", async () => {
    const shipped = JSON.stringify({ format: "evrid.shop", version: 3, jobs: [pickup, van], containers: [cylinder] });
    await addDemoYear(shipped);
    expect(await listImports()).toEqual([]);
    const before = await everything();
    await editJob(pickup.id, (job) => amended(job, { by: "Ines Falk", reason: "Altitude", at }));
    await editJob(pickup.id, (job) => ({ ...job, altitude: entry("9", "m") }));
    await editJob(van.id, (job) => ({ ...job, altitude: entry("9", "m") }));
    const changed = await everything();
    await addDemoYear(shipped);
    expect(await everything()).toEqual(changed);
    expect(changed).not.toEqual(before);
  });
});
