"use client";

import * as Comlink from "comlink";
import type { ChargeWorkerApi } from "./charge-protocol";

export interface ChargeConnection {
  api: Comlink.Remote<ChargeWorkerApi>;
  close: () => void;
}

export function connectCharge(): ChargeConnection {
  const worker = new Worker(new URL("./charge.worker.ts", import.meta.url), { type: "module" });
  return { api: Comlink.wrap<ChargeWorkerApi>(worker), close: () => worker.terminate() };
}
