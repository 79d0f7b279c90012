"use client";

import type { ArchiveWorkerApi } from "./archive-protocol";
import { startWorker, type WorkerLine } from "./start-worker";

/** Compressing, checking and storing some hundred records takes a slow device seconds. */
const SILENT_MS = 20_000;

/** Writes, reads and stores archives beside the page, in the database of this workshop. */
export function connectArchive(workshop: string): WorkerLine<ArchiveWorkerApi> {
  return startWorker<ArchiveWorkerApi>(
    "archive",
    // The name tells the worker which workshop it works for (data/workshop.ts).
    () => new Worker(new URL("./archive.worker.ts", import.meta.url), { type: "module", name: workshop }),
    { silentMs: SILENT_MS },
  );
}
