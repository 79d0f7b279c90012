// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { writeJobFile } from "@/core/records/files/job-file";
import { demoJobs } from "@/demo/demo-jobs";
import { contentOf } from "../../tests/support/shop-files";
import { shopJobs } from "../../tests/support/shop-jobs";

const at = new Date("2026-06-01T10:00:00.000Z");

/** The data of a page that is loaded now. */
async function page() {
  vi.resetModules();
  const [workshop, { database }, jobs, shop, imports, demo, copies, staging] = await Promise.all([
    import("./workshop"),
    import("./database"),
    import("./jobs"),
    import("./shop"),
    import("./import"),
    import("./demo-records"),
    import("./copies"),
    import("./staging"),
  ]);
  await database.open();
  return { ...workshop, database, ...jobs, ...shop, ...imports, ...demo, ...copies, ...staging };
}
async function saved({ exportCopy }: Awaited<ReturnType<typeof page>>): Promise<Blob> {
  const made = await exportCopy();
  if (!made.ok) throw new Error(made.issue.code);
  return made.value;
}
const onServer = (kind: "shop" | "demo") => {
  document.documentElement.dataset.server = kind;
};

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("location", { assign: vi.fn(), reload: vi.fn() });
});
afterEach(() => vi.unstubAllGlobals());

describe("the workshop of a page", () => {
  it("is the one its server opens until another is chosen, and again on a server of another kind", async () => {
    onServer("shop");
    const first = await page();
    expect([first.workshop, first.database.name]).toEqual(["shop", "evrid"]);
    first.openWorkshop("demo");
    expect(window.location.assign).toHaveBeenCalledWith("/");
    expect((await page()).database.name).toBe("evrid-demo");
    onServer("demo");
    const demo = await page();
    expect(demo.workshop).toBe("demo");
    demo.openWorkshop("shop");
    expect((await page()).workshop).toBe("shop");
    localStorage.setItem("evrid-workshop", "{ broken");
    expect((await page()).workshop).toBe("demo");
  });

  it("out of the offline cache is what was heard of the server last, and is corrected when it answers", async () => {
    onServer("demo");
    localStorage.setItem("evrid-workshop", JSON.stringify({ server: "shop", workshop: "shop" }));
    vi.stubGlobal("navigator", { ...navigator, serviceWorker: { controller: {} }, locks: undefined });
    const here = await page();
    expect(here.workshop).toBe("shop");
    vi.stubGlobal("fetch", async () => Response.json({ demo: false }));
    await here.checkServer();
    expect(window.location.reload).not.toHaveBeenCalled();
    vi.stubGlobal("fetch", async () => Response.json({ demo: true }));
    await here.checkServer();
    expect(window.location.reload).toHaveBeenCalledOnce();
    expect((await page()).workshop).toBe("demo");
  });
});

describe("a worker", () => {
  it("works for the workshop that it is named after, and without a name for the shop", async () => {
    for (const [name, workshop, stored] of [
      ["demo", "demo", "evrid-demo"],
      ["shop", "shop", "evrid"],
      ["", "shop", "evrid"],
    ]) {
      vi.stubGlobal("document", undefined);
      vi.stubGlobal("name", name);
      const worker = await page();
      expect([worker.workshop, worker.database.name]).toEqual([workshop, stored]);
      vi.unstubAllGlobals();
    }
  });
});

describe("two workshops in one browser", () => {
  it("share no record: each refuses a file of the other, a single job's too", async () => {
    onServer("shop");
    const shop = await page();
    await shop.eraseAll();
    for (const job of shopJobs(at)) await shop.putBack(job);
    const shopFile = await saved(shop);
    shop.openWorkshop("demo");
    const demo = await page();
    await demo.eraseAll();
    expect((await demo.listJobs()).jobs).toEqual([]);
    await demo.addDemoJobs(demoJobs(at));
    expect((await demo.createJob()).purpose).toBe("demo");
    // Nothing invented needs a copy.
    await (await import("./choices")).changeChoices({ units: "us" });
    const { unsaved, others } = await demo.howCopied();
    expect([unsaved, others]).toEqual([0, {}]);
    const demoFile = await saved(demo);
    for (const file of [shopFile, new Blob([writeJobFile(shopJobs(at)[0]!)])])
      expect(await demo.stageFile(file, "a")).toMatchObject({ ok: false, issue: { code: "other-workshop" } });
    expect(await demo.stageFile(demoFile, "a")).toMatchObject({ value: { counts: { jobs: { same: 4 } } } });
    demo.openWorkshop("shop");
    const again = await page();
    expect((await again.listJobs()).jobs).toHaveLength(3);
    expect((await again.createJob()).purpose).toBe("work");
    for (const file of [demoFile, new Blob([writeJobFile(demoJobs(at)[0]!)])])
      expect(await again.stageFile(file, "a")).toMatchObject({ ok: false, issue: { code: "other-workshop" } });
    expect(await again.database.staged.count()).toBe(0);
    // A file that mixes them loses what is invented, by name.
    const jobs = [...shopJobs(at), demoJobs(at)[0]];
    const mixed = await contentOf(JSON.stringify({ format: "evrid.shop", version: 5, workshop: "shop", jobs }));
    expect(mixed.jobs).toHaveLength(3);
    expect(mixed.broken).toMatchObject([
      { list: "jobs", place: 4, issue: { code: "other-workshop", workshop: "demo" } },
    ]);
  });

  it("take apart what an earlier release kept together, once, and keep what was gone on with", async () => {
    onServer("demo");
    await (await page()).addDemoJobs(demoJobs(at));
    onServer("shop");
    const shop = await page();
    await shop.eraseAll();
    const [own] = shopJobs(at);
    const [van, estate] = demoJobs(at);
    const went = {
      ...van!,
      updatedAt: "2026-06-02T10:00:00.000Z",
      intake: { ...van!.intake, complaint: "gone on with" },
    };
    await shop.putBack({ ...own!, id: "own" });
    await shop.putBack(went);
    await shop.putBack(estate!);
    expect(await shop.moveDemoRecords()).toBe(2);
    expect((await shop.listJobs()).jobs.map(({ id }) => id)).toEqual(["own"]);
    expect(await shop.database.vehicleRows.count()).toBe(1);
    expect(await shop.moveDemoRecords()).toBe(0);
    shop.openWorkshop("demo");
    const demo = await page();
    const { settleIndexOnce } = await import("./record-index");
    await settleIndexOnce();
    const { jobs } = await demo.listJobs();
    expect(jobs.find(({ id }) => id === van!.id)?.intake.complaint).toBe("gone on with");
    expect(jobs.map(({ id }) => id)).toContain(estate!.id);
    expect(await demo.moveDemoRecords()).toBe(0);
  });
});

describe("the demo workshop", () => {
  it("reads as the shop does, until something is chosen in it", async () => {
    onServer("shop");
    const shop = await page();
    const chosen = await import("./choices");
    await chosen.changeChoices({ units: "us", technician: "Ines Falk" });
    shop.openWorkshop("demo");
    await (await page()).eraseAll();
    const { changeChoices, loadChoices, readAsTheShop } = await import("./choices");
    await readAsTheShop();
    // The shop's own writes stay in it.
    expect(await loadChoices()).toMatchObject({ units: "us", technician: "" });
    await changeChoices({ units: "bar" });
    await readAsTheShop();
    expect((await loadChoices()).units).toBe("bar");
  });
});
