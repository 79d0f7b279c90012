"use client";

import type * as Comlink from "comlink";
import type { OnSamples, RackSetup, RackStanding, RackWorkerApi } from "./rack-protocol";
import { startWorker } from "./start-worker";

export interface RackConnection {
  api: Comlink.Remote<RackWorkerApi>;
  standing: RackStanding;
  close: () => void;
}

/** Starts a rack in a worker of its own. `onLost` is called once if the worker fails. */
export async function connectRack(
  setup: RackSetup,
  onSamples: OnSamples,
  onLost: (reason: string) => void,
): Promise<RackConnection | null> {
  const { api, listen, close } = startWorker<RackWorkerApi>(
    "simulator",
    () => new Worker(new URL("./rack.worker.ts", import.meta.url), { type: "module" }),
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
