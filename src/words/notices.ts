/** Words of what every view may have to say: failed workers, and changes that were not stored. */
import type { Job } from "@/core/records/job";
import { typed } from "./typed";

export type TroubleWorker = "diagnosis" | "expected" | "charge" | "log" | "bench" | "drill" | "simulator";

export interface Trouble {
  name: TroubleWorker;
  code: "not-loaded" | "crashed" | "silent" | "failed";
  detail: string;
}

const computing: Record<TroubleWorker, string> = {
  diagnosis: "Diagnosis",
  expected: "Expected ranges",
  charge: "Charge planning",
  log: "Log reader",
  bench: "Bench",
  drill: "Drill",
  simulator: "Simulator",
};

export const noticeWords = {
  restart: "Restart",
  storeAgain: "Store again",
  saveFile: "Save as a file",
  discard: "Discard changes",
  viewFailed: "This view stopped with an error",
  saveJob: "Save this job",
  saveShop: "Save all records",
  tryAgain: "Try again",
} as const;

export function troubleTitle({ name, code }: Trouble): string {
  return `${computing[name]}: ${code === "silent" ? "no answer" : "stopped"}`;
}

export function troubleSentence({ code, detail }: Trouble): string {
  const reason = detail === "" ? "" : ` (${detail.replace(/\.$/, "")})`;
  const kept = "Earlier results stay on the screen.";
  switch (code) {
    case "not-loaded":
      return `The program part could not be loaded${reason}. ${kept}`;
    case "crashed":
      return `The program part stopped with an error${reason}. ${kept}`;
    case "silent":
      return `No answer for several seconds. The answer may still come. ${kept}`;
    case "failed":
      return `The last request failed${reason}. ${kept}`;
  }
}

export function refusedTitle({ intake }: Pick<Job, "intake">): string {
  return `Not stored: ${intake.vehicle.trim() === "" ? "a job without a name" : typed(intake.vehicle.trim())}`;
}

/** What became of changes that the store refused, and what can be done. */
export function refusedSentence(reason: string): string {
  return `The browser did not store the last changes: ${reason.replace(/\.$/, "")}. They are kept until you close this tab.`;
}

export function failedViewSentence(reason: string): string {
  return `Reason: ${reason.replace(/\.$/, "")}. Everything that was stored is unchanged. Save it as a file, then try again.`;
}
