// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { act, cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { demoJobs } from "@/demo/demo-jobs";
import { FAKE_START, settled } from "../../../../tests/support/fake-session";
import { renderJob } from "../../../../tests/support/render-job";
import { shopJobs } from "../../../../tests/support/shop-jobs";
import { SimulatorPanel } from "./simulator-panel";

const [van, , pickup] = shopJobs(new Date(FAKE_START)) as [Job, Job, Job];
const [demoVan] = demoJobs(new Date(FAKE_START)) as [Job];
const panel = (job: Job) => renderJob(job, "running", <SimulatorPanel onClose={vi.fn()} />);
const said = () => document.body.textContent ?? "";
const connect = (name: string) => screen.getByRole("button", { name }) as HTMLButtonElement;

afterEach(cleanup);

describe("the simulated vehicle at a job", () => {
  it("makes work practice, after saying so, and connects", async () => {
    const { jobs } = await panel(van);
    expect(said()).toContain("This makes it a practice job permanently");
    await act(async () => {
      fireEvent.click(connect("Practise with simulator"));
      await settled();
    });
    expect(jobs.job).toMatchObject({ purpose: "practice", rackVehicle: expect.any(String) });
  });

  it("is refused by a job with real weights, which names the grams", async () => {
    const { jobs } = await panel(pickup);
    expect(said()).toMatch(/No simulator here: 870\sg were weighed on a real vehicle/);
    expect(connect("Practise with simulator").disabled).toBe(true);
    expect(jobs.job!.purpose).toBe("work");
  });

  it("is an instrument like any other in the demo workshop", async () => {
    await panel({ ...demoVan, rackVehicle: null });
    expect(said()).not.toContain("practice");
    expect(connect("Connect simulator").disabled).toBe(false);
  });
});
