import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import type { Job } from "@/core/records/job";
import { changesNothing } from "@/core/sync/import/import-preview";
import { ines, keptRun } from "../../tests/support/drills";
import { contentOf, copied, readIn, shown } from "../../tests/support/shop-files";
import { shopJobs } from "../../tests/support/shop-jobs";
import { changeChoices, loadChoices } from "./choices";
import { database } from "./database";
import { keepDrill, loadDrills, saveLearner } from "./drills";
import { createJob, listJobs, removeJob } from "./jobs";
import { loadQuickDesk, saveQuickDesk } from "./quick-desk";
import { settleIndex } from "./record-index";
import { countStored, eraseAll } from "./shop";

const jobs = shopJobs(new Date("2026-06-01T10:00:00.000Z"));

const drill = keptRun("run", "2026-03-03T09:00:00.000Z");

beforeEach(eraseAll);

describe("all that a browser keeps of a shop", () => {
  it("goes out as a file and comes back into an empty browser the same; a second time changes nothing", async () => {
    await database.jobs.bulkAdd([...jobs, { ...jobs[0]!, id: "torn", rest: null } as unknown as Job]);
    await changeChoices({ units: "us", technician: "Maud Ferrer" });
    await database.shopCharts.put({
      refrigerant: "R134a",
      name: "wall",
      text: "Ambient C,Low side psi,High side psi\n20,25-35,140-180\n",
    });
    await saveLearner(ines);
    await keepDrill(drill, "open");
    const file = await copied();
    await eraseAll();
    expect(await countStored()).toMatchObject({ jobs: 0, removed: 0, charts: 0 });
    expect((await loadDrills()).drills).toEqual([]);
    expect((await contentOf(file)).broken).toHaveLength(1);
    await readIn(file);
    const stored = (await listJobs()).jobs;
    expect(stored.map(({ id }) => id).sort()).toEqual(jobs.map(({ id }) => id).sort());
    expect(await loadDrills()).toEqual({ learners: [ines], drills: [drill], damaged: 0 });
    expect(await loadChoices()).toMatchObject({ units: "us", technician: "Maud Ferrer" });
    expect((await countStored()).charts).toBe(1);
    await changeChoices({ units: "bar" });
    expect((await loadChoices()).units).toBe("bar");
    expect(changesNothing(await shown(file))).toBe(true);
  });

  it("is counted, and goes wholly when it is erased", async () => {
    await database.jobs.bulkAdd(jobs);
    await settleIndex();
    await removeJob(jobs[0]!.id);
    expect(await countStored()).toMatchObject({ jobs: jobs.length - 1, removed: 1 });
    await eraseAll();
    expect(await countStored()).toMatchObject({ jobs: 0, removed: 0 });
  });

  it("begins jobs and the quick desk in the shop's units, and keeps the desk as it was left", async () => {
    await changeChoices({ units: "us", altitude: { text: "900", unit: "ft" } });
    expect((await createJob()).rest.low.unit).toBe("psi");
    const desk = await loadQuickDesk();
    expect([desk.low.pressure.unit, desk.altitude]).toEqual(["psi", { text: "900", unit: "ft" }]);
    await saveQuickDesk({ ...desk, refrigerant: "R1234yf" });
    expect((await loadQuickDesk()).refrigerant).toBe("R1234yf");
    await database.choices.put({ name: "quick-desk", json: "{" });
    expect((await loadQuickDesk()).refrigerant).toBe("R134a");
  });
});
