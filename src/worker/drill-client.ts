"use client";

import * as Comlink from "comlink";
import type { DrillWorkerApi } from "./drill-protocol";

/** One thread for the car, whose clock runs, or one for what is reckoned beside it. */
export interface DrillConnection {
  api: Comlink.Remote<DrillWorkerApi>;
  close: () => void;
}

/** Starts a worker. `onLost` is called once if it fails. */
export function connectDrill(onLost: (reason: string) => void): DrillConnection {
  const worker = new Worker(new URL("./drill.worker.ts", import.meta.url), { type: "module" });
  worker.addEventListener("error", (event) => onLost(event.message || "the simulated car stopped"));
  return { api: Comlink.wrap<DrillWorkerApi>(worker), close: () => worker.terminate() };
}

/** A function of the page that a worker may call. */
export const heard = Comlink.proxy;
