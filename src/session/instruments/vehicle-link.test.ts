import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { SimulatorConnection } from "@/worker/simulator-client";
import { NO_ANSWER, vehicleLink } from "./vehicle-link";

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

/** Connection whose engine act answers as told. */
function connection(setEngine: () => Promise<void> = async () => undefined) {
  const close = vi.fn();
  return { made: { api: { setEngine }, close } as unknown as SimulatorConnection, close };
}

const fast = (api: SimulatorConnection["api"]) => api.setEngine("fast").then(() => null);

describe("the link to a simulated vehicle", () => {
  it("carries out an act that was asked for while it was opening", async () => {
    const link = vehicleLink(vi.fn());
    let arrives: (made: SimulatorConnection) => void = () => undefined;
    link.open(() => new Promise((resolve) => (arrives = resolve)), vi.fn());
    const asked = link.refusable(fast);
    const { made } = connection();
    arrives(made);
    expect(await asked).toBeNull();
  });

  it("closes a vehicle that arrives after it was closed, and answers nothing for it", async () => {
    const onOpen = vi.fn();
    const onLost = vi.fn();
    const link = vehicleLink(onLost);
    let arrives: (made: SimulatorConnection) => void = () => undefined;
    link.open(() => new Promise((resolve) => (arrives = resolve)), onOpen);
    const asked = link.ask(fast);
    link.close();
    const late = connection();
    arrives(late.made);
    expect(await asked).toBe(NO_ANSWER);
    expect(late.close).toHaveBeenCalledOnce();
    expect(onOpen).not.toHaveBeenCalled();
    expect(onLost).not.toHaveBeenCalled();
  });

  it("does no act on a vehicle that replaced the one it was meant for", async () => {
    const link = vehicleLink(vi.fn());
    let arrives: (made: SimulatorConnection) => void = () => undefined;
    link.open(() => new Promise((resolve) => (arrives = resolve)), vi.fn());
    const asked = link.ask(fast);
    const setEngine = vi.fn(async () => undefined);
    link.open(async () => connection(setEngine).made, vi.fn());
    await vi.runAllTimersAsync();
    arrives(connection(setEngine).made);
    expect(await asked).toBe(NO_ANSWER);
    expect(setEngine).not.toHaveBeenCalled();
    expect(link.isOpen()).toBe(true);
  });

  it("counts a vehicle as lost, once, when an act is not answered in time", async () => {
    const onLost = vi.fn();
    const link = vehicleLink(onLost);
    const { made, close } = connection(() => new Promise(() => undefined));
    link.open(async () => made, vi.fn());
    const first = link.refusable(fast);
    const second = link.refusable(fast);
    await vi.advanceTimersByTimeAsync(6000);
    expect(await first).toEqual({ code: "no-answer" });
    expect(await second).toEqual({ code: "no-answer" });
    expect(onLost).toHaveBeenCalledOnce();
    expect(close).toHaveBeenCalledOnce();
    expect(link.isOpen()).toBe(false);
  });

  it("is lost with the reason when the vehicle cannot be made or does not exist", async () => {
    const onLost = vi.fn();
    const link = vehicleLink(onLost);
    link.open(async () => {
      throw new Error("no worker here");
    }, vi.fn());
    await vi.runAllTimersAsync();
    expect(onLost.mock.lastCall?.[0]).toContain("no worker here");
    link.open(async () => null, vi.fn());
    await vi.runAllTimersAsync();
    expect(onLost).toHaveBeenCalledTimes(2);
  });
});
