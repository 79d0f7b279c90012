"use client";

import * as Comlink from "comlink";
import type { ExpectedWorkerApi } from "./expected-protocol";

export interface ExpectedConnection {
  api: Pick<Comlink.Remote<ExpectedWorkerApi>, "bands">;
  close: () => void;
}

export function connectExpected(): ExpectedConnection {
  const worker = new Worker(new URL("./expected.worker.ts", import.meta.url), { type: "module" });
  return { api: Comlink.wrap<ExpectedWorkerApi>(worker), close: () => worker.terminate() };
}
