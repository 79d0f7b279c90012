/** The server's side of the diagnosing threads: pages are served while they count, and a hard request takes its thread with it. */
import path from "node:path";
import Tinypool from "tinypool";
import type { DiagnosisFile } from "@/core/diagnosis/diagnosis-file";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import type { ReadAnswer, ThreadTask } from "./diagnosis-thread";

/** Where `npm run build:thread` puts it, from the folder that the server is started in. */
const BUNDLE = ["dist", "diagnosis-thread.mjs"] as const;
const IDLE_MS = 60_000;

export interface DiagnosisPool {
  /** Both reject with an AbortError when the signal comes first; what they were at is then ended. */
  read: (text: string, most: number, signal: AbortSignal) => Promise<ReadAnswer>;
  diagnose: (reading: ReadingFile, seed: number | null, signal: AbortSignal) => Promise<DiagnosisFile>;
}

export function diagnosisPool(threads: number): DiagnosisPool {
  const filename = path.join(/* turbopackIgnore: true */ process.cwd(), ...BUNDLE);
  const pool = new Tinypool({
    filename,
    runtime: "worker_threads",
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: IDLE_MS,
  });
  const run = (task: ThreadTask, signal: AbortSignal) => pool.run(task, { signal });
  return {
    read: (text, most, signal) => run({ do: "read", text, most }, signal),
    diagnose: (reading, seed, signal) => run({ do: "diagnose", reading, seed }, signal),
  };
}
