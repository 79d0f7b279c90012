import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { keepCopies } from "./keep-copies";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function begun(copy = vi.fn(async () => true)) {
  let tell: (standing: { unsaved: number; others: object; allowed: boolean }) => void = () => undefined;
  const stop = keepCopies({
    follow: (next) => {
      tell = next;
      return () => undefined;
    },
    copy,
  });
  return { copy, stop, change: (unsaved = 1, allowed = true, others = {}) => tell({ unsaved, others, allowed }) };
}

describe("copies into a chosen folder", () => {
  it("are made when it has been calm for a minute, and in the long run every five however busy it is", () => {
    const { copy, change } = begun();
    change();
    vi.advanceTimersByTime(59_000);
    change();
    vi.advanceTimersByTime(59_000);
    expect(copy).toHaveBeenCalledTimes(0);
    vi.advanceTimersByTime(2000);
    expect(copy).toHaveBeenCalledTimes(1);
    for (let second = 0; second < 310; second += 10) {
      change();
      vi.advanceTimersByTime(10_000);
    }
    expect(copy).toHaveBeenCalledTimes(2);
  });

  it("are made for a cylinder or a setting as for a job", () => {
    const { copy, change } = begun();
    change(0, true, { settings: 1 });
    vi.advanceTimersByTime(61_000);
    expect(copy).toHaveBeenCalledTimes(1);
  });

  it("are not made where nothing changed or the folder may not be written to, nor after the end", () => {
    const { copy, change, stop } = begun();
    change(0);
    change(3, false);
    vi.advanceTimersByTime(600_000);
    change();
    stop();
    vi.advanceTimersByTime(600_000);
    expect(copy).not.toHaveBeenCalled();
  });

  it("go on after one that failed", async () => {
    const { copy, change } = begun(vi.fn(async () => Promise.reject(new Error("disk full"))));
    change();
    await vi.advanceTimersByTimeAsync(61_000);
    change();
    await vi.advanceTimersByTimeAsync(61_000);
    expect(copy).toHaveBeenCalledTimes(2);
  });
});
