"use client";

/** The one way to start a worker: typed calls, and a report of a script that does not load, a crash, or silence. */
import * as Comlink from "comlink";
import { reasonOf } from "@/core/result";
import { clearTrouble, noteRestart, reportTrouble, type WorkerName, type WorkerTroubleCode } from "./worker-health";

/** A call that will not be answered: its worker failed. */
export class WorkerFailed extends Error {
  constructor(
    readonly worker: WorkerName,
    readonly code: WorkerTroubleCode,
    detail: string,
  ) {
    super(detail);
  }
}

export interface WorkerLine<Api> {
  /** Calls reject with {@link WorkerFailed} once the worker has failed, and reach the new worker after a restart. */
  readonly api: Comlink.Remote<Api>;
  /** A function of the page that the worker may call; what it is called with counts as a sign of life. */
  listen: <Args extends readonly unknown[]>(hears: (...args: Args) => void) => (...args: Args) => void;
  /** Ends the worker for good; open calls are never settled. */
  close: () => void;
}

/** Subset of the browser's Worker used here, so that tests can fake one. */
export type PlainWorker = Pick<Worker, "postMessage" | "addEventListener" | "removeEventListener" | "terminate">;

export interface WorkerOptions {
  /** Without any message for this long while a call is open, the worker counts as silent, ms. */
  silentMs?: number;
  /** Somebody else reports its failures: they are not listed among the troubles. */
  quiet?: boolean;
  /** Called when the worker has failed, beside the report. */
  onFailed?: (error: WorkerFailed) => void;
  /** Transport of calls and answers; for tests. */
  wrap?: <Api>(worker: PlainWorker) => Comlink.Remote<Api>;
}

const SILENT_MS = 4000;
const LOOK_MS = 500;

/** Starts a worker. `make` constructs it, again for every restart. */
export function startWorker<Api>(
  name: WorkerName,
  make: () => PlainWorker,
  {
    silentMs = SILENT_MS,
    quiet = false,
    onFailed,
    wrap = (worker) => Comlink.wrap(worker as Worker),
  }: WorkerOptions = {},
): WorkerLine<Api> {
  let worker: PlainWorker | null = null;
  let remote: Comlink.Remote<Api> | null = null;
  let failure: WorkerFailed | null = null;
  let closed = false;
  let loaded = false;
  let silent = false;
  let heardAt = 0;
  let watch: ReturnType<typeof setInterval> | undefined;
  /** Rejects each open call. */
  const open = new Set<(error: WorkerFailed) => void>();

  const report = (code: WorkerTroubleCode, detail: string) => {
    if (!quiet) reportTrouble({ name, code, detail, restart });
  };
  const hear = () => {
    loaded = true;
    heardAt = performance.now();
    if (!silent) return;
    silent = false;
    clearTrouble(restart);
  };

  const fail = (code: WorkerTroubleCode, detail: string) => {
    if (closed || failure !== null) return;
    failure = new WorkerFailed(name, code, detail);
    end();
    report(code, detail);
    for (const reject of [...open]) reject(failure);
    open.clear();
    onFailed?.(failure);
  };

  const end = () => {
    clearInterval(watch);
    watch = undefined;
    worker?.terminate();
    worker = null;
    remote = null;
  };

  const begin = () => {
    failure = null;
    loaded = false;
    silent = false;
    heardAt = performance.now();
    try {
      worker = make();
    } catch (error) {
      fail("not-loaded", reasonOf(error));
      return;
    }
    worker.addEventListener("message", hear);
    worker.addEventListener("error", (event) => {
      fail(loaded ? "crashed" : "not-loaded", (event as ErrorEvent).message ?? "");
    });
    worker.addEventListener("messageerror", () => fail("crashed", ""));
    remote = wrap<Api>(worker);
  };

  const restart = () => {
    if (closed) return;
    end();
    clearTrouble(restart);
    const left = [...open];
    open.clear();
    const cut = new WorkerFailed(name, "silent", "");
    for (const reject of left) reject(cut);
    begin();
    noteRestart();
  };

  const look = () => {
    if (silent || performance.now() - heardAt < silentMs) return;
    silent = true;
    report("silent", "");
  };

  const call = (method: string, args: unknown[]): Promise<unknown> => {
    if (failure !== null) return Promise.reject(failure);
    if (remote === null) return new Promise(() => undefined);
    if (open.size === 0) heardAt = performance.now();
    watch ??= setInterval(look, LOOK_MS);
    return new Promise((resolve, reject) => {
      open.add(reject);
      const done = () => {
        open.delete(reject);
        if (open.size > 0) return;
        clearInterval(watch);
        watch = undefined;
      };
      const answer = (remote as unknown as Record<string, (...all: unknown[]) => Promise<unknown>>)[method]!(...args);
      answer.then(
        (value) => {
          if (!open.has(reject)) return;
          done();
          clearTrouble(restart);
          resolve(value);
        },
        (error: unknown) => {
          if (!open.has(reject)) return;
          done();
          report("failed", reasonOf(error));
          reject(error);
        },
      );
    });
  };

  begin();
  const api = new Proxy({} as object, {
    // A line that is awaited is no promise.
    get: (_, method) =>
      typeof method === "string" && method !== "then" ? (...args: unknown[]) => call(method, args) : undefined,
  }) as Comlink.Remote<Api>;
  return {
    api,
    listen: (hears) =>
      Comlink.proxy((...args) => {
        hear();
        hears(...args);
      }),
    close: () => {
      closed = true;
      open.clear();
      end();
      clearTrouble(restart);
    },
  };
}
