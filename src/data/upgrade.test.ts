import "fake-indexeddb/auto";
import Dexie from "dexie";
import { describe, expect, it } from "vitest";
import { NEWEST_JOB_VERSION } from "@/core/records/files/job-file";
import { demoJobs } from "@/demo/demo-jobs";
import { database } from "./database";
import { listImports, undoImport } from "./import";
import { addDemoJobs, editJob, listJobs, loadJob } from "./jobs";
import { settleIndexOnce } from "./record-index";
import { eraseAll } from "./shop";
import { loadLedger } from "./stock";
import { listVehicles } from "./vehicles";

describe("a browser that kept jobs for an earlier release", () => {
  it("has them in today's form after its first start, whatever schema it comes from, and can go on with them", async () => {
    const [job] = demoJobs(new Date("2026-06-01T10:00:00.000Z"));
    const { bore, ...hookUp } = job!.hookUp;
    const old = { ...job!, version: 5, hookUp, id: "kept" };
    for (const schema of [1, 2, 3, 4, 5, 6, 7, 8, 9]) {
      await database.delete();
      const before = new Dexie("evrid");
      before.version(schema).stores({ jobs: "id, updatedAt", ...(schema > 5 ? { removed: "id, removedAt" } : {}) });
      await before.table("jobs").bulkPut([old, { ...old, id: "torn", rest: null }]);
      before.close();
      await database.open();
      expect(await database.jobs.get("kept")).toMatchObject({ version: NEWEST_JOB_VERSION, hookUp: { bore } });
      // One that cannot be read stays as it was.
      expect(await database.jobs.get("torn")).toMatchObject({ version: 5, rest: null });
      await editJob("kept", (now) => ({ ...now, hookUp: { ...now.hookUp, gauges: "both" } }));
      expect(await loadJob("kept")).toMatchObject({ ok: true, value: { hookUp: { gauges: "both", bore } } });
    }
  });

  it("has its jobs with what the hose holds, where it came from the release before that", async () => {
    const [job] = demoJobs(new Date("2026-06-01T10:00:00.000Z"));
    const { hoseHolds, drawIn, ...charge } = job!.charge;
    await database.delete();
    const before = new Dexie("evrid");
    before.version(15).stores({ jobs: "id, updatedAt" });
    await before.table("jobs").bulkPut([{ ...job!, version: 10, charge }]);
    before.close();
    await database.open();
    expect((await database.jobs.get(job!.id))?.charge).toEqual({ ...charge, hoseHolds, drawIn });
  });

  it("has its vehicles and its books too, which no earlier schema kept lines of", async () => {
    await eraseAll();
    await addDemoJobs(demoJobs(new Date("2026-06-01T10:00:00.000Z")));
    const jobs = await database.jobs.toArray();
    const [vehicles, lines] = [await listVehicles(), (await loadLedger()).lines];
    expect(vehicles.length).toBe(jobs.length);
    expect(lines.length).toBeGreaterThan(3);
    for (const schema of [1, 5, 8]) {
      await database.delete();
      const before = new Dexie("evrid");
      before.version(schema).stores({
        jobs: "id, updatedAt",
        ...(schema > 4 ? { choices: "name" } : {}),
        ...(schema > 5 ? { removed: "id, removedAt" } : {}),
      });
      await before.table("jobs").bulkPut([...jobs, { ...jobs[0]!, id: "torn", rest: null }]);
      before.close();
      await database.open();
      expect(await listVehicles()).toEqual([]);
      await settleIndexOnce();
      expect((await listVehicles()).filter(({ name }) => name !== "")).toEqual(vehicles);
      expect((await loadLedger()).lines).toEqual(lines);
      expect(await listJobs()).toMatchObject({ counts: { unreadable: 1 }, unreadable: [{ id: "torn" }] });
      // Once made it is kept by every write, and not looked at again.
      await database.visits.clear();
      await settleIndexOnce();
      expect(await database.visits.count()).toBe(0);
    }
  });

  it("can take back what an earlier release read in", async () => {
    await database.delete();
    const [job] = demoJobs(new Date("2026-06-01T10:00:00.000Z"));
    const now = { ...job!, id: "read-in", purpose: "work" as const };
    const before = new Dexie("evrid");
    before.version(14).stores({ jobs: "id, updatedAt", imports: "id, at" });
    await before.table("jobs").bulkPut([now, { ...now, id: "gone on with", altitude: { text: "7", unit: "m" } }]);
    const changed = [now, { ...now, id: "gone on with" }].map((one) => ({
      table: "jobs",
      id: one.id,
      before: null,
      after: JSON.stringify(one),
    }));
    await before.table("imports").put({ id: "i", at: "2026-06-01T10:00:00.000Z", file: "shop.json", changed });
    before.close();
    await database.open();
    expect(await listImports()).toEqual([{ id: "i", at: "2026-06-01T10:00:00.000Z", file: "shop.json", records: 2 }]);
    expect(await undoImport("i")).toEqual({ back: 1, stayed: 1 });
    expect((await database.jobs.toArray()).map(({ id }) => id)).toEqual(["gone on with"]);
  });
});
