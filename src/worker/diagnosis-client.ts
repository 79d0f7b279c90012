"use client";

import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import type { SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import type { OutcomeFacts } from "@/core/learning/statement";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import type { DiagnosisWorkerApi } from "./diagnosis-protocol";
import { newestOnly, OVERTAKEN } from "./newest";
import { startWorker, type WorkerLine } from "./start-worker";

export interface DiagnosisConnection {
  /** The verdict on the newest readings asked about, one for each way the vehicle may be built; null for one that a newer has overtaken. */
  judge: (
    readings: readonly ReadingFile[],
    own?: readonly SoundReading[],
    onProgress?: (share: number) => void,
  ) => Promise<Diagnosis | null>;
  /** Gives up the question that is open. */
  cancel: () => void;
}

let line: WorkerLine<DiagnosisWorkerApi> | null = null;

function reached(): WorkerLine<DiagnosisWorkerApi>["api"] {
  line ??= startWorker<DiagnosisWorkerApi>(
    "diagnosis",
    () => new Worker(new URL("./diagnosis.worker.ts", import.meta.url), { type: "module" }),
  );
  return line.api;
}
let tickets = 0;

/** What the readings of a job say for its outcome. Takes milliseconds, so that nothing needs to be given up. */
export const askOutcomeFacts = (before: ReadingFile | null, after: ReadingFile | null): Promise<OutcomeFacts> =>
  reached().outcomeFacts(before, after);

/** A line to the one worker that diagnoses for all of the page; each line cancels only its own older questions. */
export function connectDiagnosis(): DiagnosisConnection {
  const newest = newestOnly();
  let open: number | null = null;
  const giveUp = () => {
    if (open !== null) line?.api.cancel(open).catch(() => undefined);
    open = null;
  };
  return {
    async judge(readings, own = [], onProgress = undefined) {
      giveUp();
      const ticket = ++tickets;
      open = ticket;
      const api = reached();
      const verdict = await newest.settle(() =>
        api.judge(ticket, readings, own, onProgress && line?.listen(onProgress)),
      );
      if (verdict === OVERTAKEN) return null;
      open = null;
      return verdict;
    },
    cancel() {
      giveUp();
      newest.drop();
    },
  };
}
