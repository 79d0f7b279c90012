import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { readShopFile } from "@/core/records/shop-file";
import { allowFolder, chooseFolder, copyToFolder, forgetFolder, howCopied, noteCopied } from "./copies";
import { database } from "./database";
import { createJob, editJob } from "./jobs";
import { eraseAll } from "./shop";

/** A folder as the browser hands one out, in memory. */
function folder(permission: PermissionState = "granted") {
  const files = new Map<string, string>();
  const handle = {
    name: "Workshop copies",
    files,
    queryPermission: async () => permission,
    requestPermission: async () => "granted" as const,
    getFileHandle: async (name: string) => ({
      createWritable: async () => {
        let text = "";
        return {
          write: async (more: string) => {
            text += more;
          },
          close: async () => void files.set(name, text),
        };
      },
    }),
    removeEntry: async (name: string) => void files.delete(name),
    async *keys() {
      yield* [...files.keys()];
    },
  };
  return handle;
}
const asHandle = (given: ReturnType<typeof folder>) => given as unknown as FileSystemDirectoryHandle;

beforeEach(eraseAll);

describe("copies of everything", () => {
  it("count the jobs that no copy has yet, made-up ones left out", async () => {
    await createJob();
    const second = await createJob();
    await database.visits.put({ ...(await database.visits.get(second.id))!, jobId: "demo-x" });
    expect(await howCopied()).toMatchObject({ unsaved: 2, lastAt: null, folder: null, allowed: false });
    await noteCopied(new Date(Date.now() + 1000).toISOString());
    expect((await howCopied()).unsaved).toBe(0);
    vi.setSystemTime(Date.now() + 5000);
    await editJob(second.id, (job) => ({ ...job, altitude: { text: "9", unit: "m" } }));
    vi.useRealTimers();
    expect((await howCopied()).unsaved).toBe(1);
  });

  it("go into the folder as a file a day that reads back whole; the oldest go when there are many", async () => {
    const shelf = folder();
    // The store cannot hold functions; the test keeps the handle where the store would.
    vi.spyOn(database.folders, "get").mockImplementation((async () => ({ name: "copies", handle: shelf })) as never);
    const job = await createJob();
    for (let day = 1; day <= 16; day++)
      expect(await copyToFolder(new Date(`2026-06-${String(day).padStart(2, "0")}T09:00:00.000Z`))).toBe(true);
    expect([...shelf.files.keys()].sort()[0]).toBe("evrid-copy-2026-06-03.json");
    expect(shelf.files.size).toBe(14);
    const read = readShopFile(shelf.files.get("evrid-copy-2026-06-16.json")!);
    expect(read.ok && read.value.jobs.map(({ id }) => id)).toEqual([job.id]);
    expect(await howCopied()).toMatchObject({ lastAt: "2026-06-16T09:00:00.000Z", folder: "Workshop copies" });
    vi.restoreAllMocks();
  });

  it("wait where the browser wants to be asked again, and are none without a folder", async () => {
    const shelf = folder("prompt");
    vi.spyOn(database.folders, "get").mockImplementation((async () => ({ name: "copies", handle: shelf })) as never);
    expect(await copyToFolder()).toBe(false);
    expect(shelf.files.size).toBe(0);
    expect(await allowFolder()).toBe(true);
    vi.restoreAllMocks();
    expect(await copyToFolder()).toBe(false);
    await chooseFolder(asHandle({ name: "plain" } as never));
    expect((await howCopied()).folder).toBe("plain");
    await forgetFolder();
    expect((await howCopied()).folder).toBeNull();
  });
});
