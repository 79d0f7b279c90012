import { afterEach, describe, expect, it, vi } from "vitest";
import type { UndoStep } from "@/core/records/undo";
import { loadUndo, saveUndo } from "./undo-steps";

const step: UndoStep = {
  at: 5,
  typed: null,
  inverse: [{ op: "replace", path: ["rest"], value: {} }],
  left: [],
  wrote: [],
};

function storage(broken: Partial<Storage> = {}): void {
  const kept = new Map<string, string>();
  vi.stubGlobal("sessionStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    ...broken,
  });
}

afterEach(() => vi.unstubAllGlobals());

describe("steps that can be taken back", () => {
  it("are kept a job, over a reload", () => {
    storage();
    saveUndo("van", [step]);
    expect(loadUndo("van")).toEqual([step]);
    expect(loadUndo("estate")).toEqual([]);
  });

  it("are none where the browser keeps nothing, or something else stands there; nothing fails for it", () => {
    storage({
      setItem: () => {
        throw new DOMException("full", "QuotaExceededError");
      },
    });
    expect(() => saveUndo("van", [step])).not.toThrow();
    expect(loadUndo("van")).toEqual([]);
    storage({ getItem: () => "{ not json" });
    expect(loadUndo("van")).toEqual([]);
    storage({ getItem: () => '{"a":1}' });
    expect(loadUndo("van")).toEqual([]);
    vi.stubGlobal("sessionStorage", undefined);
    expect(loadUndo("van")).toEqual([]);
    expect(() => saveUndo("van", [step])).not.toThrow();
  });
});
