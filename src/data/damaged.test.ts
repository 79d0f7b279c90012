import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { newContainer } from "@/core/records/stock/container";
import { placeOf, stockEntry } from "@/core/records/stock/entry";
import { newVehicle } from "@/core/records/vehicles/vehicle";
import { contentOf, copied } from "../../tests/support/shop-files";
import { shopJobs } from "../../tests/support/shop-jobs";
import { damagedVehicles, removeDamaged } from "./damaged";
import { database } from "./database";
import { addDemoJobs } from "./jobs";
import { eraseAll } from "./shop";
import { loadLedger, putContainer, recordStock, stockFor } from "./stock";
import { editVehicle, listVehicles, loadVehicle } from "./vehicles";

const NOW = "2026-06-01T10:00:00.000Z";

beforeEach(eraseAll);

describe("a damaged record beside the jobs", () => {
  it("of a vehicle is named and kept, and its jobs are listed all the same", async () => {
    await addDemoJobs(shopJobs(new Date(NOW)));
    const [first] = await listVehicles();
    const id = await editVehicle(first!.id, { owner: "Harbour ferries" });
    const count = (await listVehicles()).length;
    await database.vehicles.update(id, { note: 17 } as never);
    const [damaged, ...others] = await damagedVehicles();
    expect(others).toEqual([]);
    expect(damaged).toMatchObject({
      table: "vehicles",
      id,
      name: first!.name,
      issue: { code: "broken", field: "note" },
    });
    expect(damaged!.text).toContain("Harbour ferries");
    const listed = await listVehicles();
    expect(listed).toHaveLength(count);
    const row = listed.find(({ name }) => name === first!.name)!;
    expect(row).toMatchObject({ owner: "", visits: first!.visits });
    expect(await loadVehicle(row.id)).toMatchObject({ record: null, row: { name: first!.name } });
    expect(await loadVehicle(id)).toBeNull();
    // Later writes begin a new record; the damaged one stays beside it until removed.
    await editVehicle(row.id, { plate: "KH 2201" });
    expect(await damagedVehicles()).toHaveLength(1);
    expect(await database.vehicles.get(id)).toMatchObject({ owner: "Harbour ferries", note: 17 });
    expect((await contentOf(await copied())).broken).toMatchObject([{ list: "vehicles", issue: { field: "note" } }]);
    await removeDamaged(damaged!);
    expect(await damagedVehicles()).toEqual([]);
    expect((await listVehicles()).find(({ plate }) => plate === "KH 2201")?.visits).toBe(first!.visits);
  });

  it("of the shelf or the books is in no sum, and all others are", async () => {
    const cylinder = (id: string, name: string) =>
      newContainer(id, NOW, { name, kind: "cylinder", refrigerant: "R134a" });
    const received = (id: string, into: string, grams: number) =>
      stockEntry(id, NOW, { act: "receive", grams, from: "supplier", to: placeOf(into) });
    await putContainer(cylinder("a", "North cylinder"), received("a1", "a", 9000));
    await putContainer(cylinder("b", "South cylinder"), received("b1", "b", 4000));
    await recordStock(received("a2", "a", 500));
    await database.containers.update("b", { tare: "heavy" } as never);
    // Without a date it stands in no index of dates.
    await database.stock.put({ ...(await database.stock.get("a2"))!, at: null } as never);
    const books = await loadLedger();
    expect(books.containers.map(({ id }) => id)).toEqual(["a"]);
    expect(books.held.get("a")).toBe(9000);
    expect(books.damaged.map(({ table, id, name }) => [table, id, name])).toEqual([
      ["containers", "b", "South cylinder"],
      ["stock", "a2", ""],
    ]);
    expect((await stockFor("R134a")).map(({ container: { id } }) => id)).toEqual(["a"]);
    // Retired it stands on no shelf that is charged from, though something is still in it.
    const [stood] = await stockFor("R134a");
    await putContainer({ ...stood!.container, retiredAt: "2026-07-01T08:00:00.000Z" });
    expect(await stockFor("R134a")).toEqual([]);
    await putContainer(stood!.container);
    const { stock, broken } = await contentOf(await copied());
    expect([stock.length, broken.map(({ list }) => list)]).toEqual([2, ["containers", "stock"]]);
    // Readable records are never removed this way.
    await removeDamaged({ table: "containers", id: "a" });
    for (const one of books.damaged) await removeDamaged(one);
    expect(await loadLedger()).toMatchObject({ damaged: [], containers: [{ id: "a" }] });
  });
});

describe("a vehicle", () => {
  it("that is sound is never set aside", async () => {
    await database.vehicles.put(newVehicle("v", "Kiln van", NOW));
    expect(await damagedVehicles()).toEqual([]);
  });
});
