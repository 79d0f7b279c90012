/** Which workers of this page are in trouble, for whoever shows it. A trouble is cleared by an answer or a restart. */
import { createStore } from "zustand/vanilla";

export const workerNames = ["diagnosis", "expected", "charge", "log", "bench", "drill", "simulator"] as const;
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
  /** One per worker at most. */
  troubles: readonly WorkerTrouble[];
  /** Rises with every restart: questions that a failure left open are asked again. */
  restarts: number;
}

export const workerHealth = createStore<WorkerHealth>(() => ({ troubles: [], restarts: 0 }));

export function reportTrouble(trouble: WorkerTrouble): void {
  workerHealth.setState(({ troubles }) => ({
    troubles: [...troubles.filter(({ name }) => name !== trouble.name), trouble],
  }));
}

export function clearTrouble(name: WorkerName): void {
  if (!workerHealth.getState().troubles.some((one) => one.name === name)) return;
  workerHealth.setState(({ troubles }) => ({ troubles: troubles.filter((one) => one.name !== name) }));
}

export function noteRestart(): void {
  workerHealth.setState(({ restarts }) => ({ restarts: restarts + 1 }));
}
