import { describe, expect, it } from "vitest";
import { contentOf } from "../../../../tests/support/shop-files";
import { shopJobs } from "../../../../tests/support/shop-jobs";
import { usualChoices } from "../choices";
import { type Job, MOST_PHOTO_BYTES } from "../job";
import { newContainer } from "../stock/container";
import { newVehicle } from "../vehicles/vehicle";
import { archiveWriter } from "./archive";
import { writeJobFile } from "./job-file";
import { openShopFile } from "./shop-parts";

const at = "2026-06-01T10:00:00.000Z";
const [van, , pickup] = shopJobs(new Date(at)) as [Job, Job, Job];
const jpeg = new Uint8Array([0xff, 0xd8, 0xff, 9]);
const photo = (id: string) => ({ id, step: "look" as const, at, width: 9, height: 9, bytes: 4 });

describe("a shop out of an archive", () => {
  it("is what went in, photos as they were; what is no record or no picture is named", async () => {
    const writer = archiveWriter({ workshop: "shop", writtenAt: at });
    const taken = { ...van, photos: [photo("a"), photo("large"), photo("text")] };
    await writer.add("jobs", [taken, { ...pickup, rest: null }, pickup]);
    await writer.add("vehicles", [newVehicle("v", "Van", at)]);
    await writer.add("containers", [
      newContainer("c", at, { name: "Cylinder", kind: "cylinder", refrigerant: "R134a" }),
    ]);
    await writer.add("choices", [usualChoices]);
    await writer.photo(van.id, "a", jpeg);
    const large = new Uint8Array(MOST_PHOTO_BYTES + 1);
    large.set(jpeg);
    await writer.photo(van.id, "large", large);
    await writer.photo(van.id, "text", new TextEncoder().encode("no picture"));
    await writer.photo("__proto__", "polluted", jpeg);
    await writer.photo(van.id, "named by nobody", jpeg);
    const shop = await contentOf((await writer.close()).archive);
    expect(shop.workshop).toBe("shop");
    expect(shop.jobs).toEqual([taken, pickup]);
    expect([shop.vehicles.length, shop.containers.length, shop.choices]).toEqual([1, 1, [usualChoices]]);
    expect(shop.pictures).toEqual([{ owner: van.id, id: "a", jpeg }]);
    expect(shop.broken).toMatchObject([
      { list: "jobs", place: 2, issue: { field: "rest" } },
      { list: "pictures", issue: { field: "large" } },
      { list: "pictures", issue: { field: "text" } },
    ]);
    expect({}).not.toHaveProperty("polluted");
  });

  it("of the demo workshop holds the demo's jobs alone", async () => {
    const writer = archiveWriter({ workshop: "demo", writtenAt: at });
    await writer.add("jobs", [pickup, { ...pickup, id: "d", purpose: "demo" }]);
    const shop = await contentOf((await writer.close()).archive);
    expect(shop.jobs.map(({ id }) => id)).toEqual(["d"]);
    expect(shop.broken).toMatchObject([{ place: 1, issue: { code: "other-workshop", workshop: "shop" } }]);
  });

  it("is told from JSON by its first letters, and from what is neither", async () => {
    expect((await contentOf(new Blob([writeJobFile(pickup)]))).jobs).toEqual([pickup]);
    expect(await openShopFile(new Blob(["PK, but no archive"]))).toMatchObject({ issue: { code: "not-archive" } });
    expect(await openShopFile(new Blob(["what?"]))).toMatchObject({ issue: { code: "not-json" } });
    expect(await openShopFile(new Blob([]))).toMatchObject({ issue: { code: "not-json" } });
  });
});
