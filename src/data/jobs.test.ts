import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { drawn, reversed } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { amended } from "@/core/records/signature";
import { entry } from "@/core/units/entry";
import { shopJobs } from "../../tests/support/shop-jobs";
import { database } from "./database";
import {
  clearRemoved,
  createJob,
  duplicateJob,
  editJob,
  listJobs,
  listRemoved,
  loadJob,
  loadSimulator,
  mendJob,
  putBack,
  REMOVED_KEPT_MS,
  recordAsText,
  removeJob,
  restoreJob,
} from "./jobs";
import { settleIndex } from "./record-index";
import { eraseAll } from "./shop";

beforeEach(() => Promise.all([database.jobs.clear(), database.removed.clear(), database.racks.clear()]));

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

  it("changes nothing of a signed job but by an amendment, and removes it by no path", async () => {
    const signed = shopJobs(new Date("2026-06-01T10:00:00.000Z"))[2]!;
    await putBack(signed);
    const refusals = [
      editJob(signed.id, (job) => ({ ...job, intake: { ...job.intake, charge: entry("30", "oz") } })),
      editJob(signed.id, (job) => reversed(job, job.ledger[0]!.id, "2026-06-02T10:00:00.000Z")),
      editJob(signed.id, (job) => ({ ...job, signOff: { ...job.signOff, signedAt: null } })),
      removeJob(signed.id),
    ];
    for (const refused of refusals) await expect(refused).rejects.toThrow("signed");
    expect(await load(signed.id)).toEqual(signed);
    await editJob(signed.id, (job) => ({ ...job, archivedAt: "2026-06-02T10:00:00.000Z" }));
    await editJob(signed.id, (job) => amended(job, { by: "Ines", reason: "Label", at: "2026-06-02T10:00:00.000Z" }));
    await editJob(signed.id, (job) => ({ ...job, intake: { ...job.intake, charge: entry("30", "oz") } }));
    await expect(editJob(signed.id, (job) => ({ ...job, amendments: [] }))).rejects.toThrow("amendments-changed");
    expect(await load(signed.id)).toMatchObject({ intake: { charge: { text: "30" } }, signOff: { signedAt: null } });
    await removeJob(signed.id);
    expect(await loadJob(signed.id)).toBeNull();
  });

  it("takes no step back in a signed record that cannot be read", async () => {
    const signed = shopJobs(new Date("2026-06-01T10:00:00.000Z"))[2]!;
    await database.jobs.put({ ...signed, rest: null } as never);
    expect(await mendJob(signed.id, [(job) => ({ ...job, rest: signed.rest })])).toBeNull();
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
    await expect(editJob(id, (job) => ({ ...job, ledger: [] }))).rejects.toThrow(
      "entry e1 of the books (charge, 250 g, written 2026-06-01T10:00:00Z) would be missing",
    );
    const altered = (job: Job): Job => ({ ...job, ledger: [{ ...job.ledger[0]!, grams: 25 }] });
    await expect(editJob(id, altered)).rejects.toThrow("would be changed in its grams");
    expect(await load(id)).toEqual(kept);
    await editJob(id, (job) => reversed(job, "e1", now));
    expect((await load(id)).ledger).toHaveLength(2);
  });

  it("sets a record that cannot be read aside by name, as text, and shows all others", async () => {
    const [good, bad] = shopJobs(new Date("2026-06-02T10:00:00Z"));
    await database.jobs.add(good!);
    const broken = { ...bad!, baseline: null } as unknown as Job;
    await database.jobs.bulkAdd([
      broken,
      { id: "bare" } as unknown as Job,
      { ...good!, id: "twin", version: 99 } as unknown as Job,
    ]);
    await settleIndex();
    const { jobs, unreadable } = await listJobs();
    expect(jobs).toEqual([good]);
    expect(new Map(unreadable.map(({ name, issue }) => [name, issue.code]))).toEqual(
      new Map([
        ["Unnamed vehicle", "foreign"],
        [bad!.intake.vehicle, "broken"],
        [good!.intake.vehicle, "newer-version"],
      ]),
    );
    expect(JSON.parse(unreadable.find(({ id }) => id === bad!.id)!.text)).toEqual(broken);
    expect(JSON.parse((await recordAsText("bare"))!)).toEqual({ id: "bare" });
    await removeJob(bad!.id);
    await restoreJob(bad!.id);
    expect(await database.jobs.get(bad!.id)).toEqual(broken);
  });

  it("mends a record by steps taken back, as many as it needs; where they do not help nothing is changed", async () => {
    const { id } = await createJob();
    const whole = await load(id);
    const broken = { ...whole, look: null, rest: null } as unknown as Job;
    await database.jobs.put(broken);
    const backs = [
      (job: Job) => ({ ...job, rest: whole.rest }),
      (job: Job) => ({ ...job, look: whole.look }),
      (job: Job) => job,
    ];
    expect(await mendJob(id, backs.slice(0, 1))).toBeNull();
    expect(await database.jobs.get(id)).toEqual(broken);
    expect(await mendJob(id, backs)).toBe(2);
    expect((await load(id)).rest).toEqual(whole.rest);
  });

  it("dates every change later than the one before, however fast they come, and keeps the rack with it or not at all", async () => {
    const { id } = await createJob();
    const dates: string[] = [];
    for (const text of ["1", "12", "123"])
      dates.push((await editJob(id, (job) => ({ ...job, altitude: entry(text, "m") }))).updatedAt);
    expect([...new Set(dates)].sort()).toEqual(dates);
    const rack = { vehicleId: "leaked-van" } as never;
    await editJob(id, (job) => job, rack);
    expect(await loadSimulator(id)).toEqual({ vehicleId: "leaked-van" });
    await expect(
      editJob(id, (job) => ({ ...job, look: null as never }), { vehicleId: "other" } as never),
    ).rejects.toThrow("look");
    expect(await loadSimulator(id)).toEqual({ vehicleId: "leaked-van" });
  });

  it("knows in a vehicle that comes again when it was last filled to its label", async () => {
    const pickup = shopJobs(new Date("2026-06-02T10:00:00Z"))[2]!;
    const again = await duplicateJob(pickup);
    expect(again.intake.lastFilled).toBe("2026-06-01");
    // A new visit of the car: papers stay, mileage is read anew, and nothing is signed.
    const { model, plate, vin } = pickup!.intake;
    expect(again.intake).toMatchObject({ model, plate, vin, mileage: { text: "" } });
    expect(again).toMatchObject({ signOff: { signedAt: null, credentials: null }, amendments: [] });
    expect(again.ledger).toEqual([]);
    expect((await duplicateJob(await createJob())).intake.lastFilled).toBeNull();
  });

  it("gives every removed job back whole for thirty days, and none after", async () => {
    const removedAt = Date.parse("2026-06-01T10:00:00Z");
    const [first, second] = [await createJob(), await createJob()];
    await removeJob(first.id, removedAt);
    await removeJob(second.id, removedAt + 1000);
    expect((await listJobs()).jobs).toEqual([]);
    const last = removedAt + REMOVED_KEPT_MS;
    expect((await listRemoved(last)).map(({ id }) => id)).toEqual([second.id, first.id]);
    await restoreJob(first.id);
    expect((await listJobs()).jobs).toEqual([first]);
    expect(await listRemoved(last + 1001)).toEqual([]);
    await clearRemoved(last + 1001);
    await restoreJob(second.id);
    expect(await loadJob(second.id)).toBeNull();
    expect(await loadJob("nobody")).toBeNull();
    await expect(editJob("nobody", (same) => same)).rejects.toThrow("no longer in the store");
  });

  it("stores no date past what a record can hold, and refuses a record that could not be read again", async () => {
    const job = await createJob();
    await database.jobs.put({ ...job, updatedAt: "2199-12-31T23:59:59.999Z" });
    await editJob(job.id, (now) => ({ ...now, altitude: { text: "7", unit: "m" } }));
    expect(await loadJob(job.id)).toMatchObject({ ok: true, value: { altitude: { text: "7" } } });
    await database.jobs.put({ ...job, updatedAt: "9999-12-31T23:59:59.999Z" });
    await editJob(job.id, (now) => ({ ...now, altitude: { text: "8", unit: "m" } }));
    expect(await loadJob(job.id)).toMatchObject({ ok: true });
    await expect(editJob(job.id, (now) => ({ ...now, createdAt: "9999-01-01T00:00:00.000Z" }))).rejects.toThrow(
      "createdAt",
    );
    await expect(putBack({ ...job, id: "" })).rejects.toThrow("id");
  });

  it("lists the newest first, however they came in, and no more of each standing than was asked for", async () => {
    await eraseAll();
    const [one] = shopJobs(new Date("2026-06-01T10:00:00Z")) as [Job];
    const day = (n: number) => `2026-06-${String(n).padStart(2, "0")}T09:00:00.000Z`;
    for (const n of [3, 1, 5, 2, 4]) await putBack({ ...one, id: `job-${n}`, updatedAt: day(n) });
    const ids = async (most: number) =>
      (await listJobs({ open: most, signed: most, archived: most })).jobs.map(({ id }) => id);
    expect(await ids(Infinity)).toEqual(["job-5", "job-4", "job-3", "job-2", "job-1"]);
    expect(await ids(2)).toEqual(["job-5", "job-4"]);
    // Signed and open ones stand together in one order.
    await eraseAll();
    for (const n of [1, 2, 3, 4]) {
      const signOff = { ...one.signOff, signedAt: n % 2 === 0 ? day(n) : null };
      await putBack({ ...one, id: `job-${n}`, updatedAt: day(n), signOff });
    }
    expect(await ids(Infinity)).toEqual(["job-4", "job-3", "job-2", "job-1"]);
    await eraseAll();
    await putBack({ ...one, id: "job-5", updatedAt: day(5) });
    // A change makes it the newest, even by a clock that stands still or goes backwards.
    vi.setSystemTime(Date.parse(day(2)));
    const { updatedAt } = await editJob("job-5", (job) => ({ ...job, altitude: { text: "9", unit: "m" } }));
    vi.useRealTimers();
    expect(updatedAt > day(5)).toBe(true);
  });
});
