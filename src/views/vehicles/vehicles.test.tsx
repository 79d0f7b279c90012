// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, configure, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { database } from "@/data/database";
import { listJobs } from "@/data/jobs";
import { settleIndex } from "@/data/record-index";
import { eraseAll } from "@/data/shop";
import { editVehicle } from "@/data/vehicles";
import { system } from "@/ui/theme";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { VehicleView } from "./vehicle-view";
import { VehiclesView } from "./vehicles-view";

const at = vi.hoisted(() => ({ pushed: [] as string[], id: "" }));
vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: (to: string) => at.pushed.push(to), replace: (to: string) => at.pushed.push(to) }),
  usePathname: () => "/vehicles",
  useSearchParams: () => new URLSearchParams({ id: at.id }),
}));
vi.mock("@/worker/diagnosis-client", () => ({
  connectDiagnosis: () => ({ judge: () => new Promise(() => undefined), cancel: () => undefined }),
}));

const now = new Date();
const [van, estate, pickup] = shopJobs(now) as [Job, Job, Job];
/** The pickup a year before: filled then, found with less now. */
const yearAgo = new Date(now.getTime() - 366 * 86_400_000).toISOString();
const before: Job = {
  ...pickup,
  id: "pickup-before",
  createdAt: yearAgo,
  updatedAt: yearAgo,
  repair: { ...pickup.repair, parts: [] },
  signOff: { ...pickup.signOff, signedAt: yearAgo },
};
const again: Job = {
  ...pickup,
  repair: { ...pickup.repair, parts: [] },
  recover: { ...pickup.recover, recovered: entry("520", "g") },
};

async function shown(view: ReactNode, jobs: readonly Job[]): Promise<void> {
  await database.jobs.bulkPut([...jobs]);
  await settleIndex();
  render(<ChakraProvider value={system}>{view}</ChakraProvider>);
  await waitFor(() => expect(document.body.textContent).not.toMatch(/Loading vehicles|Opening the record/));
}
const rows = () => screen.queryAllByRole("row").slice(1);
const type = (label: string, text: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value: text } }));

// A busy machine takes its time.
configure({ asyncUtilTimeout: 10_000 });
// Only visible rows are drawn, and here nothing has a height of its own.
Object.defineProperty(HTMLElement.prototype, "clientHeight", { get: () => 700 });
Object.defineProperty(HTMLElement.prototype, "clientWidth", { get: () => 900 });

beforeEach(eraseAll);
afterEach(() => {
  cleanup();
  at.pushed.length = 0;
});

describe("the vehicles of a shop", () => {
  it("says what to do where none is on record", async () => {
    await shown(<VehiclesView />, []);
    expect(document.body.textContent).toContain("once a job names it");
  });

  it("are one line each, the one seen last first, and sorted by any column", async () => {
    await shown(<VehiclesView />, [van, estate, before, again]);
    await waitFor(() => expect(rows()).toHaveLength(3));
    expect(rows()[0]!.textContent).toContain(van.intake.vehicle);
    expect(rows()[2]!.textContent).toMatch(/Town gardens, pickup 11.*624 g.*2 visits.*g a year/);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Vehicle" })));
    expect(rows().map((row) => row.textContent!.slice(0, 4))).toEqual(["Fenn", "Orla", "Town"]);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Vehicle" })));
    expect(rows().map((row) => row.textContent!.slice(0, 4))).toEqual(["Town", "Orla", "Fenn"]);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: /^Town gardens/ })));
    expect(at.pushed[0]).toBe(`/vehicle?id=${encodeURIComponent("name:town gardens, pickup 11")}`);
  });

  it("are found by plate, owner and label, and by nothing that none has", async () => {
    await shown(<VehiclesView />, [van, estate, again]);
    await editVehicle("name:orla veitch, grey estate", { plate: "KL-402 B", owner: "O. Veitch" });
    for (const [query, name] of [
      ["kl402", "Orla"],
      ["veit", "Orla"],
      ["624", "Town"],
      ["bakery 3", "Fenn"],
    ] as const) {
      await type("Find a vehicle", query);
      await waitFor(() => expect(rows().map((row) => row.textContent!.slice(0, 4))).toEqual([name]));
    }
    await type("Find a vehicle", "zeppelin");
    await waitFor(() => expect(document.body.textContent).toContain("No vehicle matches"));
  });

  it("to call in are those that fall below what matters within months", async () => {
    const leaky = { ...again, recover: { ...again.recover, recovered: entry("320", "g") } };
    await shown(<VehiclesView />, [van, before, leaky]);
    await act(async () => void fireEvent.click(screen.getByText("Due for re-check")));
    await waitFor(() => expect(rows().map((row) => row.textContent!.slice(0, 4))).toEqual(["Town"]));
  });
});

describe("one vehicle", () => {
  it("says what it loses and when that matters, with every visit and its readings", async () => {
    at.id = "name:town gardens, pickup 11";
    await shown(<VehicleView />, [before, again]);
    await waitFor(() => expect(document.body.textContent).toContain("At idle, by visit"));
    const text = document.body.textContent!;
    expect(text).toMatch(/weighed over (11|12) months/);
    expect(text).toMatch(/arrived with 5\d\d g, left with 625 g/);
    expect(screen.getAllByRole("link", { name: "Open job" })).toHaveLength(2);
    expect(screen.getByRole("img", { name: /Charge over 2 visits/ })).toBeTruthy();
    expect(text).not.toMatch(/undefined|NaN/);
  });

  it("gets a record once somebody writes about it, and its address goes along", async () => {
    at.id = "name:town gardens, pickup 11";
    await shown(<VehicleView />, [again]);
    await type("Plate or fleet number", "TG 11");
    await waitFor(() => expect(at.pushed).toHaveLength(1));
    const [record] = await database.vehicles.toArray();
    expect(record).toMatchObject({ plate: "TG 11", names: ["town gardens, pickup 11", "tg 11"] });
    expect(at.pushed[0]).toBe(`/vehicle?id=${record!.id}`);
  });

  it("is made one with what is the same car, and taken apart again", async () => {
    const twin = { ...again, id: "twin", intake: { ...again.intake, vehicle: "Pickup 11, town gardens (white)" } };
    at.id = "name:town gardens, pickup 11";
    await shown(<VehicleView />, [again, twin]);
    const offer = await screen.findByRole("button", { name: /^Merge Pickup 11/ });
    await act(async () => void fireEvent.click(offer));
    await waitFor(async () => expect(await database.vehicleRows.count()).toBe(1));
    const [record] = await database.vehicles.toArray();
    cleanup();
    at.id = record!.id;
    await shown(<VehicleView />, []);
    await waitFor(() => expect(document.body.textContent).toContain("2 visits"));
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Separate last merge" })));
    await waitFor(async () => expect(await database.vehicleRows.count()).toBe(2));
    expect((await listJobs()).jobs).toHaveLength(2);
  });

  it("begins a job that knows its label and build, and says so where there is no such vehicle", async () => {
    at.id = "name:town gardens, pickup 11";
    await shown(<VehicleView />, [again]);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "New job" })));
    await waitFor(() => expect(at.pushed).toHaveLength(1));
    const made = (await listJobs()).jobs.find(({ id }) => at.pushed[0]!.includes(id))!;
    expect(made.intake).toMatchObject({ vehicle: "Town gardens, pickup 11", metering: "orifice-tube" });
    expect(made.intake.charge).toEqual(again.intake.charge);
    cleanup();
    at.id = "name:nobody";
    await shown(<VehicleView />, []);
    expect(within(document.body).getByText("Vehicle not found")).toBeTruthy();
  });
});
