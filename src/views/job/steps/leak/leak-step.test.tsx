// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { act, cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { movedBy } from "@/core/charge/books/ledger";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { fetchSteps } from "@/views/job/step-view";
import { FAKE_START, settled } from "../../../../../tests/support/fake-session";
import { renderJob } from "../../../../../tests/support/render-job";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }), useParams: () => ({}) }));
vi.mock("@/pictures/charts/trace", () => ({ Trace: () => null }));

const [, estate] = demoJobs(new Date(FAKE_START)) as [Job, Job, Job];
beforeAll(fetchSteps);
afterEach(cleanup);

const press = (name: string | RegExp) =>
  act(async () => {
    fireEvent.click(screen.getAllByRole("button", { name })[0]!);
    await settled();
  });
const type = (label: string, text: string) =>
  act(async () => {
    fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
    await settled();
  });
const choose = (name: string) =>
  act(async () => {
    fireEvent.click(screen.getByRole("radio", { name }));
    await settled();
  });

describe("the leak search", () => {
  it("records a check with one press, describes the leak, and puts it first", async () => {
    const world = await renderJob(estate, "leak");
    await press("Evaporator (at the drain): not checked");
    await press("Evaporator (at the drain), Electronic detector: Leaks");
    await type("Detector reading, per year", "45");
    await type("Exact location", "drain hose");
    const [check] = world.jobs.job!.leak.checks;
    expect(check).toMatchObject({ place: "evaporator", method: "detector", leaks: true, stage: "search" });
    expect([check!.size.text, check!.spot]).toEqual(["45", "drain hose"]);
    expect(screen.getByText(/One leak found: evaporator/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "1. Evaporator (at the drain): leaks" })).toBeTruthy();
  });

  it("names the next check, and another once that one found nothing", async () => {
    await renderJob(estate, "leak");
    const next = () => screen.getByRole("button", { name: /^Next: / }).textContent;
    expect(next()).toBe("Next: condenser, electronic detector");
    await press("Condenser, Electronic detector: Tight");
    expect(next()).not.toMatch(/condenser, electronic/);
  });

  it("takes no nitrogen into a circuit with refrigerant in it; emptied, it corrects the drop and refuses what the low side cannot stand", async () => {
    await renderJob(estate, "leak");
    expect(screen.getByText(/Recover the refrigerant first: nitrogen goes into an empty circuit/)).toBeTruthy();
    cleanup();
    const empty = { ...estate, recover: { ...estate.recover, recovered: entry("310", "g") } };
    await renderJob(empty, "leak");
    expect(screen.getByText(/Never use air or oxygen/)).toBeTruthy();
    await type("Start pressure", "1000");
    await type("Start temperature", "24.1");
    await type("End pressure", "1004");
    await type("End temperature", "26");
    expect(screen.getByText(/No drop beyond gauge error/)).toBeTruthy();
    await type("Start pressure", "1400");
    expect(screen.getByText(/1 400 kPa exceeds the low-side limit of 1 200 kPa/)).toBeTruthy();
  });
});

describe("a job on a service station", () => {
  it("is entered on one card, and its charge is recorded once", async () => {
    const world = await renderJob(estate, "recover");
    await choose("Service station");
    await type("Recovered", "310");
    await type("Charged", "470");
    await press("Record charge");
    expect(movedBy(world.jobs.job!.ledger, "dose")).toBe(470);
    expect(screen.getByText("Charge recorded")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Record charge" })).toBeNull();
    expect(screen.queryByText("By weight, the only true measure")).toBeNull();
  });
});
