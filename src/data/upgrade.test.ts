import "fake-indexeddb/auto";
import Dexie from "dexie";
import { describe, expect, it } from "vitest";
import { NEWEST_JOB_VERSION } from "@/core/records/job-file";
import { demoJobs } from "@/demo/demo-jobs";
import { database } from "./database";
import { editJob, loadJob } from "./jobs";

describe("a browser that kept jobs for an earlier release", () => {
  it("has them in today's form after its first start, whatever schema it comes from, and can go on with them", async () => {
    const [job] = demoJobs(new Date("2026-06-01T10:00:00.000Z"));
    const { bore, ...hookUp } = job!.hookUp;
    const old = { ...job!, version: 5, hookUp, id: "kept" };
    for (const schema of [1, 2, 3, 4, 5, 6, 7]) {
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
});
