/** Words of what every view may have to say: failed workers, and changes that were not stored. */
import type { Job } from "@/core/records/job";
import { typed } from "./typed";

type TroubleWorker =
  | "diagnosis"
  | "expected"
  | "charge"
  | "log"
  | "bench"
  | "drill"
  | "simulator"
  | "archive"
  | "sharing";

export interface Trouble {
  name: TroubleWorker;
  code: "not-loaded" | "crashed" | "silent" | "failed";
  detail: string;
}

const computing: Record<TroubleWorker, string> = {
  diagnosis: "Diagnosis",
  expected: "Expected range",
  charge: "Charge planning",
  log: "Log reader",
  bench: "Bench",
  drill: "Drill",
  simulator: "Simulator",
  archive: "Archive",
  sharing: "Shared folder",
};

export const noticeWords = {
  restart: "Restart",
  storeAgain: "Save again",
  saveFile: "Save as file",
  discard: "Discard changes",
  noDiagnosis: "No diagnosis available",
  restartDiagnosis: "The diagnosis has stopped. Press Restart diagnosis at the top.",
  diagnosisGap: "the diagnosis",
  viewFailed: "This view stopped with an error",
  saveJob: "Save this job",
  saveShop: "Save all records",
  tryAgain: "Try again",
} as const;

export function troubleTitle({ name, code }: Trouble): string {
  return `${computing[name]}: ${code === "silent" ? "no response" : "stopped"}`;
}

export function troubleSentence({ name, code, detail }: Trouble): string {
  const what = computing[name];
  const reason = detail === "" ? "" : ` (${detail.replace(/\.$/, "")})`;
  const kept = "Earlier results remain visible.";
  switch (code) {
    case "not-loaded":
      return `${what} could not be loaded${reason}. ${kept}`;
    case "crashed":
      return `${what} stopped with an error${reason}. ${kept}`;
    case "silent":
      return `${what} has not responded for several seconds. ${kept}`;
    case "failed":
      return `${what} could not complete the request${reason}. ${kept}`;
  }
}

export function refusedTitle({ intake }: Pick<Job, "intake">): string {
  return `Not saved: ${intake.vehicle.trim() === "" ? "a job without a name" : typed(intake.vehicle.trim())}`;
}

/** Titles words outside of a job that were not stored: about a vehicle, or on the P-T desk. */
export function refusedWordsTitle(one: { kind: "vehicle"; name: string } | { kind: "desk" }): string {
  return one.kind === "desk" ? "Not saved: the P-T desk" : `Not saved: the record of ${typed(one.name)}`;
}

/** Says that the store refused the last changes, why, and how long they are kept. */
export function refusedSentence(reason: string): string {
  return `The browser did not save your last changes: ${reason.replace(/\.$/, "")}. They are kept while this tab is open.`;
}

export function failedViewSentence(reason: string): string {
  return `Reason: ${reason.replace(/\.$/, "")}. Saved records are unchanged. Save as file, then try again.`;
}
