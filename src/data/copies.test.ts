import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Progress } from "@/core/records/files/archive-task";
import { eraseWord } from "@/core/records/files/copies";
import { contentOf, copied, readIn } from "../../tests/support/shop-files";
import { allowFolder, chooseFolder, copyToFolder, forgetFolder, howCopied, noteCopied, noteJobSaved } from "./copies";
import { database } from "./database";
import { createJob, editJob } from "./jobs";
import { keepPicture } from "./photos";
import { eraseAll, exportCopy } from "./shop";

/** A folder as the browser hands one out, in memory. */
function folder(permission: PermissionState = "granted") {
  const files = new Map<string, Blob>();
  const handle = {
    name: "Workshop copies",
    files,
    queryPermission: async () => permission,
    requestPermission: async () => "granted" as const,
    getFileHandle: async (name: string) => ({
      createWritable: async () => {
        const pieces: Blob[] = [];
        return {
          write: async (piece: Blob) => void pieces.push(piece),
          close: async () => void files.set(name, new Blob(pieces)),
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
  it("count the jobs that no copy has yet", async () => {
    await createJob();
    const second = await createJob();
    expect(await howCopied()).toMatchObject({ unsaved: 2, lastAt: null, folder: null, allowed: false });
    await noteCopied(new Date(Date.now() + 1000).toISOString());
    expect((await howCopied()).unsaved).toBe(0);
    vi.setSystemTime(Date.now() + 5000);
    await editJob(second.id, (job) => ({ ...job, altitude: { text: "9", unit: "m" } }));
    vi.useRealTimers();
    expect((await howCopied()).unsaved).toBe(1);
  });

  it("count a job as saved once its file was, until it changes again", async () => {
    const [one, other] = [await createJob(), await createJob()];
    await noteJobSaved(one);
    await noteJobSaved(other);
    expect((await howCopied()).unsaved).toBe(0);
    vi.setSystemTime(Date.now() + 5000);
    const edited = await editJob(one.id, (job) => ({ ...job, altitude: { text: "9", unit: "m" } }));
    vi.useRealTimers();
    expect(await howCopied()).toMatchObject({ unsaved: 1, lastAt: null });
    // A file of the state before is no copy of this one.
    await noteJobSaved(one);
    expect((await howCopied()).unsaved).toBe(1);
    await noteJobSaved(edited);
    expect((await howCopied()).unsaved).toBe(0);
  });

  it("count the photos of a saved job's file with it", async () => {
    const job = await createJob();
    const photo = { id: "p", step: "look", at: job.createdAt, width: 9, height: 9, bytes: 3 } as const;
    await keepPicture(job.id, photo.id, new Uint8Array([0xff, 0xd8, 0xff]));
    expect((await howCopied()).others).toEqual({ photo: 1 });
    await noteJobSaved({ ...job, photos: [photo] });
    expect((await howCopied()).others).toEqual({});
  });

  it("go into the folder as a file a day that reads back whole; the oldest go when there are many", async () => {
    const shelf = folder();
    // The store cannot hold functions; the test keeps the handle where the store would.
    vi.spyOn(database.folders, "get").mockImplementation((async () => ({ name: "copies", handle: shelf })) as never);
    const job = await createJob();
    for (let day = 1; day <= 16; day++)
      expect(await copyToFolder(exportCopy, new Date(`2026-06-${String(day).padStart(2, "0")}T09:00:00.000Z`))).toBe(
        true,
      );
    expect([...shelf.files.keys()].sort()[0]).toBe("evrid-copy-2026-06-03.zip");
    expect(shelf.files.size).toBe(14);
    const { jobs } = await contentOf(shelf.files.get("evrid-copy-2026-06-16.zip")!);
    expect(jobs.map(({ id }) => id)).toEqual([job.id]);
    expect(await howCopied()).toMatchObject({ lastAt: "2026-06-16T09:00:00.000Z", folder: "Workshop copies" });
    vi.restoreAllMocks();
  });

  it("are none where the file could not be read in again, or lacks a record: older ones stay and nothing counts as copied", async () => {
    const place = folder();
    vi.spyOn(database.folders, "get").mockImplementation((async () => ({ name: "copies", handle: place })) as never);
    await createJob();
    await copyToFolder(exportCopy, new Date("2026-06-01T10:00:00.000Z"));
    const before = [[...place.files], await howCopied()];
    // One that cannot be read is in the file, and counts.
    await database.jobs.put({ ...(await createJob()), rest: null } as never);
    expect(await exportCopy()).toMatchObject({ ok: true });
    // A record that the store does not hand out though it has it.
    const all = await database.jobs.toArray();
    const lossy = vi
      .spyOn(database.jobs, "where")
      .mockReturnValue({ between: () => ({ toArray: async () => all.slice(1) }) } as never);
    expect(await exportCopy()).toEqual({
      ok: false,
      issue: { code: "incomplete", list: "jobs", stored: 2, read: 1 },
    });
    await expect(copyToFolder(exportCopy, new Date("2026-06-02T10:00:00.000Z"))).rejects.toThrow(
      "could not be read back",
    );
    lossy.mockRestore();
    expect([[...place.files], { ...(await howCopied()), unsaved: 0 }]).toEqual([
      before[0],
      { ...(before[1] as object), unsaved: 0 },
    ]);
    vi.restoreAllMocks();
  });

  it("include the file that filled an empty store, and no other that was read in", async () => {
    const job = await createJob();
    const file = await copied();
    await eraseAll();
    await readIn(file);
    expect(await howCopied()).toMatchObject({ unsaved: 0, others: {} });
    expect((await howCopied()).lastAt).not.toBeNull();
    await eraseAll();
    await createJob();
    await readIn(file);
    expect(await database.jobs.get(job.id)).toBeDefined();
    expect(await howCopied()).toMatchObject({ lastAt: null, unsaved: 2 });
  });

  it("report how far they are, and end when they are cancelled, with nothing written", async () => {
    for (let i = 0; i < 3; i++) await createJob();
    const told: Progress[] = [];
    expect(await exportCopy({ onProgress: (now) => told.push(now) })).toMatchObject({ ok: true });
    expect(told).toContainEqual({ step: "writing", done: 3, all: 3 });
    expect(told.at(-1)).toEqual({ step: "checking", done: 3, all: 3 });
    const ends = new AbortController();
    const onProgress = () => ends.abort();
    await expect(exportCopy({ onProgress, signal: ends.signal })).rejects.toThrow(/abort/i);
    expect((await howCopied()).unsaved).toBe(3);
  });

  it("decide what is typed before everything is erased", () => {
    const all = { lastAt: "2026-06-01T10:00:00.000Z", unsaved: 0, others: {} };
    expect(eraseWord(204, all)).toBe("erase");
    expect(eraseWord(204, { ...all, lastAt: null })).toBe("erase 204 jobs");
    expect(eraseWord(204, { ...all, unsaved: 1 })).toBe("erase 204 jobs");
    expect(eraseWord(1, { ...all, others: { cylinder: 2 } })).toBe("erase 1 job");
    expect(eraseWord(0, { ...all, lastAt: null })).toBe("erase");
  });

  it("wait where the browser wants to be asked again, and are none without a folder", async () => {
    const shelf = folder("prompt");
    vi.spyOn(database.folders, "get").mockImplementation((async () => ({ name: "copies", handle: shelf })) as never);
    expect(await copyToFolder(exportCopy)).toBe(false);
    expect(shelf.files.size).toBe(0);
    expect(await allowFolder()).toBe(true);
    vi.restoreAllMocks();
    expect(await copyToFolder(exportCopy)).toBe(false);
    await chooseFolder(asHandle({ name: "plain" } as never));
    expect((await howCopied()).folder).toBe("plain");
    await forgetFolder();
    expect((await howCopied()).folder).toBeNull();
  });
});
