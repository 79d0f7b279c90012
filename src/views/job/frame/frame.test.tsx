// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { act, cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { FAKE_START, settled } from "../../../../tests/support/fake-session";
import { renderJob } from "../../../../tests/support/render-job";
import { GramRail } from "./gram-rail";
import { JobHeader } from "./job-header";
import { LiveStrip } from "./live-strip";
import { RunSheet } from "./run-sheet";
import { StepEnd } from "./step-end";

const pushed = vi.hoisted(() => [] as string[]);
vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: (to: string) => pushed.push(to) }),
  useParams: () => ({}),
}));

const [van, , pickup] = demoJobs(new Date(FAKE_START)) as [Job, Job, Job];
const rested: Job = {
  ...van,
  rest: { low: entry("5.9", "bar"), high: entry("5.9", "bar"), soak: entry("25", "degC") },
};
const said = () => document.body.textContent ?? "";
const press = async (name: string | RegExp) => {
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
    await settled();
  });
};

afterEach(() => {
  cleanup();
  pushed.length = 0;
});

describe("the header", () => {
  it("says whose car it is, its label, how it is built, and where the numbers come from", async () => {
    const world = await renderJob(van, "running", <JobHeader step="running" />);
    expect(said()).toContain("Fennick Bakery, van 3");
    expect(said()).toContain("label 580 ± 20 g");
    expect(said()).toContain("readings entered");
    // The session that stands on the page is its own; its rack is reached through the same ports.
    expect(world.rack.setups).toHaveLength(0);
  });

  it("says of a new job that it is new, and names no label that was not read", async () => {
    const bare = { ...van, intake: { ...van.intake, vehicle: " ", charge: entry("", "g"), tolerance: entry("", "g") } };
    await renderJob(bare, "intake", <JobHeader step="intake" />);
    expect(said()).toContain("New job");
    expect(said()).not.toMatch(/label|undefined/);
  });
});

describe("the run-sheet", () => {
  it("goes to any step, says which are done, and takes back what was changed last", async () => {
    const opened = vi.fn();
    const { jobs } = await renderJob(van, "rest", <RunSheet step="rest" onOpen={opened} />);
    await press(/Charge/);
    expect(opened).toHaveBeenCalledWith("charge");
    expect(screen.getByRole("button", { current: "step" }).textContent).toContain("Static pressure");
    expect(screen.getAllByLabelText("done")).toHaveLength(1);
    expect(screen.queryByRole("button", { name: /Undo/ })).toBeNull();
    cleanup();
    // Somebody typed before this page was loaded.
    jobs.saveUndo("", [
      {
        at: 0,
        typed: "altitude/text",
        inverse: [{ op: "replace", path: ["altitude", "text"], value: "12" }],
        left: [],
        wrote: [],
      },
    ]);
    const again = await renderJob(van, "rest", <RunSheet step="rest" onOpen={opened} />);
    expect(again.jobs.loadUndo()).toHaveLength(0);
  });
});

describe("the end of a step", () => {
  it("is done and goes on where nothing is missing, by touch or by its key", async () => {
    const { jobs } = await renderJob(rested, "rest", <StepEnd step="rest" />);
    await press(/Done: running test/);
    expect(jobs.job!.steps.rest.doneAt).not.toBeNull();
    expect(pushed).toEqual([`/job/${van.id}/running`]);
    await act(async () => {
      fireEvent.keyDown(document.body, { key: "n" });
      await settled();
    });
    expect(pushed).toHaveLength(2);
  });

  it("says what is missing, and lets a step go only with a reason", async () => {
    const { jobs } = await renderJob(
      { ...rested, rest: { ...rested.rest, soak: entry("", "degC") } },
      "rest",
      <StepEnd step="rest" />,
    );
    expect(said()).toContain("Missing: soak temperature.");
    expect((screen.getByRole("button", { name: /Done/ }) as HTMLButtonElement).disabled).toBe(true);
    await press("Skip step");
    expect((screen.getByRole("button", { name: "Skip" }) as HTMLButtonElement).disabled).toBe(true);
    await act(async () => {
      fireEvent.change(screen.getByLabelText("Reason for skipping"), { target: { value: "the engine is hot" } });
    });
    await act(async () => {
      fireEvent.submit(document.querySelector("form")!);
      await settled();
    });
    expect(jobs.job!.steps.rest).toMatchObject({ skipped: "the engine is hot", doneAt: null });
  });

  it("of a step that holds the weight cannot be passed over", async () => {
    await renderJob(van, "charge", <StepEnd step="charge" />);
    expect(screen.queryByRole("button", { name: /Skip/ })).toBeNull();
  });
});

describe("every gram", () => {
  it("stands in the rail and adds up: out of the cans is in the hose, in the air and in the vehicle", async () => {
    for (const job of [van, pickup]) {
      await renderJob(job, "charge", <GramRail step="charge" />);
      expect(said(), job.id).toMatch(/Refrigerant log.*Label/);
      expect(said(), job.id).not.toMatch(/NaN|undefined/);
      cleanup();
    }
    await renderJob(
      { ...van, recover: { ...van.recover, recovered: entry("170", "g") } },
      "charge",
      <GramRail step="charge" />,
    );
    expect(said()).toContain("Recovered170 g");
    expect(said()).toMatch(/Lost: 4\d\d g/);
  });
});

describe("the live strip", () => {
  it("is not there while nothing streams", async () => {
    await renderJob(van, "running", <LiveStrip />);
    expect(screen.queryByRole("region", { name: "Live readings" })).toBeNull();
  });
});
