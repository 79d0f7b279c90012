/** Which workers of this page are in trouble, for whoever shows it. A trouble is cleared by an answer or a restart. */
import { createStore } from "zustand/vanilla";

const workerNames = [
  "diagnosis",
  "expected",
  "charge",
  "log",
  "bench",
  "drill",
  "simulator",
  "archive",
  "sharing",
] as const;
export type WorkerName = (typeof workerNames)[number];

export type WorkerTroubleCode =
  /** Its script could not be loaded or run. */
  | "not-loaded"
  /** It stopped with an error of its own. */
  | "crashed"
  /** A question has had no answer, and nothing else has come, for too long. It may still come. */
  | "silent"
  /** It answers, but this question failed. */
  | "failed";

export interface WorkerTrouble {
  name: WorkerName;
  code: WorkerTroubleCode;
  /** In the words of the browser or the worker. */
  detail: string;
  restart: () => void;
}

export interface WorkerHealth {
  /** One per line to a worker at most. */
  troubles: readonly WorkerTrouble[];
  /** Rises with every restart: questions that a failure left open are asked again. */
  restarts: number;
}

export const workerHealth = createStore<WorkerHealth>(() => ({ troubles: [], restarts: 0 }));

/** Reports a trouble in place of an earlier one of the same line, which its `restart` tells apart: two lines may share a name. */
export function reportTrouble(trouble: WorkerTrouble): void {
  workerHealth.setState(({ troubles }) => ({
    troubles: [...troubles.filter(({ restart }) => restart !== trouble.restart), trouble],
  }));
}

/** Clears the trouble of the line with this `restart`, and of no other. */
export function clearTrouble(restart: () => void): void {
  if (!workerHealth.getState().troubles.some((one) => one.restart === restart)) return;
  workerHealth.setState(({ troubles }) => ({ troubles: troubles.filter((one) => one.restart !== restart) }));
}

export function noteRestart(): void {
  workerHealth.setState(({ restarts }) => ({ restarts: restarts + 1 }));
}
