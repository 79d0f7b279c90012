"use client";

import type { LogMapping } from "@/core/readings/file/log-import";
import type { LogPreview, LogReadResult, LogWorkerApi } from "./log-protocol";
import { startWorker } from "./start-worker";

/** Reads logs beside the page, which stays as quick as it was. */
export function connectLog(): {
  preview: (file: File) => Promise<LogPreview>;
  read: (file: File, mapping: LogMapping, onProgress: (share: number) => void) => Promise<LogReadResult>;
  close: () => void;
} {
  const { api, listen, close } = startWorker<LogWorkerApi>(
    "log",
    () => new Worker(new URL("./log.worker.ts", import.meta.url), { type: "module" }),
  );
  return {
    preview: (file) => api.preview(file),
    read: (file, mapping, onProgress) => api.read(file, mapping, listen(onProgress)),
    close,
  };
}
