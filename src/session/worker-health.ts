"use client";

import { useStore } from "zustand";
import { type WorkerTrouble, workerHealth } from "@/worker/worker-health";

export type { WorkerTrouble };

/** Workers that have failed or do not answer. */
export function useWorkerTroubles(): readonly WorkerTrouble[] {
  return useStore(workerHealth, ({ troubles }) => troubles);
}

/** Rises with every restart of a worker: what a failure left open is then asked again. */
export function useWorkerRestarts(): number {
  return useStore(workerHealth, ({ restarts }) => restarts);
}
