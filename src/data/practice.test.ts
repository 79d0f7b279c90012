import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { booked, drawn } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { onSimulator, PracticeRefusal } from "@/core/records/practice";
import { entry } from "@/core/units/entry";
import { shopJobs } from "../../tests/support/shop-jobs";
import { createJob, duplicateJob, editJob, jobsOfVehicle, listJobs, loadJob, putBack } from "./jobs";
import { eraseAll } from "./shop";
import { loadLedger } from "./stock";
import { listVehicles, loadVehicle } from "./vehicles";

const at = "2026-06-01T10:00:00.000Z";
const [van, , pickup] = shopJobs(new Date(at)) as [Job, Job, Job];

beforeEach(eraseAll);

describe("a practice job in the store", () => {
  it("moves no stock, no year, no history and no forecast of the vehicle whose name it bears, and is listed beside", async () => {
    await putBack(pickup);
    const [before] = await listVehicles();
    const books = await loadLedger();
    const file = await loadVehicle(before!.id);
    await putBack({ ...van, id: "trial", intake: { ...van.intake, vehicle: pickup.intake.vehicle } });
    await editJob("trial", (job) => onSimulator(job, "leaked-van"));
    await editJob("trial", (job) => ({ ...job, recover: { ...job.recover, recovered: entry("100", "g") } }));
    await editJob("trial", (job) => drawn(booked(job, at), job.charge.containers[0]!.id, 300, at));
    expect((await listJobs()).jobs.find(({ id }) => id === "trial")!.ledger.length).toBeGreaterThan(1);
    expect(await loadLedger()).toEqual({ ...books, vehicles: expect.any(Map), papers: expect.any(Map) });
    expect(await jobsOfVehicle(pickup.intake.vehicle)).toHaveLength(1);
    const [after] = await listVehicles();
    expect(after).toEqual({ ...before!, practice: 1 });
    const now = (await loadVehicle(after!.id))!;
    expect(now.history).toEqual(file!.history);
    expect(now.practice.map(({ jobId }) => jobId)).toEqual(["trial"]);
    // Practised again it is practice again.
    const stored = await loadJob("trial");
    if (!stored?.ok) throw new Error("not stored");
    expect(await duplicateJob(stored.value)).toMatchObject({
      purpose: "practice",
      rackVehicle: "leaked-van",
      ledger: [],
    });
  });

  it("cannot become work, nor work with weights become practice", async () => {
    await putBack(pickup);
    await expect(editJob(pickup.id, (job) => ({ ...job, purpose: "practice" }))).rejects.toThrow();
    const { id } = await createJob();
    await expect(editJob(id, (job) => ({ ...job, rackVehicle: "leaked-van" }))).rejects.toThrow(PracticeRefusal);
    await editJob(id, (job) => onSimulator(job, "leaked-van"));
    await expect(editJob(id, (job) => ({ ...job, purpose: "work", rackVehicle: null }))).rejects.toThrow(
      PracticeRefusal,
    );
    expect(await loadJob(id)).toMatchObject({ value: { purpose: "practice" } });
  });
});
