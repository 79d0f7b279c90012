import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { unsavedRecords } from "@/core/records/files/copies";
import { newContainer } from "@/core/records/stock/container";
import { placeOf, stockEntry } from "@/core/records/stock/entry";
import { newVehicle } from "@/core/records/vehicles/vehicle";
import { ines, keptRun } from "../../tests/support/drills";
import { readIn } from "../../tests/support/shop-files";
import { changesSinceCopy } from "./changes";
import { changeChoices } from "./choices";
import { howCopied, noteCopied } from "./copies";
import { database } from "./database";
import { addDrills, keepDrill, saveLearner } from "./drills";
import { undoImport } from "./import";
import { createJob, removeJob } from "./jobs";
import { keepPicture } from "./photos";
import { eraseAll } from "./shop";
import { keepShopChart, removeShopChart } from "./shop-charts";
import { addStock, putContainer, recordStock, reverseStock } from "./stock";
import { editVehicle } from "./vehicles";

const at = "2026-06-01T10:00:00.000Z";
const cylinder = newContainer("cyl", at, { name: "Cylinder 7", kind: "cylinder", refrigerant: "R134a" });
const came = (id: string) => stockEntry(id, at, { act: "receive", grams: 900, from: "supplier", to: placeOf("cyl") });
const chart = "Ambient C,Low side psi,High side psi\n20,25-35,140-180\n";

beforeEach(eraseAll);
afterEach(() => void vi.useRealTimers());

describe("changes that no copy has yet", () => {
  it.each<[string, () => Promise<unknown>, object]>([
    ["a cylinder", () => putContainer(cylinder), { cylinder: 1 }],
    ["a cylinder with what is in it", () => putContainer(cylinder, came("a")), { cylinder: 1, stock: 1 }],
    ["an entry", () => recordStock(came("a")), { stock: 1 }],
    ["a reversal", () => recordStock(came("a")).then(() => reverseStock("a")), { stock: 2 }],
    ["a table of entries", () => addStock([came("a"), came("b")]), { stock: 2 }],
    ["settings", () => changeChoices({ units: "us" }), { settings: 1 }],
    ["a chart", () => keepShopChart("R134a", "wall", chart), { chart: 1 }],
    ["a chart that was removed", () => removeShopChart("R134a"), { chart: 1 }],
    ["a photo", () => keepPicture("job", "p", new Uint8Array(1)), { photo: 1 }],
    ["a learner", () => saveLearner(ines), { drill: 1 }],
    ["a drill", () => keepDrill(keptRun("run", at), "open"), { drill: 1 }],
    ["a file of drills", () => addDrills({ learners: [ines], drills: [keptRun("run", at)] }), { drill: 2 }],
    ["a job that was removed", () => createJob().then(({ id }) => removeJob(id)), { removed: 1 }],
    [
      "a vehicle",
      async () => {
        await database.vehicles.put(newVehicle("v", "van", at));
        await editVehicle("v", { plate: "X 1" });
      },
      { vehicle: 1 },
    ],
    [
      "an import, and taking it back",
      async () => {
        const shop = { jobs: [], containers: [cylinder], drills: { learners: [ines], drills: [] } };
        await undoImport(await readIn(JSON.stringify({ format: "evrid.shop", version: 5, ...shop })));
      },
      { cylinder: 1, drill: 1 },
    ],
  ])("count %s", async (_, change, counted) => {
    await change();
    expect(await changesSinceCopy()).toEqual(counted);
    expect(unsavedRecords(await howCopied())).toBeGreaterThan(0);
    await noteCopied(new Date(Date.now() + 1000).toISOString());
    expect(await howCopied()).toMatchObject({ unsaved: 0, others: {} });
  });

  it("stay counted where they came after a copy began", async () => {
    vi.useFakeTimers({ now: Date.parse(at), toFake: ["Date"] });
    await changeChoices({ units: "us" });
    vi.setSystemTime(Date.parse(at) + 5000);
    await recordStock(came("late"));
    await noteCopied(new Date(Date.parse(at) + 1000).toISOString());
    expect((await howCopied()).others).toEqual({ stock: 1 });
  });

  it("are stored with the record or not at all", async () => {
    vi.spyOn(database.changes, "bulkPut").mockRejectedValue(new Error("full"));
    await expect(recordStock(came("a"))).rejects.toThrow("full");
    vi.restoreAllMocks();
    expect(await database.stock.count()).toBe(0);
  });
});
