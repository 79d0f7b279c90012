"use client";

import * as Comlink from "comlink";
import type { Verdict } from "@/core/diagnosis/decide/verdict";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import type { DiagnosisWorkerApi } from "./diagnosis-protocol";
import { newestOnly, OVERTAKEN } from "./newest";

export interface DiagnosisConnection {
  /** The verdict on the newest readings asked about, one for each way the vehicle may be built; null for one that a newer has overtaken. */
  judge: (readings: readonly ReadingFile[], onProgress?: (share: number) => void) => Promise<Verdict | null>;
  /** Gives up the question that is open. */
  cancel: () => void;
}

let api: Comlink.Remote<DiagnosisWorkerApi> | null = null;
let tickets = 0;

/** A line to the one worker that diagnoses for all of the page; each line cancels only its own older questions. */
export function connectDiagnosis(): DiagnosisConnection {
  const newest = newestOnly();
  let open: number | null = null;
  const giveUp = () => {
    if (open !== null) api?.cancel(open).catch(() => undefined);
    open = null;
  };
  return {
    async judge(readings, onProgress) {
      api ??= Comlink.wrap<DiagnosisWorkerApi>(
        new Worker(new URL("./diagnosis.worker.ts", import.meta.url), { type: "module" }),
      );
      giveUp();
      const ticket = ++tickets;
      open = ticket;
      const line = api;
      const verdict = await newest.settle(() => line.judge(ticket, readings, onProgress && Comlink.proxy(onProgress)));
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
