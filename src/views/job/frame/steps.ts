import { type StepId, stepIds } from "@/core/records/job";

export function isStep(text: string): text is StepId {
  return (stepIds as readonly string[]).includes(text);
}

export function stepPath(jobId: string, step: StepId): string {
  return `/job/${encodeURIComponent(jobId)}/${step}`;
}

/** One key a step, along the top row of the keyboard; the row ends before the last step does, which is signed with an X. */
export const stepKeys = [
  "1",
  "2",
  "3",
  "4",
  "5",
  "6",
  "7",
  "8",
  "9",
  "0",
  "-",
  "=",
  "x",
] as const satisfies readonly string[];

export function nextStep(step: StepId): StepId | null {
  return stepIds[stepIds.indexOf(step) + 1] ?? null;
}
