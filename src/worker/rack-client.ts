"use client";

import * as Comlink from "comlink";
import type { OnSamples, RackSetup, RackStanding, RackWorkerApi } from "./rack-protocol";

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
  const worker = new Worker(new URL("./rack.worker.ts", import.meta.url), { type: "module" });
  worker.addEventListener("error", (event) => onLost(event.message || "the simulated rack stopped"));
  const api = Comlink.wrap<RackWorkerApi>(worker);
  const standing = await api.start(setup, Comlink.proxy(onSamples)).catch((error: unknown) => {
    worker.terminate();
    throw error;
  });
  if (standing === null) {
    worker.terminate();
    return null;
  }
  return { api, standing, close: () => worker.terminate() };
}
