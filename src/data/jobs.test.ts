import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { database } from "./database";
import { createJob, editJob, importJob, listJobs, loadJob, removeJob, restoreJob } from "./jobs";

beforeEach(() => database.jobs.clear());

async function load(id: string): Promise<Job> {
  const found = await loadJob(id);
  if (!found?.ok) throw new Error("not stored");
  return found.value;
}

describe("jobs in the browser database", () => {
  it("keeps every keystroke of edits that overlap", async () => {
    const { id } = await createJob();
    const typed = "Blows warm at the lights";
    await Promise.all([
      ...[...typed].map((_, i) =>
        editJob(id, (job) => ({ ...job, intake: { ...job.intake, complaint: typed.slice(0, i + 1) } })),
      ),
      editJob(id, (job) => ({ ...job, altitude: entry("310", "m") })),
    ]);
    const job = await load(id);
    expect(job.intake.complaint).toBe(typed);
    expect(job.altitude.text).toBe("310");
  });

  it("does not touch a job that an edit leaves alone", async () => {
    const job = await createJob();
    await editJob(job.id, (same) => same);
    expect(await load(job.id)).toEqual(job);
  });

  it("never overwrites on import", async () => {
    const job = await createJob();
    expect(await importJob(job)).toEqual({ id: job.id, outcome: "identical" });
    const other = { ...job, altitude: entry("12", "m") };
    const { id, outcome } = await importJob(other);
    expect(outcome).toBe("added-as-copy");
    expect(await load(job.id)).toEqual(job);
    expect(await load(id)).toEqual({ ...other, id });
    await database.jobs.clear();
    expect((await importJob(job)).outcome).toBe("added");
    expect(await load(job.id)).toEqual(job);
  });

  it("gives a removed job back whole", async () => {
    const job = await createJob();
    const removed = await removeJob(job.id);
    expect(await listJobs()).toEqual([]);
    await restoreJob(removed!);
    expect(await listJobs()).toEqual([job]);
    expect(await loadJob("nobody")).toBeNull();
    await expect(editJob("nobody", (same) => same)).rejects.toThrow("no longer stored");
  });
});
