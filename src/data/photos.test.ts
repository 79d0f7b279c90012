import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { writeJobFile } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { newVehicle } from "@/core/records/vehicles/vehicle";
import { contentOf, copied, readIn } from "../../tests/support/shop-files";
import { shopJobs } from "../../tests/support/shop-jobs";
import { database } from "./database";
import { clearRemoved, listJobs, removeJob } from "./jobs";
import { clearPictures, keepPicture, loadPicture, picturesOf } from "./photos";
import { settleIndex } from "./record-index";
import { countStored, eraseAll, exportVehicle } from "./shop";
import { editVehicle, joinVehicles } from "./vehicles";

const [van, estate] = shopJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job, Job];
const jpeg = new Uint8Array([0xff, 0xd8, 0xff, 7]);
const photo = { id: "belt", step: "look", at: "2026-06-01T10:05:00.000Z", width: 800, height: 600, bytes: 4 } as const;
const shown: Job = { ...van, photos: [photo] };

beforeEach(eraseAll);

describe("photos of a job", () => {
  it("are kept beside the record, found by it, and counted", async () => {
    await database.jobs.bulkAdd([shown, estate]);
    await keepPicture(shown.id, "belt", jpeg);
    expect(await loadPicture(shown.id, "belt")).toEqual(jpeg);
    expect(await loadPicture(estate.id, "belt")).toBeNull();
    expect([...(await picturesOf(shown))]).toEqual([["belt", jpeg]]);
    // A record that names a picture which is not here is still read.
    expect((await picturesOf({ ...shown, id: "elsewhere" })).size).toBe(0);
    expect((await countStored()).photos).toBe(1);
    await eraseAll();
    expect((await countStored()).photos).toBe(0);
  });

  it("come with a job's file, and a copy has its own", async () => {
    const from = async (job: Job, last: number) => {
      const text = writeJobFile(job, new Map([["belt", new Uint8Array([0xff, 0xd8, 0xff, last])]]));
      await readIn(text, new Map([[shown.id, "beside"]]));
    };
    await from(shown, 7);
    expect((await loadPicture(shown.id, "belt"))?.at(-1)).toBe(7);
    await from({ ...shown, intake: { ...shown.intake, complaint: "something else" } }, 8);
    const copy = (await database.jobs.toArray()).find(({ id }) => id !== shown.id)!;
    expect((await loadPicture(copy.id, "belt"))?.at(-1)).toBe(8);
    expect((await loadPicture(shown.id, "belt"))?.at(-1)).toBe(7);
  });

  it("stay as long as their job can be put back, and go with it", async () => {
    await database.jobs.bulkAdd([shown, { ...estate, photos: [photo] }]);
    for (const job of [shown, estate]) await keepPicture(job.id, "belt", jpeg);
    const then = Date.parse("2026-06-02T10:00:00.000Z");
    await removeJob(shown.id, then);
    await clearRemoved(then + 86_400_000);
    expect(await loadPicture(shown.id, "belt")).toEqual(jpeg);
    await clearRemoved(then + 60 * 86_400_000);
    expect(await loadPicture(shown.id, "belt")).toBeNull();
    expect(await loadPicture(estate.id, "belt")).toEqual(jpeg);
    await settleIndex();
    expect((await listJobs()).jobs).toHaveLength(1);
  });
});

describe("photos of a vehicle", () => {
  const { step: _, ...port } = { ...photo, id: "port" };
  const stored = { ...newVehicle("car", "Kiln van", photo.at), photos: [port] };

  it("go with its file into another store, and stay when two records turn out to be one car", async () => {
    await database.vehicles.put(stored);
    await keepPicture("port", "port", jpeg);
    await editVehicle("car", { plate: "KH 2201" });
    const vehicle = await exportVehicle("car");
    if (!vehicle?.ok) throw new Error("no file");
    for (const file of [vehicle.value, await copied()]) {
      await eraseAll();
      expect((await contentOf(file)).broken).toEqual([]);
      await readIn(file);
      expect(await database.vehicles.get("car")).toMatchObject({ plate: "KH 2201", photos: [port] });
      expect(await loadPicture("port", "port")).toEqual(jpeg);
    }
    await database.vehicles.put(newVehicle("other", "White van", photo.at));
    await joinVehicles("other", "car");
    await clearPictures();
    expect(await database.vehicles.get("other")).toMatchObject({ photos: [port] });
    expect(await loadPicture("port", "port")).toEqual(jpeg);
  });

  it("go once no record names them, but none goes while a record cannot be read", async () => {
    await database.vehicles.put({ ...stored, note: 3 } as never);
    await keepPicture("port", "port", jpeg);
    await keepPicture("nobody", "nobody", jpeg);
    await clearPictures();
    expect(await database.photos.count()).toBe(2);
    await database.vehicles.put(stored);
    await clearPictures();
    expect(await loadPicture("port", "port")).toEqual(jpeg);
    expect(await loadPicture("nobody", "nobody")).toBeNull();
    await editVehicle("car", () => ({ photos: [] }));
    await clearPictures();
    expect(await database.photos.count()).toBe(0);
  });
});
