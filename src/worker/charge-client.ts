"use client";

import type { ChargeWorkerApi } from "./charge-protocol";
import { startWorker, type WorkerLine } from "./start-worker";

export type ChargeConnection = Pick<WorkerLine<ChargeWorkerApi>, "api" | "close">;

export const connectCharge = (): ChargeConnection =>
  startWorker<ChargeWorkerApi>(
    "charge",
    () => new Worker(new URL("./charge.worker.ts", import.meta.url), { type: "module" }),
  );
