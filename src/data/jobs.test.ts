import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { countered, drawn } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { database } from "./database";
import { createJob, duplicateJob, editJob, importJob, listJobs, loadJob, removeJob, restoreJob } from "./jobs";

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

  it("stores nothing that could not be read again, and keeps what is stored", async () => {
    const { id } = await createJob();
    const before = await load(id);
    const point = { t: 0, kpa: Number.NaN };
    const wrongs: ((job: Job) => Job)[] = [
      (job) => ({ ...job, evacuate: { ...job.evacuate, trace: [point] } }),
      (job) => ({
        ...job,
        evacuate: { ...job.evacuate, trace: Array.from({ length: 4001 }, () => ({ t: 0, kpa: 1 })) },
      }),
      (job) => ({
        ...job,
        charge: {
          ...job.charge,
          containers: Array.from({ length: 51 }, (_, i) => ({
            id: `c${i}`,
            name: "Can",
            net: entry("1", "g"),
            temperature: entry("", "degC"),
          })),
        },
      }),
      (job) => ({ ...job, intake: { ...job.intake, complaint: "x".repeat(4001) } }),
    ];
    for (const wrong of wrongs) await expect(editJob(id, wrong)).rejects.toThrow(/^[\w.]+: /);
    expect(await load(id)).toEqual(before);
  });

  it("refuses a change that alters or drops an entry of the books, and keeps what is stored", async () => {
    const { id } = await createJob();
    const now = "2026-06-01T10:00:00Z";
    await editJob(id, (job) => drawn(job, "can", 250, now));
    const kept = await load(id);
    expect(kept.ledger).toHaveLength(1);
    await expect(editJob(id, (job) => ({ ...job, ledger: [] }))).rejects.toThrow("entry of the books");
    const altered = (job: Job): Job => ({ ...job, ledger: [{ ...job.ledger[0]!, grams: 25 }] });
    await expect(editJob(id, altered)).rejects.toThrow("entry of the books");
    expect(await load(id)).toEqual(kept);
    await editJob(id, (job) => countered(job, "e1", now));
    expect((await load(id)).ledger).toHaveLength(2);
  });

  it("knows in a vehicle that comes again when it was last filled to its label", async () => {
    const pickup = demoJobs(new Date("2026-06-02T10:00:00Z"))[2]!;
    const again = await duplicateJob(pickup);
    expect(again.intake.lastFilled).toBe("2026-06-01");
    expect(again.ledger).toEqual([]);
    expect((await duplicateJob(await createJob())).intake.lastFilled).toBeNull();
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
