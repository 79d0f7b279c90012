import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { readShopFile } from "@/core/records/files/shop-file";
import { checkStore, contents, linesOfJob, linesOfStock, placed } from "@/core/records/stock/lines";
import { forecastOf, newestFirst } from "@/core/records/vehicles/vehicle-history";
import { type Visit, visitOf } from "@/core/records/vehicles/visit";
import { yearMoved } from "@/demo/year-moved";
import { yearFile } from "./year-file";

const shipped = readFileSync(path.resolve(import.meta.dirname, "../../public/demo-year.json"), "utf8");

describe("the made-up year", () => {
  it("is what its seed makes of the simulator (npm run demo:year)", () => {
    expect(yearFile() === shipped).toBe(true);
  }, 120_000);

  it("moved to any day is a store that adds up: a year of jobs, every gram from a container that had it", () => {
    const now = new Date("2031-03-09T12:00:00.000Z");
    const read = readShopFile(yearMoved(shipped, now));
    if (!read.ok) throw new Error(JSON.stringify(read.issue));
    const { jobs, vehicles, containers, stock, broken } = read.value;
    expect([jobs.length, vehicles.length, containers.length, broken]).toEqual([200, 60, 11, []]);
    const days = jobs.map(({ createdAt }) => (now.getTime() - Date.parse(createdAt)) / 86_400_000);
    expect(Math.min(...days)).toBeGreaterThan(-1);
    expect(Math.max(...days)).toBeLessThan(366);
    const visits = jobs.map(visitOf);
    const byId = new Map(containers.map((one) => [one.id, one]));
    const lines = placed([...linesOfStock(stock, byId), ...jobs.flatMap(linesOfJob)], containers);
    expect(checkStore(lines, visits)).toMatchObject({ differing: [], unknownG: 0 });
    // Never, on any day, has a container given what it did not hold.
    for (const { at } of lines)
      for (const [id, held] of contents(lines, (line) => line.at <= at))
        expect(held, `${id} at ${at}`).toBeGreaterThan(-1);
    const byCar = new Map<string, Visit[]>();
    for (const visit of visits) byCar.set(visit.vehicleKey, [...(byCar.get(visit.vehicleKey) ?? []), visit]);
    const forecasts = [...byCar.values()].map((its) => forecastOf(newestFirst(its)));
    expect(forecasts.filter((one) => one !== null).length).toBeGreaterThan(20);
  });
});
