"use client";

import * as Comlink from "comlink";
import type { CircuitConditions, VehicleLabel } from "@/core/circuit/vehicle";
import type { ExpectedBands, SoundReading } from "@/core/diagnosis/expected";
import type { ExpectedWorkerApi } from "./expected-protocol";

export interface ExpectedConnection {
  /** The newest question is the one answered: an older one still waiting gives null. */
  ask(label: VehicleLabel, conditions: CircuitConditions, own: readonly SoundReading[]): Promise<ExpectedBands | null>;
  close: () => void;
}

export function connectExpected(): ExpectedConnection {
  const worker = new Worker(new URL("./expected.worker.ts", import.meta.url), { type: "module" });
  const api = Comlink.wrap<ExpectedWorkerApi>(worker);
  let latest = 0;
  let busy: Promise<unknown> = Promise.resolve();
  return {
    async ask(label, conditions, own) {
      const mine = ++latest;
      // One at a time, and only the newest of those that wait.
      await busy;
      if (mine !== latest) return null;
      const answer = api.bands(label, conditions, own);
      busy = answer.catch(() => null);
      return answer;
    },
    close: () => worker.terminate(),
  };
}
