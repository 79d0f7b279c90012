// @vitest-environment happy-dom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { ArchiveWorkerApi } from "@/worker/archive-protocol";
import { makeCopy, useArchive } from "./archive";

const worker = vi.hoisted(() => ({
  api: {} as Partial<Record<keyof ArchiveWorkerApi, (...args: never[]) => unknown>>,
  closed: 0,
}));
vi.mock("@/worker/archive-client", () => ({
  connectArchive: () => ({ api: worker.api, listen: <F,>(hears: F) => hears, close: () => worker.closed++ }),
}));

afterEach(cleanup);

describe("a task on an archive", () => {
  it("tells its progress, is the only one of its view, and ends its worker", async () => {
    const { result } = renderHook(useArchive);
    let finish: (answer: object) => void = () => undefined;
    worker.closed = 0;
    worker.api = {
      exportCopy: (onProgress: (told: object) => void) => {
        onProgress({ step: "writing", done: 1, all: 2 });
        return new Promise((resolve) => {
          finish = resolve;
        });
      },
    };
    let first: Promise<unknown> = Promise.resolve();
    await act(async () => {
      first = result.current.run((api, onProgress) => api.exportCopy(onProgress));
    });
    expect(result.current).toMatchObject({ busy: true, progress: { step: "writing", done: 1, all: 2 } });
    const second = await result.current.run((api, onProgress) => api.exportCopy(onProgress));
    expect(second).toEqual({ ok: false, issue: { code: "busy" } });
    await act(async () => {
      finish({ ok: true, value: "copy" });
      expect(await first).toEqual({ ok: true, value: "copy" });
    });
    expect(result.current).toMatchObject({ busy: false, progress: null });
    expect(worker.closed).toBe(1);
  });

  it("whose worker stops is answered with the reason, and the next one runs", async () => {
    const { result } = renderHook(useArchive);
    worker.api = { exportCopy: () => Promise.reject(new Error("out of memory")) };
    await act(async () => {
      const answer = await result.current.run((api, onProgress) => api.exportCopy(onProgress));
      expect(answer).toEqual({ ok: false, issue: { code: "failed", reason: "out of memory" } });
    });
    expect(result.current.busy).toBe(false);
    await expect(makeCopy()).rejects.toThrow("out of memory");
  });
});
