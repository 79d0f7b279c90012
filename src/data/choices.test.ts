import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { usualChoices } from "@/core/records/choices";
import { changeChoices, loadChoices, replaceUnreadableChoices, settingsHealth, UnreadableSettings } from "./choices";
import { database } from "./database";
import { eraseAll } from "./shop";

const store = (value: object | string) =>
  database.choices.put({ name: "workshop", json: typeof value === "string" ? value : JSON.stringify(value) });
const stored = async () => JSON.parse((await database.choices.get("workshop"))!.json);

beforeEach(eraseAll);

describe("the workshop's settings", () => {
  it("are the usual ones until changed, and each change leaves the others", async () => {
    expect(await loadChoices()).toEqual(usualChoices);
    await changeChoices({ holdS: 3600 });
    await changeChoices({ oilSheet: { ...usualChoices.oilSheet, condenser: 30 } });
    expect(await loadChoices()).toEqual({
      ...usualChoices,
      holdS: 3600,
      oilSheet: { ...usualChoices.oilSheet, condenser: 30 },
    });
    await expect(changeChoices({ wantedLeakGYear: -4 })).rejects.toThrow();
    expect((await loadChoices()).holdS).toBe(3600);
    expect(await stored()).toMatchObject({ format: "evrid.choices", version: 2 });
  });

  it("of an earlier release are read, though they name no version", async () => {
    await store({ ...usualChoices, technician: "Maud Ferrer" });
    expect((await loadChoices()).technician).toBe("Maud Ferrer");
  });

  it("survive a key that this release does not know, which stays in what is stored at any depth", async () => {
    await store({
      ...usualChoices,
      technician: "Maud Ferrer",
      later: { a: 1 },
      unitsEach: { mass: "oz", brightness: "nit" },
      instruments: { ...usualChoices.instruments, hygrometer: { error: 2 } },
    });
    expect(await loadChoices()).toEqual({ ...usualChoices, technician: "Maud Ferrer", unitsEach: { mass: "oz" } });
    await changeChoices({ holdS: 300, unitsEach: { vacuum: "micron" } });
    await changeChoices(({ instruments }) => ({
      instruments: { ...instruments, clamp: { error: 2, checkedOn: null } },
    }));
    expect(await stored()).toMatchObject({
      technician: "Maud Ferrer",
      holdS: 300,
      later: { a: 1 },
      instruments: { hygrometer: { error: 2 }, clamp: { error: 2 } },
    });
    expect((await stored()).unitsEach).toEqual({ vacuum: "micron", brightness: "nit" });
  });

  it("fall back one by one: a value that cannot be read stays stored until it is changed itself", async () => {
    await store({ ...usualChoices, holdS: 7, shopName: "Yard 4" });
    expect(await loadChoices()).toEqual({ ...usualChoices, shopName: "Yard 4" });
    expect((await settingsHealth()).unreadable.map(({ field }) => field)).toEqual(["holdS"]);
    await changeChoices({ units: "us" });
    expect(await stored()).toMatchObject({ holdS: 7, units: "us" });
    await changeChoices({ holdS: 300 });
    expect((await settingsHealth()).unreadable).toEqual([]);
  });

  it("read the shallow vacuum of an earlier release as the deepest, without a complaint", async () => {
    await store({ ...usualChoices, vacuum: "by-water" });
    expect((await loadChoices()).vacuum).toBe("micron-500");
    expect((await settingsHealth()).unreadable).toEqual([]);
  });

  it.each([
    ["cut short", "{", "not-json"],
    ["of a newer release", JSON.stringify({ format: "evrid.choices", version: 3, units: "us" }), "newer-version"],
    ["something else", JSON.stringify({ format: "evrid.job" }), "foreign"],
    ["a list", "[]", "broken"],
  ])("that are %s are never written over, only replaced on request", async (_, json, code) => {
    await store(json);
    expect(await loadChoices()).toEqual(usualChoices);
    await expect(changeChoices({ units: "us" })).rejects.toBeInstanceOf(UnreadableSettings);
    expect(await settingsHealth()).toMatchObject({ issue: { code }, text: json });
    await replaceUnreadableChoices();
    await changeChoices({ units: "us" });
    expect((await loadChoices()).units).toBe("us");
    await replaceUnreadableChoices();
    expect((await loadChoices()).units).toBe("us");
  });
});
