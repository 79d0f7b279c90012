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
  options: WorkerOptions = {},
): WorkerLine<Api> {
  const line = new Line<Api>(name, make, options);
  const api = new Proxy({} as object, {
    // A line that is awaited is no promise.
    get: (_, method) =>
      typeof method === "string" && method !== "then" ? (...args: unknown[]) => line.call(method, args) : undefined,
  }) as Comlink.Remote<Api>;
  return {
    api,
    listen: (hears) =>
      Comlink.proxy((...args) => {
        line.hear();
        hears(...args);
      }),
    close: () => line.close(),
  };
}

/** One worker with its open calls: every failure is reported once and rejects them all. */
class Line<Api> {
  private worker: PlainWorker | null = null;
  private remote: Comlink.Remote<Api> | null = null;
  private failure: WorkerFailed | null = null;
  private closed = false;
  private loaded = false;
  private silent = false;
  private heardAt = 0;
  private watch: ReturnType<typeof setInterval> | undefined;
  /** Rejects each open call. */
  private readonly open = new Set<(error: WorkerFailed) => void>();

  constructor(
    private readonly name: WorkerName,
    private readonly make: () => PlainWorker,
    private readonly options: WorkerOptions,
  ) {
    this.begin();
  }

  hear(): void {
    this.loaded = true;
    this.heardAt = performance.now();
    if (!this.silent) return;
    this.silent = false;
    clearTrouble(this.restart);
  }

  call(method: string, args: unknown[]): Promise<unknown> {
    const { remote, open } = this;
    if (this.failure !== null) return Promise.reject(this.failure);
    if (remote === null) return new Promise(() => undefined);
    if (open.size === 0) this.heardAt = performance.now();
    this.watch ??= setInterval(() => this.look(), LOOK_MS);
    return new Promise((resolve, reject) => {
      open.add(reject);
      const answer = (remote as unknown as Record<string, (...all: unknown[]) => Promise<unknown>>)[method]!(...args);
      answer.then(
        (value) => {
          if (!this.ends(reject)) return;
          clearTrouble(this.restart);
          resolve(value);
        },
        (error: unknown) => {
          if (!this.ends(reject)) return;
          this.report("failed", reasonOf(error));
          reject(error);
        },
      );
    });
  }

  close(): void {
    this.closed = true;
    this.open.clear();
    this.end();
    clearTrouble(this.restart);
  }

  /** An open call has its answer; false for one that was rejected before. */
  private ends(reject: (error: WorkerFailed) => void): boolean {
    if (!this.open.delete(reject)) return false;
    if (this.open.size === 0) this.stopWatch();
    return true;
  }

  private report(code: WorkerTroubleCode, detail: string): void {
    if (!this.options.quiet) reportTrouble({ name: this.name, code, detail, restart: this.restart });
  }

  private fail(code: WorkerTroubleCode, detail: string): void {
    if (this.closed || this.failure !== null) return;
    const failure = new WorkerFailed(this.name, code, detail);
    this.failure = failure;
    this.end();
    this.report(code, detail);
    for (const reject of [...this.open]) reject(failure);
    this.open.clear();
    this.options.onFailed?.(failure);
  }

  private stopWatch(): void {
    clearInterval(this.watch);
    this.watch = undefined;
  }

  private end(): void {
    this.stopWatch();
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
  }

  private begin(): void {
    const { wrap } = this.options;
    this.failure = null;
    this.loaded = false;
    this.silent = false;
    this.heardAt = performance.now();
    try {
      this.worker = this.make();
    } catch (error) {
      this.fail("not-loaded", reasonOf(error));
      return;
    }
    const { worker } = this;
    worker.addEventListener("message", () => this.hear());
    worker.addEventListener("error", (event) => {
      this.fail(this.loaded ? "crashed" : "not-loaded", (event as ErrorEvent).message ?? "");
    });
    worker.addEventListener("messageerror", () => this.fail("crashed", ""));
    this.remote = wrap === undefined ? Comlink.wrap<Api>(worker as Worker) : wrap<Api>(worker);
  }

  /** Known by identity: troubles are cleared by it. */
  private readonly restart = (): void => {
    if (this.closed) return;
    this.end();
    clearTrouble(this.restart);
    const left = [...this.open];
    this.open.clear();
    const cut = new WorkerFailed(this.name, "silent", "");
    for (const reject of left) reject(cut);
    this.begin();
    noteRestart();
  };

  private look(): void {
    if (this.silent || performance.now() - this.heardAt < (this.options.silentMs ?? SILENT_MS)) return;
    this.silent = true;
    this.report("silent", "");
  }
}
