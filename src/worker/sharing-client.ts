"use client";

import type { SharingWorkerApi } from "./sharing-protocol";
import { startWorker, type WorkerLine } from "./start-worker";

/** A first reading of a large folder answers nothing for a while. */
const SILENT_MS = 120_000;

/** Reads and writes the shared folder beside the page, for the database of this workshop. */
export function connectSharing(workshop: string): WorkerLine<SharingWorkerApi> {
  return startWorker<SharingWorkerApi>(
    "sharing",
    () => new Worker(new URL("./sharing.worker.ts", import.meta.url), { type: "module", name: workshop }),
    { silentMs: SILENT_MS },
  );
}
