"use client";

import type { DrillWorkerApi } from "./drill-protocol";
import { startWorker, type WorkerLine } from "./start-worker";

/** One thread for the car, whose clock runs, or one for what is computed beside it. */
export type DrillConnection = WorkerLine<DrillWorkerApi>;

const make = () => new Worker(new URL("./drill.worker.ts", import.meta.url), { type: "module" });

/** Making and checking a case takes seconds in which nothing is said, ms. */
const CLERK_SILENT_MS = 20_000;

/** Starts the worker of the car. `onLost` is called once if it fails: its run is opened again from its acts. */
export const connectDrillCar = (onLost: (reason: string) => void): DrillConnection =>
  startWorker<DrillWorkerApi>("drill", make, { quiet: true, onFailed: ({ message }) => onLost(message) });

/** Starts the worker that computes beside the car. */
export const connectDrillClerk = (): DrillConnection =>
  startWorker<DrillWorkerApi>("drill", make, { silentMs: CLERK_SILENT_MS });
