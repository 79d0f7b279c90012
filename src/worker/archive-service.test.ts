import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Progress } from "@/core/records/files/archive-task";
import type { Job } from "@/core/records/job";
import { database } from "@/data/database";
import { eraseAll } from "@/data/shop";
import { shopJobs } from "../../tests/support/shop-jobs";
import { archiveApi } from "./archive-service";

const jobs = shopJobs(new Date("2026-06-01T10:00:00.000Z")) as Job[];
const nothing = () => undefined;
const file = () => new Blob([JSON.stringify({ format: "evrid.shop", version: 5, jobs })]);

beforeEach(eraseAll);

describe("the worker of archives", () => {
  it("reads a file, stores it, writes it again and takes it back", async () => {
    const told: Progress[] = [];
    const staged = await archiveApi.stage(file(), "shop.json", (progress) => told.push(progress));
    if (!staged.ok || !staged.value.ok) throw new Error("not staged");
    expect(told[0]).toEqual({ step: "reading", done: 3, all: 3 });
    const stored = await archiveApi.apply(staged.value.value, new Map(), nothing);
    if (!stored.ok) throw new Error("not stored");
    expect(await database.jobs.count()).toBe(3);
    expect(await archiveApi.exportCopy(nothing)).toMatchObject({ ok: true, value: { ok: true } });
    expect(await archiveApi.exportVehicle("nobody", nothing)).toEqual({ ok: true, value: null });
    expect(await archiveApi.undo(stored.value, nothing)).toEqual({ ok: true, value: { back: 3, stayed: 0 } });
    expect(await database.jobs.count()).toBe(0);
  });

  it("says why something failed, and tells a cancelled call from a failed one", async () => {
    const preview = await archiveApi.stage(file(), "a", nothing);
    if (!preview.ok || !preview.value.ok) throw new Error("not staged");
    await database.staged.clear();
    const gone = await archiveApi.apply(preview.value.value, new Map(), nothing);
    expect(gone).toMatchObject({
      ok: false,
      issue: { code: "no-longer-staged" },
    });
    vi.spyOn(database.staged, "add").mockRejectedValueOnce(new Error("the disk is full"));
    expect(await archiveApi.stage(file(), "a", nothing)).toEqual({
      ok: false,
      issue: { code: "failed", reason: "the disk is full" },
    });
    const cancelled = archiveApi.stage(file(), "a", () => archiveApi.cancel());
    expect(await cancelled).toEqual({ ok: false, issue: { code: "cancelled" } });
    expect(await database.staged.count()).toBe(0);
    // The next call is its own.
    expect(await archiveApi.stage(file(), "a", nothing)).toMatchObject({ ok: true });
  });
});
