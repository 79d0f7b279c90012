import "fake-indexeddb/auto";
import Dexie from "dexie";
import { IDBFactory } from "fake-indexeddb";
import { describe, expect, it, vi } from "vitest";
import { seededNoise } from "@/core/maths/noise";
import { drawn } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { newContainer } from "@/core/records/stock/container";
import type { Tree } from "@/core/sync/document-shape";
import { packed, unpacked } from "@/core/sync/packing";
import { SyncDevice } from "@/core/sync/sync-device";
import { MemoryDirectory } from "../../../tests/support/memory-directory";
import { MemoryDocuments } from "../../../tests/support/memory-documents";
import { SharedFolder } from "../../../tests/support/shared-folder";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { folderFiles } from "./folder-files";

/** A browser with a store of its own: every module of it is loaded afresh. */
async function browser(name: string, folder: MemoryDirectory | null) {
  vi.resetModules();
  Dexie.dependencies.indexedDB = new IDBFactory();
  const [{ database }, jobs, photos, device, holders, { Exchange }, { amended, signed }, { eraseAll }] =
    await Promise.all([
      import("../database"),
      import("../jobs"),
      import("../photos"),
      import("./device"),
      import("./holders"),
      import("./exchange"),
      import("@/core/records/signature"),
      import("../shop"),
    ]);
  await database.open();
  let nowMs = Date.now();
  const begin = async () => (await Exchange.begin({ now: () => nowMs, folder: async () => folder?.handle ?? null }))!;
  const join = async () => {
    await device.joinFolder(null, "Tablet");
    await device.renameDevice(name);
    return begin();
  };
  let exchange: Awaited<ReturnType<typeof begin>> | null = null;
  return {
    database,
    ...jobs,
    ...photos,
    ...device,
    ...holders,
    amended,
    signed,
    eraseAll,
    /** The device is closed and opened again. */
    reopen: async () => {
      exchange = await begin();
    },
    exchange: async () => {
      exchange ??= await join();
      return exchange;
    },
    now: () => nowMs,
    /** A round after everything has come to rest, or so soon. */
    async round(afterMs = 20_000) {
      exchange ??= await join();
      nowMs = Math.max(nowMs, Date.now()) + afterMs;
      await exchange.round();
      return device.sharingStatus();
    },
    jobOf: async (id: string) => (await database.jobs.get(id))!,
  };
}
type Tablet = Awaited<ReturnType<typeof browser>>;

async function meet(...tablets: Tablet[]): Promise<void> {
  for (let i = 0; i < 3; i++) for (const tablet of tablets) await tablet.round();
}
async function pair() {
  const folder = new MemoryDirectory();
  const [one, two] = [await browser("Tablet 1", folder), await browser("Tablet 2", folder)];
  await meet(one, two);
  return { folder, one, two };
}
const tabletNames = ["Tablet 1", "Tablet 2", "Tablet 3", "Office"];
const tool = { name: "", checkedOn: null };
const papers = { certificate: "", shop: "", registration: "", machine: tool, scale: tool };
const named = (vehicle: string) => (job: Job) => ({ ...job, intake: { ...job.intake, vehicle } });
const plated = (plate: string) => (job: Job) => ({ ...job, intake: { ...job.intake, plate } });

