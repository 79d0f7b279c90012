// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { drawn } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { database } from "@/data/database";
import { editJob, loadJob } from "@/data/jobs";
import { eraseAll } from "@/data/shop";
import { demoJobs } from "@/demo/demo-jobs";

const [van] = demoJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job];
const typed: Job = { ...van, intake: { ...van.intake, complaint: "Whistles when it is hot" } };

/** The module as a page loads it anew. */
async function page() {
  vi.resetModules();
  return import("./refused-changes");
}
const stored = async () => {
  const found = await loadJob(van.id);
  if (!found?.ok) throw new Error("not stored");
  return found.value;
};
const leaves = () => {
  const event = new Event("beforeunload", { cancelable: true });
  window.dispatchEvent(event);
  return event.defaultPrevented;
};

beforeEach(async () => {
  sessionStorage.clear();
  await eraseAll();
  await database.jobs.put(van);
});

describe("changes that the store refused", () => {
  it("are kept over a reload of the tab, and asked about before it is left", async () => {
    const first = await page();
    first.keepRefused({ job: typed, base: van, reason: "the disk is full", open: true });
    const second = await page();
    const stop = second.warnBeforeLeaving();
    expect([second.hasRefused(), leaves()]).toEqual([false, false]);
    second.recallRefused();
    expect([second.hasRefused(), leaves()]).toEqual([true, true]);
    second.forgetRefused(van.id);
    expect([second.hasRefused(), leaves()]).toEqual([false, false]);
    stop();
    const third = await page();
    third.recallRefused();
    expect(third.hasRefused()).toBe(false);
  });

  it("are stored again as they are where nobody else has written", async () => {
    const { keepRefused, storeRefused, hasRefused } = await page();
    const change = { job: typed, base: van, reason: "full", open: false };
    keepRefused(change);
    await storeRefused(change);
    expect((await stored()).intake.complaint).toBe("Whistles when it is hot");
    expect(hasRefused()).toBe(false);
  });

  it("are merged with what another hand has stored meanwhile, and put back where the job is gone", async () => {
    const { storeRefused } = await page();
    await editJob(van.id, (job) =>
      drawn({ ...job, altitude: entry("512", "m") }, "demo-can-a", 40, "2026-06-01T11:00:00.000Z"),
    );
    await storeRefused({ job: typed, base: van, reason: "full", open: false });
    expect(await stored()).toMatchObject({
      intake: { complaint: "Whistles when it is hot" },
      altitude: { text: "512" },
      ledger: [{ grams: 40 }],
    });
    await database.jobs.delete(van.id);
    await storeRefused({ job: typed, base: van, reason: "full", open: false });
    expect((await stored()).intake.complaint).toBe("Whistles when it is hot");
  });

  it("stay where the store refuses again, with the newest reason", async () => {
    const { keepRefused, storeRefused, hasRefused } = await page();
    const { database: its } = await import("@/data/database");
    const change = { job: typed, base: van, reason: "full", open: false };
    keepRefused(change);
    vi.spyOn(its.jobs, "put").mockRejectedValue(new Error("still full"));
    await expect(storeRefused(change)).rejects.toThrow("still full");
    vi.restoreAllMocks();
    expect(hasRefused()).toBe(true);
    expect(sessionStorage.getItem("evrid-refused")).toContain("still full");
  });

  it("that cannot be read after a reload are left out, and a tab that keeps nothing goes on", async () => {
    sessionStorage.setItem(
      "evrid-refused",
      JSON.stringify([{ job: { ...typed, rest: null } }, { job: typed, reason: 4 }]),
    );
    const first = await page();
    first.recallRefused();
    expect(JSON.parse(sessionStorage.getItem("evrid-refused")!)).toHaveLength(1);
    sessionStorage.setItem("evrid-refused", "{");
    const second = await page();
    second.recallRefused();
    expect(second.hasRefused()).toBe(false);
    vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
      throw new DOMException("too much", "QuotaExceededError");
    });
    second.keepRefused({ job: typed, base: null, reason: "full", open: true });
    expect(second.hasRefused()).toBe(true);
    vi.restoreAllMocks();
  });
});
