import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type PlainWorker, startWorker, WorkerFailed, type WorkerLine } from "./start-worker";
import { workerHealth } from "./worker-health";

interface Api {
  add(a: number, b: number): number;
  slow(): string;
}

/** A worker whose events and answers are given by hand. */
class FakeWorker {
  readonly listeners = new Map<string, ((event: unknown) => void)[]>();
  readonly asked: { method: string; answer: (value: unknown) => void; fail: (error: unknown) => void }[] = [];
  ended = false;
  addEventListener = (type: string, listener: (event: unknown) => void) =>
    void this.listeners.set(type, [...(this.listeners.get(type) ?? []), listener]);
  removeEventListener = () => undefined;
  postMessage = () => undefined;
  terminate = () => {
    this.ended = true;
  };
  emit(type: string, event: unknown = {}) {
    for (const listener of this.listeners.get(type) ?? []) listener(event);
  }
}

let made: FakeWorker[] = [];
let line: WorkerLine<Api>;
const failed = vi.fn();
const troubles = () => workerHealth.getState().troubles;

function started(options: { quiet?: boolean; make?: () => PlainWorker } = {}): WorkerLine<Api> {
  const make = () => {
    const worker = new FakeWorker();
    made.push(worker);
    return worker as unknown as PlainWorker;
  };
  line = startWorker<Api>("charge", options.make ?? make, {
    quiet: options.quiet ?? false,
    onFailed: failed,
    wrap: (worker) =>
      new Proxy({} as never, {
        get: (_, method: string) => () =>
          new Promise((answer, fail) => {
            (worker as unknown as FakeWorker).asked.push({ method, answer, fail });
          }),
      }),
  });
  return line;
}

beforeEach(() => {
  vi.useFakeTimers();
  made = [];
  failed.mockClear();
});
afterEach(() => {
  line.close();
  vi.useRealTimers();
});

describe("a worker", () => {
  it("answers calls, and is in no trouble", async () => {
    const { api } = started();
    const sum = api.add(1, 2);
    made[0]!.asked[0]!.answer(3);
    await expect(sum).resolves.toBe(3);
    expect(troubles()).toEqual([]);
  });

  it("whose script does not load is reported at once; open and later calls fail", async () => {
    const { api } = started();
    const open = api.slow();
    made[0]!.emit("error", { message: "404" });
    await expect(open).rejects.toBeInstanceOf(WorkerFailed);
    await expect(api.slow()).rejects.toMatchObject({ code: "not-loaded", message: "404" });
    expect(troubles()).toMatchObject([{ name: "charge", code: "not-loaded", detail: "404" }]);
    expect(failed).toHaveBeenCalledTimes(1);
    expect(made[0]!.ended).toBe(true);
  });

  it("that cannot even be made is reported, and so is one that crashes later or sends what cannot be read", async () => {
    started({
      make: () => {
        throw new Error("blocked by the policy");
      },
    });
    expect(troubles()).toMatchObject([{ code: "not-loaded", detail: "blocked by the policy" }]);
    line.close();
    for (const event of ["error", "messageerror"]) {
      const { api } = started();
      const open = api.slow();
      const worker = made.at(-1)!;
      worker.emit("message");
      worker.emit(event, { message: "out of memory" });
      await expect(open).rejects.toMatchObject({ code: "crashed" });
      line.close();
    }
  });

  it("that says nothing for too long is reported within five seconds, and no longer once it speaks", async () => {
    const { api } = started();
    const open = api.slow();
    await vi.advanceTimersByTimeAsync(3000);
    expect(troubles()).toEqual([]);
    await vi.advanceTimersByTimeAsync(2000);
    expect(troubles()).toMatchObject([{ code: "silent" }]);
    made[0]!.emit("message");
    expect(troubles()).toEqual([]);
    made[0]!.asked[0]!.answer("late");
    await expect(open).resolves.toBe("late");
    // Without an open question silence is nothing.
    await vi.advanceTimersByTimeAsync(60_000);
    expect(troubles()).toEqual([]);
  });

  it("that is heard through a function of the page is not silent", async () => {
    const { api, listen } = started();
    const heard = vi.fn();
    const onPart = listen(heard);
    void api.slow();
    for (let s = 0; s < 20; s += 2) {
      onPart(s);
      await vi.advanceTimersByTimeAsync(2000);
    }
    expect(troubles()).toEqual([]);
    expect(heard).toHaveBeenCalledTimes(10);
  });

  it("that was restarted takes calls again, and those left open fail", async () => {
    const { api } = started();
    const left = api.slow();
    const { restarts } = workerHealth.getState();
    await vi.advanceTimersByTimeAsync(5000);
    troubles()[0]!.restart();
    await expect(left).rejects.toBeInstanceOf(WorkerFailed);
    expect(troubles()).toEqual([]);
    expect(workerHealth.getState().restarts).toBe(restarts + 1);
    const sum = api.add(1, 2);
    made[1]!.asked[0]!.answer(3);
    await expect(sum).resolves.toBe(3);
    expect([made[0]!.ended, made[1]!.ended]).toEqual([true, false]);
  });

  it("whose question fails is in trouble until one is answered", async () => {
    const { api } = started();
    const open = api.slow();
    made[0]!.asked[0]!.fail(new Error("the learned file could not be fetched (503)"));
    await expect(open).rejects.toThrow("503");
    expect(troubles()).toMatchObject([{ code: "failed", detail: "the learned file could not be fetched (503)" }]);
    const next = api.slow();
    made[0]!.asked[1]!.answer("done");
    await next;
    expect(troubles()).toEqual([]);
  });

  it("that was closed is ended, settles nothing and reports nothing", async () => {
    const { api } = started();
    const settled = vi.fn();
    api.slow().then(settled, settled);
    line.close();
    made[0]!.emit("error", { message: "gone" });
    await vi.advanceTimersByTimeAsync(20_000);
    expect([settled.mock.calls.length, troubles().length, made[0]!.ended, failed.mock.calls.length]).toEqual([
      0,
      0,
      true,
      0,
    ]);
  });

  it("that has failed stays reported while another line of the same name answers or closes", async () => {
    started();
    made[0]!.emit("error", { message: "gone" });
    const failedLine = line;
    const { api } = started();
    const sum = api.add(1, 2);
    made[1]!.asked[0]!.answer(3);
    await sum;
    expect(troubles()).toMatchObject([{ name: "charge", detail: "gone" }]);
    line.close();
    expect(troubles()).toHaveLength(1);
    failedLine.close();
    expect(troubles()).toEqual([]);
  });

  it("that somebody else reports is not listed", () => {
    started({ quiet: true });
    made[0]!.emit("error", { message: "x" });
    expect(troubles()).toEqual([]);
    expect(failed).toHaveBeenCalledTimes(1);
  });
});