describe("two devices on one folder", () => {
  it("show each other's jobs, cylinders and photos, and the index follows", async () => {
    const { one, two, folder } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    const jpeg = Uint8Array.from([0xff, 0xd8, 1, 2, 3]);
    await one.keepPicture(job.id, "p1", jpeg);
    await one.database.containers.add(
      newContainer("cyl", job.createdAt, { name: "Cylinder 7", kind: "cylinder", refrigerant: "R134a" }),
    );
    await meet(one, two);
    const there = await two.jobOf(job.id);
    expect({ ...there, updatedAt: "" }).toEqual({ ...job, updatedAt: "" });
    expect((await two.listJobs()).counts.open).toBe(1);
    expect(await two.loadPicture(job.id, "p1")).toEqual(jpeg);
    expect(await two.database.containers.get("cyl")).toMatchObject({ name: "Cylinder 7" });
    expect((await two.database.vehicleRows.toArray()).map(({ name }) => name)).toEqual(["Blue van"]);
    // Nothing goes to and fro for ever.
    const files = new Map(folder.files);
    await meet(one, two);
    for (const [name, bytes] of folder.files)
      if (name.endsWith("updates")) expect(files.get(name)!.length, name).toBe(bytes.length);
    const status = await two.sharingStatus();
    expect(status).toMatchObject({ folder: "ready", damaged: [], progress: null });
    expect(status.others.map(({ name }) => name)).toEqual(["Tablet 1"]);
  });

  it("leave a job to the device that works on it, until it is taken over by name or signed", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    await expect(two.editJob(job.id, plated("QT 1"))).rejects.toMatchObject({
      name: "HeldElsewhere",
      holder: { deviceName: "Tablet 1" },
    });
    await expect(two.removeJob(job.id)).rejects.toThrow("Tablet 1");
    expect(await one.heldElsewhere(job.id)).toBeNull();
    await two.takeOverJob(job.id, "Idris Kovac");
    await two.editJob(job.id, plated("QT 2"));
    await meet(one, two);
    expect(await one.heldElsewhere(job.id)).toMatchObject({ deviceName: "Tablet 2", technician: "Idris Kovac" });
    await expect(one.editJob(job.id, plated("QT 3"))).rejects.toThrow("Tablet 2");
    expect((await one.jobOf(job.id)).intake.plate).toBe("QT 2");
    // Signed it is nobody's, and stays as it was signed.
    await two.editJob(job.id, (its) => two.signed(its, papers, its.updatedAt));
    await meet(one, two);
    expect(await one.database.holders.count()).toBe(0);
    expect((await one.jobOf(job.id)).signOff.signedAt).not.toBeNull();
  });

  it("of a job taken over on both while apart, one holds it and both say which", async () => {
    const { one, two, folder } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    await one.editJob(job.id, (its) => one.signed(its, papers, its.updatedAt));
    await meet(one, two);
    folder.gone = true;
    for (const [tablet, by] of [
      [one, "Rowe"],
      [two, "Kovac"],
    ] as const)
      await tablet.editJob(job.id, (its) => tablet.amended(its, { by, reason: "wrong plate", at: its.updatedAt }));
    expect((await one.round()).folder).toBe("gone");
    folder.gone = false;
    await meet(one, two);
    const holders = await Promise.all([one, two].map(async ({ database }) => database.holders.get(job.id)));
    expect(holders[0]).toEqual(holders[1]);
    expect([await one.heldElsewhere(job.id), await two.heldElsewhere(job.id)].filter((it) => it === null)).toHaveLength(
      1,
    );
  });

  it("of a job signed on one and taken over on the other, nobody holds it until somebody amends it", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    await two.takeOverJob(job.id, "Kovac");
    await one.editJob(job.id, (its) => one.signed(its, papers, its.updatedAt));
    await meet(one, two);
    expect([await one.heldElsewhere(job.id), await two.heldElsewhere(job.id)]).toEqual([null, null]);
    await one.editJob(job.id, (its) => one.amended(its, { by: "Rowe", reason: "wrong plate", at: its.updatedAt }));
    await one.editJob(job.id, plated("QT 1"));
    await meet(one, two);
    expect(await one.heldElsewhere(job.id)).toBeNull();
    expect(await two.heldElsewhere(job.id)).toMatchObject({ deviceName: "Tablet 1" });
  });

  it("keep both values of a field and ask once, on any", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    await one.editJob(job.id, plated("QT 1"));
    // Taken over while the folder was away.
    await two.takeOverJob(job.id, "Kovac");
    await two.editJob(job.id, plated("QT 2"));
    await meet(one, two);
    const [asked] = await two.database.conflicts.toArray();
    expect(asked!.conflicts.map(({ names }) => names.join("."))).toEqual(["intake.plate"]);
    expect(asked!.conflicts[0]!.values.map(({ json }) => json).sort()).toEqual(['"QT 1"', '"QT 2"']);
    await (await one.exchange()).choose(`job/${job.id}`, ["intake", "plate"], '"QT 1"');
    await meet(one, two);
    for (const tablet of [one, two]) {
      expect(await tablet.database.conflicts.count()).toBe(0);
      expect((await tablet.jobOf(job.id)).intake.plate).toBe("QT 1");
    }
  });

  it("remove and put back a job on both, and keep one that was gone on with", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    await one.removeJob(job.id);
    await meet(one, two);
    expect(await two.database.jobs.count()).toBe(0);
    expect((await two.listRemoved()).map(({ name }) => name)).toEqual(["Blue van"]);
    await two.restoreJob(job.id);
    await meet(one, two);
    expect((await one.jobOf(job.id)).intake.vehicle).toBe("Blue van");
    expect(await one.listRemoved()).toEqual([]);
    await one.removeJob(job.id);
    await two.editJob(job.id, plated("QT 2"));
    await meet(one, two);
    for (const tablet of [one, two]) expect((await tablet.jobOf(job.id)).intake.plate).toBe("QT 2");
  });

  it("go on after a write that nobody remembers, and after a folder that was emptied", async () => {
    const { one, two, folder } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    const state = await one.database.sharing.get("state");
    await one.editJob(job.id, plated("QT 1"));
    await one.round();
    // Killed after the file was written and before that was kept.
    await one.database.sharing.put(state!);
    await one.database.documents.toCollection().modify({ waits: 1 });
    await one.reopen();
    await one.editJob(job.id, plated("QT 2"));
    await meet(one, two);
    expect((await two.jobOf(job.id)).intake.plate).toBe("QT 2");
    folder.files.clear();
    await meet(one, two);
    const three = await browser("Tablet 3", folder);
    await meet(one, two, three);
    expect((await three.jobOf(job.id)).intake.plate).toBe("QT 2");
    expect((await one.sharingStatus()).others.map(({ name }) => name).sort()).toEqual(["Tablet 2", "Tablet 3"]);
  });

  it("give all records they had before, and leave with all of them", async () => {
    const folder = new MemoryDirectory();
    const one = await browser("Tablet 1", folder);
    const jobs = shopJobs(new Date("2026-06-01T10:00:00.000Z"));
    for (const job of jobs) await one.database.jobs.add(job);
    const two = await browser("Tablet 2", folder);
    await meet(one, two);
    const sorted = (list: Job[]) =>
      list.map((job) => ({ ...job, updatedAt: "" })).sort((a, b) => (a.id < b.id ? -1 : 1));
    expect(sorted(await two.database.jobs.toArray())).toEqual(sorted(jobs));
    expect((await two.listJobs()).jobs).toHaveLength(jobs.length);
    await two.leaveFolder();
    expect(await two.database.jobs.count()).toBe(jobs.length);
    expect(await two.sharingDevice()).toBeNull();
    await two.editJob(jobs[0]!.id, plated("QT 9"));
    await one.round();
    expect((await one.jobOf(jobs[0]!.id)).intake.plate).not.toBe("QT 9");
  });

  it("do without a folder by files: both ways, twice, and in any order", async () => {
    const [one, two] = [await browser("Tablet 1", null), await browser("Tablet 2", null)];
    await Promise.all([one.round(), two.round()]);
    const job = await one.createJobFrom(named("Blue van"));
    await one.keepPicture(job.id, "p1", Uint8Array.from([9, 8, 7]));
    const first = await (await one.exchange()).updatesSince(null);
    await two.createJobFrom(named("Red van"));
    expect(await (await two.exchange()).takeUpdates(first)).toBeGreaterThan(0);
    await (await two.exchange()).takeUpdates(first);
    expect(await two.loadPicture(job.id, "p1")).toEqual(Uint8Array.from([9, 8, 7]));
    await (await one.exchange()).takeUpdates(await (await two.exchange()).updatesSince(null));
    const names = async ({ database }: Tablet) =>
      (await database.jobs.toArray()).map(({ intake }) => intake.vehicle).sort();
    expect(await names(one)).toEqual(["Blue van", "Red van"]);
    expect(await names(two)).toEqual(["Blue van", "Red van"]);
    await expect((await one.exchange()).takeUpdates(new Blob(["hello"]))).rejects.toThrow("not a file of updates");
  });

  it("do not charge from a cylinder that is in use elsewhere", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    const net = { text: "5", unit: "kg" } as const;
    const containers = [{ id: "cyl", name: "Cylinder 7", net, temperature: { text: "", unit: "degC" } as const }];
    await one.editJob(job.id, (its) => ({
      ...its,
      charge: { ...its.charge, containers },
      steps: { ...its.steps, charge: { ...its.steps.charge, startedAt: its.updatedAt } },
    }));
    await meet(one, two);
    expect(await two.containersElsewhere()).toEqual({ cyl: "Tablet 1" });
    expect(await one.containersElsewhere()).toEqual({});
  });

  it("keep to themselves what is exercise, what cannot be read, and that everything was erased", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await one.database.jobs.add({ ...job, id: "exercise.change-cans.1" });
    await one.database.jobs.add({ id: "broken", note: "no job" } as unknown as Job);
    await meet(one, two);
    expect((await two.database.jobs.toArray()).map(({ id }) => id)).toEqual([job.id]);
    const given = (await two.database.documents.toCollection().primaryKeys()).map(String);
    expect(given.filter((key) => /exercise|broken/.test(key))).toEqual([]);
    // One that cannot be read keeps its place, whatever comes from elsewhere.
    await two.database.jobs.put({ ...job, intake: "damaged" } as unknown as Job);
    await one.editJob(job.id, plated("QT 1"));
    await meet(one, two);
    expect((await two.jobOf(job.id)).intake).toBe("damaged");
    expect((await one.jobOf(job.id)).intake.plate).toBe("QT 1");
    await two.eraseAll();
    expect(await two.database.jobs.count()).toBe(0);
    expect(await two.sharingDevice()).toBeNull();
    await one.round();
    expect((await one.jobOf(job.id)).intake.vehicle).toBe("Blue van");
  });

  it("leave alone a record of a later release, and a picture whose file is not whole", async () => {
    const { one, two, folder } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await one.keepPicture(job.id, "p1", Uint8Array.from([1, 2, 3]));
    await one.round();
    const pictures = await folder.getDirectoryHandle("pictures");
    const [name] = [...pictures.files.keys()] as [string];
    pictures.files.set(name, Uint8Array.from([1, 2]));
    await two.round();
    expect(await two.loadPicture(job.id, "p1")).toBeNull();
    pictures.files.set(name, Uint8Array.from([1, 2, 3]));
    await two.round();
    expect(await two.loadPicture(job.id, "p1")).toEqual(Uint8Array.from([1, 2, 3]));
    const documents = new MemoryDocuments("later000", () => "k1");
    documents.edit(`job/${job.id}`, (document) => document.take({ ...job, version: 99 } as unknown as Tree));
    const shared = new SharedFolder();
    await new SyncDevice(documents.state, documents, { unique: () => "k2", pack: packed, unpack: unpacked }).write(
      shared.view(),
      "2026-06",
    );
    for (const [file, bytes] of shared.files) folder.files.set(file, new Uint8Array(bytes));
    await two.round();
    expect((await two.jobOf(job.id)).version).toBe(job.version);
  });

  it("give out a record that never rests after a while, and another only once it rests", async () => {
    const { one, two } = await pair();
    const job = await one.createJobFrom(named("Blue van"));
    await meet(one, two);
    const platesAfter = async (ms: number) => {
      await one.round(ms);
      await two.round();
      return (await two.jobOf(job.id)).intake.plate;
    };
    const typed = async (plate: string, restsMs: number) => {
      await one.editJob(job.id, plated(plate));
      await one.database.outbox.put({ key: `job/${job.id}`, at: one.now() + 7000 - restsMs });
      return platesAfter(7000);
    };
    expect(await typed("QT 1", 1000)).toBe("");
    expect(await typed("QT 11", 2000)).toBe("QT 11");
    // First seen to change now; seven seconds on; fourteen; and given out after fifteen.
    for (const plate of ["QT 2", "QT 22", "QT 222"]) expect(await typed(plate, 100)).toBe("QT 11");
    expect(await typed("QT 2222", 100)).toBe("QT 2222");
  });

  it("have different names where both were named alike, and a name that somebody gave stays", async () => {
    const folder = new MemoryDirectory();
    const [one, two] = [await browser("Tablet 1", folder), await browser("Tablet 1", folder)];
    await meet(one, two);
    const names = async () =>
      (await Promise.all([one, two].map(({ sharingDevice }) => sharingDevice()))).map((its) => its!.name);
    expect((await names()).sort()).toEqual(["Tablet 1", "Tablet 2"]);
    for (const { renameDevice } of [one, two]) await renameDevice("Office");
    await meet(one, two);
    expect(await names()).toEqual(["Office", "Office"]);
  });
});

