"use client";

import * as Comlink from "comlink";
import type { RackSample } from "@/core/instruments/rack";
import type { RackSetup, RackWorkerApi } from "./rack-protocol";

export interface RackConnection {
  api: Comlink.Remote<RackWorkerApi>;
  close: () => void;
}

/** Starts a rack in a worker of its own. `onLost` is called once if the worker fails. */
export async function connectRack(
  setup: RackSetup,
  onSamples: (samples: RackSample[]) => void,
  onLost: (reason: string) => void,
): Promise<RackConnection | null> {
  const worker = new Worker(new URL("./rack.worker.ts", import.meta.url), { type: "module" });
  worker.addEventListener("error", (event) => onLost(event.message || "the simulated rack stopped"));
  const api = Comlink.wrap<RackWorkerApi>(worker);
  const started = await api.start(setup, Comlink.proxy(onSamples));
  if (!started) {
    worker.terminate();
    return null;
  }
  return { api, close: () => worker.terminate() };
}
