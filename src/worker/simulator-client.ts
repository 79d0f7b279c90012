"use client";

import type * as Comlink from "comlink";
import type { OnSamples, SimulatorSetup, SimulatorStart, SimulatorWorkerApi } from "./simulator-protocol";
import { startWorker } from "./start-worker";

export interface SimulatorConnection {
  api: Comlink.Remote<SimulatorWorkerApi>;
  standing: SimulatorStart;
  close: () => void;
}

/** Starts a rack in a worker of its own. `onLost` is called once if the worker fails. */
export async function connectSimulator(
  setup: SimulatorSetup,
  onSamples: OnSamples,
  onLost: (reason: string) => void,
): Promise<SimulatorConnection | null> {
  const { api, listen, close } = startWorker<SimulatorWorkerApi>(
    "simulator",
    () => new Worker(new URL("./simulator.worker.ts", import.meta.url), { type: "module" }),
    { quiet: true, onFailed: ({ message }) => onLost(message) },
  );
  const standing = await api.start(setup, listen(onSamples)).catch((error: unknown) => {
    close();
    throw error;
  });
  if (standing === null) {
    close();
    return null;
  }
  return { api, standing, close };
}
