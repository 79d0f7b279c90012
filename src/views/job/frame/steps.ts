import { type StepId, stepIds } from "@/core/records/job";

export function isStep(text: string): text is StepId {
  return (stepIds as readonly string[]).includes(text);
}

export function stepPath(jobId: string, step: StepId): string {
  return `/job/${encodeURIComponent(jobId)}/${step}`;
}
