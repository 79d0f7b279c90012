// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { emptyQuickDesk } from "@/core/records/quick-desk";
import type { VehicleWords } from "@/core/records/vehicles/vehicle";
import { entry } from "@/core/units/entry";
import { database } from "@/data/database";
import { putBack } from "@/data/jobs";
import { loadQuickDesk } from "@/data/quick-desk";
import { settleIndex } from "@/data/record-index";
import { eraseAll } from "@/data/shop";
import { editVehicle, vehicleNamed } from "@/data/vehicles";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { useQuickDesk } from "../quick-desk";
import { useVehicleWords } from "../vehicle-words";
import { warnBeforeLeaving } from "./refused-changes";
import {
  forgetRefusedWords,
  recallRefusedWords,
  refusedWords,
  storeRefusedWords,
  useRefusedWords,
} from "./refused-words";

const [van] = shopJobs(new Date("2026-06-01T10:00:00.000Z"));
const blank: VehicleWords = { name: "Fennick Bakery, van 3", plate: "", owner: "", note: "" };
const record = async (id: string) => database.vehicles.get(id);
const full = () => Promise.reject(new DOMException("the disk is full", "QuotaExceededError"));
const kept = () => sessionStorage.getItem("evrid-refused-words") ?? "[]";

let id: string;
beforeEach(async () => {
  sessionStorage.clear();
  await eraseAll();
  await putBack(van!);
  await settleIndex();
  id = await editVehicle((await vehicleNamed(van!.intake.vehicle))!.id, {});
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  for (const one of [`vehicle ${id}`, "desk"]) forgetRefusedWords(one);
});

describe("words about a vehicle that the store refused", () => {
  it("stay in their fields, are tried again by themselves, and hold every field typed meanwhile", async () => {
    const put = vi.spyOn(database.vehicles, "put").mockImplementation(full as never);
    const { result } = renderHook(() => useVehicleWords(id, blank, () => undefined));
    act(() => result.current.change({ note: "Low port behind the battery" }));
    await waitFor(() => expect(result.current.failure).toContain("the disk is full"));
    act(() => result.current.change({ owner: "Fennick" }));
    expect(result.current.words).toMatchObject({ note: "Low port behind the battery", owner: "Fennick" });
    await waitFor(() => expect(kept()).toContain("Fennick"));
    put.mockRestore();
    await waitFor(() => expect(result.current.failure).toBeNull(), { timeout: 8000 });
    expect(await record(id)).toMatchObject({ note: "Low port behind the battery", owner: "Fennick" });
    expect(kept()).toBe("[]");
  });

  it("are offered in every view once theirs is left, over a reload, and stored from there", async () => {
    const stop = warnBeforeLeaving();
    const leaves = () => {
      const event = new Event("beforeunload", { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    const put = vi.spyOn(database.vehicles, "put").mockImplementation(full as never);
    const view = renderHook(() => useVehicleWords(id, blank, () => undefined));
    act(() => view.result.current.change({ note: "Low port behind the battery" }));
    await waitFor(() => expect(view.result.current.failure).not.toBeNull());
    view.unmount();
    const notices = renderHook(() => useRefusedWords());
    expect(notices.result.current).toMatchObject([{ kind: "vehicle", name: blank.name, open: false }]);
    expect(leaves()).toBe(true);
    // Another page of the same tab reads what the tab has kept.
    const before = kept();
    act(() => forgetRefusedWords(`vehicle ${id}`));
    sessionStorage.setItem("evrid-refused-words", before);
    act(() => recallRefusedWords());
    const [one] = notices.result.current;
    await act(() => expect(storeRefusedWords(one!)).rejects.toThrow("the disk is full"));
    expect(refusedWords(`vehicle ${id}`)).toBeDefined();
    put.mockRestore();
    await act(() => storeRefusedWords(one!));
    expect(await record(id)).toMatchObject({ note: "Low port behind the battery" });
    expect(leaves()).toBe(false);
    stop();
  });

  it("that cannot be read after a reload are left out", () => {
    const good = { kind: "vehicle", id, name: "x", words: { note: "kept" }, reason: "full", open: true };
    const bad = [
      { ...good, words: { note: 4 } },
      { ...good, id: 4 },
      { ...good, kind: "cat" },
      { kind: "desk", desk: { ...emptyQuickDesk(), low: null } },
      null,
    ];
    sessionStorage.setItem("evrid-refused-words", JSON.stringify([...bad, good]));
    act(() => recallRefusedWords());
    expect(JSON.parse(kept())).toEqual([{ ...good, open: false }]);
  });
});

describe("a desk that the store refused", () => {
  it("is shown again when its view is opened again, and is stored with the next change", async () => {
    const put = vi.spyOn(database.choices, "put").mockImplementation(full as never);
    const first = renderHook(() => useQuickDesk(emptyQuickDesk));
    await waitFor(() => expect(first.result.current.desk).not.toBeNull());
    act(() => first.result.current.change((desk) => ({ ...desk, altitude: entry("512", "m") })));
    await waitFor(() => expect(first.result.current.storeError).toContain("the disk is full"));
    first.unmount();
    expect(refusedWords("desk")).toMatchObject({ open: false });
    const second = renderHook(() => useQuickDesk(emptyQuickDesk));
    await waitFor(() => expect(second.result.current.desk?.altitude.text).toBe("512"));
    expect(second.result.current.storeError).toContain("the disk is full");
    put.mockRestore();
    act(() => second.result.current.change((desk) => ({ ...desk, refrigerant: "R1234yf" })));
    await waitFor(() => expect(second.result.current.storeError).toBeNull());
    expect(await loadQuickDesk()).toMatchObject({ altitude: { text: "512" }, refrigerant: "R1234yf" });
    expect(refusedWords("desk")).toBeUndefined();
  });
});