describe("a file of this device", () => {
  it("is not written on where it ends elsewhere than this device left it", async () => {
    const folder = new MemoryDirectory();
    const { append } = folderFiles(folder.handle);
    const bytes = Uint8Array.from([1, 2, 3]);
    await append("a_2026-06_x.evrid-updates", 0, bytes);
    await append("a_2026-06_x.evrid-updates", 3, bytes);
    await expect(append("a_2026-06_x.evrid-updates", 3, bytes)).rejects.toThrow("ends at byte 6 where 3");
    await expect(append("a_2026-06_x.evrid-updates", 0, bytes)).rejects.toThrow("another program");
    expect(folder.files.get("a_2026-06_x.evrid-updates")).toHaveLength(6);
  });
});

describe("a working day of four devices", () => {
  it("ends with the same shop on all, every gram and photo there, and only what two really set apart asked about", async () => {
    const { uniform } = seededNoise(20261201);
    const upTo = (n: number) => Math.floor(uniform() * n);
    const folder = new MemoryDirectory();
    const tablets: Tablet[] = [];
    for (const name of tabletNames) tablets.push(await browser(name, folder));
    await meet(...tablets);
    /** Grams and photos that were written down, by job. */
    const grams = new Map<string, number[]>();
    const photos: string[] = [];
    const ids: string[] = [];
    let takenOver = 0;
    const signed = new Set<string>();
    // Ten minutes a step; a device is out of reach of the folder for an hour in five.
    const away = tablets.map(() => 0);
    for (let step = 0; step < 54; step++) {
      for (const [i, tablet] of tablets.entries()) {
        if (away[i] === 0 && uniform() < 0.035) away[i] = 6;
        if (i < 3 && ids.length < 24 && uniform() < 0.2) {
          const { id } = await tablet.createJobFrom(named(`Car ${ids.length + 1}`));
          ids.push(id);
          grams.set(id, []);
        }
        const mine = (await tablet.database.holders.toArray()).filter((one) => one.deviceName === tabletNames[i]);
        const { jobId } = mine[upTo(mine.length)] ?? {};
        if (jobId !== undefined && (await tablet.jobOf(jobId)).signOff.signedAt === null) {
          const weighed = 5 + upTo(300);
          await tablet.editJob(jobId, (job) => drawn(job, "cyl", weighed, job.updatedAt));
          grams.get(jobId)!.push(weighed);
          if (uniform() < 0.3) {
            const photo = `photo-${photos.length}`;
            await tablet.keepPicture(jobId, photo, Uint8Array.from([0xff, 0xd8, photos.length]));
            photos.push(`${jobId}/${photo}`);
          }
          if (uniform() < 0.15) {
            await tablet.editJob(jobId, (job) => tablet.signed(job, papers, job.updatedAt));
            signed.add(jobId);
          }
        }
        // The office takes over what stands for long, and writes the plate down.
        const open = new Set(await tablet.database.visits.filter(({ standing }) => standing === "open").primaryKeys());
        const others = (await tablet.database.holders.toArray()).filter(
          (one) => one.deviceName !== "Office" && open.has(one.jobId),
        );
        if (i === 3 && others.length > 0 && uniform() < 0.1) {
          const taken = others[upTo(others.length)]!.jobId;
          await tablet.takeOverJob(taken, "Achterberg");
          await tablet.editJob(taken, plated(`OF ${step}`));
          takenOver++;
        }
      }
      for (const [i, tablet] of tablets.entries()) {
        if (away[i]! > 0) away[i]!--;
        else await tablet.round();
      }
    }
    await meet(...tablets);
    const [office] = tablets.slice(-1) as [Tablet];
    const shop = async ({ database }: Tablet) =>
      (await database.jobs.orderBy("id").toArray()).map((job) => ({ ...job, updatedAt: "" }));
    const whole = await shop(office);
    expect(whole).toHaveLength(ids.length);
    for (const tablet of tablets) {
      expect(await shop(tablet)).toEqual(whole);
      expect(await tablet.database.photos.toCollection().primaryKeys()).toHaveLength(photos.length);
      expect(await tablet.database.conflicts.toArray()).toEqual(await office.database.conflicts.toArray());
    }
    // What was drawn apart from a signature is named beside it.
    const asked = await office.database.conflicts.toArray();
    const gramsApart = (id: string) =>
      asked
        .filter(({ key }) => key === `job/${id}`)
        .flatMap(({ conflicts }) => conflicts.filter(({ apart }) => apart).flatMap(({ values }) => values))
        .map(({ json }) => (JSON.parse(json!) as { grams: number }).grams);
    for (const { id, ledger } of whole)
      expect([...ledger.map((line) => line.grams), ...gramsApart(id)].sort((a, b) => a - b)).toEqual(
        grams.get(id)!.sort((a, b) => a - b),
      );
    expect(whole.filter(({ signOff }) => signOff.signedAt !== null)).toHaveLength(signed.size);
    expect([ids.length, takenOver > 2, signed.size > 5, photos.length > 10]).toEqual([24, true, true, true]);
  });
});
