import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { ines, keptRun } from "../../tests/support/drills";
import { database } from "./database";
import { addDrills, keepDrill, loadDrill, loadDrills, loadOpenRun, saveLearner, saveOpenRun } from "./drills";
import { eraseAll } from "./shop";

beforeEach(eraseAll);

describe("kept drills", () => {
  it("stand by learner in the order of time; what cannot be read counts for nothing and stays", async () => {
    await saveLearner(ines);
    await keepDrill(keptRun("b", "2026-03-04T09:00:00.000Z"), "k");
    await keepDrill(keptRun("a", "2026-03-03T09:00:00.000Z"), "k");
    await database.drills.put({ ...keptRun("c", "2026-03-05T09:00:00.000Z"), score: 1e9 });
    const kept = await loadDrills();
    expect(kept.learners).toEqual([ines]);
    expect(kept.drills.map(({ id }) => id)).toEqual(["a", "b"]);
    expect(kept.damaged).toBe(1);
    expect(await database.drills.count()).toBe(3);
    expect(await loadDrill("c")).toBeNull();
  });

  it("put an open run away in the act that keeps it, and take it up with its draft until then", async () => {
    const draft = { ranking: ["air" as const], answer: [], charge: null, grams: { text: "12", unit: "g" as const } };
    await saveOpenRun("k", { at: 40, script: [{ at: 0, does: "engine", engine: "idle" }], draft });
    expect(await loadOpenRun("k")).toEqual({ at: 40, script: [{ at: 0, does: "engine", engine: "idle" }], draft });
    await keepDrill(keptRun("a", "2026-03-03T09:00:00.000Z"), "k");
    expect(await loadOpenRun("k")).toBeNull();
    await database.openDrills.put({ key: "k", at: 1, script: [{ at: -1 }], draft: null });
    expect(await loadOpenRun("k")).toBeNull();
  });

  it("take another device's book in beside theirs, and replace nothing", async () => {
    await saveLearner(ines);
    await keepDrill(keptRun("a", "2026-03-03T09:00:00.000Z"), "k");
    const other = { ...keptRun("a", "2026-03-03T09:00:00.000Z"), score: 99 };
    const added = await addDrills({
      learners: [
        { ...ines, name: "Someone" },
        { ...ines, id: "tom", name: "Tom" },
      ],
      drills: [other, keptRun("z", "2026-03-01T09:00:00.000Z")],
    });
    expect(added).toEqual({ learners: 1, drills: 1 });
    const { learners, drills } = await loadDrills();
    expect(learners.map(({ name }) => name).sort()).toEqual(["Ines", "Tom"]);
    expect(drills.map(({ id, score }) => [id, score])).toEqual([
      ["z", 20],
      ["a", 20],
    ]);
  });
});
