// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from "vitest";
import { purgeBooked } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { FAKE_START, fakeWorld } from "../../../tests/support/fake-session";
import type { Session } from "../session";
import { leftChanges } from "./left-changes";

const [van, pickup] = demoJobs(new Date(FAKE_START)) as [Job, Job];
const typed: Job = { ...van, altitude: entry("512", "m") };
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));
/** An act of the books, with the instant at which it is run. */
const purge = (job: Job): Job => purgeBooked(job, 4, new Date().toISOString());

/** A page whose store never answers what is written from `hangs` on; it is left after `act`. */
async function leftPage(act: (session: Session) => void, hangs: "before" | "after" = "before") {
  const world = fakeWorld(van);
  world.jobs.left = leftChanges;
  const edit = world.jobs.edit;
  world.jobs.edit = (...asked) => {
    if (hangs === "after") void edit(...asked);
    return new Promise(() => undefined);
  };
  const stop = world.session.start();
  act(world.session);
  window.dispatchEvent(new Event("pagehide"));
  await settled();
  stop();
  return world.jobs.job!;
}

/** The next page of the tab, on what is stored. */
async function nextPage(stored: Job): Promise<{ job: Job; remembered: string[]; writes: number }> {
  const { session, jobs } = fakeWorld(stored);
  jobs.left = leftChanges;
  let writes = 0;
  const edit = jobs.edit;
  jobs.edit = (...asked) => {
    writes++;
    return edit(...asked);
  };
  const stop = session.start();
  await settled();
  // What merges is fetched when there is something to merge.
  await vi.dynamicImportSettled();
  await settled();
  stop();
  return { job: jobs.job!, remembered: jobs.remembered, writes };
}

beforeEach(() => sessionStorage.clear());

describe("a change that was on its way when the page went", () => {
  it("is kept for the next page of the tab, by its job, until it is stored", () => {
    leftChanges.keep(typed, van);
    expect(leftChanges.recall(pickup.id)).toBeNull();
    expect(leftChanges.recall(van.id)).toMatchObject({ job: { altitude: { text: "512" } }, base: { id: van.id } });
    leftChanges.forget(pickup.id);
    expect(leftChanges.recall(van.id)).not.toBeNull();
    leftChanges.forget(van.id);
    expect(leftChanges.recall(van.id)).toBeNull();
    sessionStorage.setItem("evrid-left", "{damaged");
    expect(leftChanges.recall(van.id)).toBeNull();
  });

  it("is stored by the next page, once, whether the store had taken it or not", async () => {
    for (const hangs of ["before", "after"] as const) {
      const stored = await leftPage((session) => session.jobs.getState().edit(purge), hangs);
      expect(stored.ledger).toHaveLength(hangs === "before" ? 0 : 1);
      const { job, writes } = await nextPage(stored);
      expect(job.ledger).toHaveLength(1);
      // The store that tells of the write begins nothing again.
      expect(writes).toBe(1);
      expect(leftChanges.recall(van.id)).toBeNull();
      // A third page finds nothing to do.
      expect((await nextPage(job)).job.ledger).toHaveLength(1);
    }
  });

  it("joins what another hand has stored meanwhile, and is offered where the store refuses it", async () => {
    const set = (session: Session) => session.jobs.getState().edit((job) => ({ ...job, altitude: entry("512", "m") }));
    const stored = await leftPage(set);
    const other = {
      ...stored,
      intake: { ...stored.intake, complaint: "Clicks" },
      updatedAt: "2026-07-01T10:00:00.000Z",
    };
    expect((await nextPage(other)).job).toMatchObject({ altitude: { text: "512" }, intake: { complaint: "Clicks" } });

    await leftPage(set);
    const { session, jobs } = fakeWorld(van);
    jobs.left = leftChanges;
    jobs.refuses = new Error("the disk is full");
    const stop = session.start();
    await settled();
    stop();
    expect(jobs.remembered.join()).toContain("refused 512");
  });

  it("is nothing where all is stored", async () => {
    const { session, jobs } = fakeWorld(van);
    jobs.left = leftChanges;
    const stop = session.start();
    session.jobs.getState().edit((job) => ({ ...job, altitude: entry("512", "m") }));
    await settled();
    window.dispatchEvent(new Event("pagehide"));
    expect(leftChanges.recall(van.id)).toBeNull();
    stop();
  });
});
