import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import type { Job } from "@/core/records/job";
import { onSimulator } from "@/core/records/practice";
import { shopJobs } from "../../tests/support/shop-jobs";
import { putBack } from "./jobs";
import { eraseAll } from "./shop";
import { editVehicle, joinVehicles, loadVehicle, takeVehicleApart, vehicleNamed, vehiclesByPapers } from "./vehicles";

const at = new Date("2026-06-01T10:00:00.000Z");
const [van, estate, pickup] = shopJobs(at) as [Job, Job, Job];
const rowNamed = async (job: Job) => (await vehicleNamed(job.intake.vehicle))!;

beforeEach(eraseAll);

describe("a vehicle that comes again under another name", () => {
  it("is found by its plate or VIN, however they are typed, and by nothing shorter or else", async () => {
    for (const job of [van, estate, pickup]) await putBack(job);
    const found = async (plate: string, vin = "") => (await vehiclesByPapers({ plate, vin })).map(({ name }) => name);
    expect(await found("tg-4411")).toEqual([pickup.intake.vehicle]);
    expect(await found("", "9zztarn23 P000-1207")).toEqual([pickup.intake.vehicle]);
    expect(await found("TG")).toEqual([]);
    expect(await found("4411")).toEqual([]);
    // A word of a name is no plate.
    expect(await found("gardens")).toEqual([]);
  });

  it("is not offered where only practice went by its name", async () => {
    await putBack({ ...onSimulator(van, "leaked-van"), intake: { ...van.intake, plate: "PR 900" } });
    expect(await vehicleNamed(van.intake.vehicle)).toBeNull();
    expect(await vehiclesByPapers({ plate: "PR 900", vin: "" })).toEqual([]);
  });
});

describe("vehicles merged by hand", () => {
  it("are one, whatever they are called; a code of any of them opens it, until they are separated", async () => {
    for (const job of [van, estate, pickup]) await putBack(job);
    const ids: string[] = [];
    for (const job of [van, estate, pickup]) ids.push(await editVehicle((await rowNamed(job)).id, { note: "own" }));
    const [first, second, third] = ids as [string, string, string];
    await joinVehicles(second, third);
    await joinVehicles(first, second);
    for (const id of ids) {
      const vehicle = (await loadVehicle(id))!;
      expect(vehicle.id).toBe(first);
      expect(vehicle.history).toHaveLength(3);
    }
    await takeVehicleApart(first);
    expect((await loadVehicle(first))!.history).toHaveLength(1);
    expect((await loadVehicle(third))!.id).toBe(second);
    await takeVehicleApart(second);
    for (const id of ids) expect((await loadVehicle(id))!.id).toBe(id);
    expect(await loadVehicle("nobody")).toBeNull();
  });
});
