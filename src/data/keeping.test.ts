import { afterEach, describe, expect, it, vi } from "vitest";
import { askToKeep, storageState } from "./keeping";

const browserThat = (storage: Partial<Record<keyof StorageManager, unknown>> | undefined) =>
  vi.stubGlobal("navigator", { storage });

afterEach(() => vi.unstubAllGlobals());

describe("how a browser keeps what is stored", () => {
  it("is told as the browser tells it, and asked for once it is asked", async () => {
    let kept = false;
    browserThat({
      persisted: async () => kept,
      persist: async () => {
        kept = true;
        return kept;
      },
      estimate: async () => ({ usage: 30e6, quota: 100e6 }),
    });
    expect(await storageState()).toEqual({ persistent: false, usedShare: 0.3, littleRoom: false });
    expect(await askToKeep()).toBe(true);
    expect((await storageState()).persistent).toBe(true);
  });

  it("is a warning before the room is used up, and nothing made up where the browser says nothing", async () => {
    browserThat({ persisted: async () => true, estimate: async () => ({ usage: 81e6, quota: 100e6 }) });
    expect(await storageState()).toMatchObject({ littleRoom: true });
    browserThat({ persisted: () => Promise.reject(new Error("no")), estimate: () => Promise.reject(new Error("no")) });
    expect(await storageState()).toEqual({ persistent: null, usedShare: null, littleRoom: false });
    browserThat(undefined);
    expect(await storageState()).toEqual({ persistent: null, usedShare: null, littleRoom: false });
    expect(await askToKeep()).toBeNull();
    browserThat({ estimate: async () => ({ usage: 5, quota: 0 }) });
    expect((await storageState()).littleRoom).toBe(false);
  });
});
