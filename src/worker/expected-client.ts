"use client";

import type { ExpectedWorkerApi } from "./expected-protocol";
import { startWorker, type WorkerLine } from "./start-worker";

export type ExpectedConnection = Pick<WorkerLine<ExpectedWorkerApi>, "api" | "close">;

export const connectExpected = (): ExpectedConnection =>
  startWorker<ExpectedWorkerApi>(
    "expected",
    () => new Worker(new URL("./expected.worker.ts", import.meta.url), { type: "module" }),
  );
