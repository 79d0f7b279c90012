/** The steps of a job, in the order people do them, and where each stands. */
import * as z from "../../zod";
import { instant, words } from "./written";

export const stepIds = [
  "intake",
  "look",
  "hook-up",
  "rest",
  "running",
  "shut-off",
  "verdict",
  "leak",
  "recover",
  "repair",
  "evacuate",
  "charge",
  "prove",
  "sign-off",
] as const;
export type StepId = (typeof stepIds)[number];

const stepSchema = z.object({
  startedAt: instant.nullable(),
  doneAt: instant.nullable(),
  /** Why it was passed over; null when it was not. */
  skipped: words.nullable(),
  /** Anything worth keeping, in the technician's own words. */
  note: words,
});

export const stepsSchema = z.strictObject(
  Object.fromEntries(stepIds.map((id) => [id, stepSchema])) as Record<StepId, typeof stepSchema>,
);

export function emptySteps(): z.infer<typeof stepsSchema> {
  return Object.fromEntries(
    stepIds.map((step) => [step, { startedAt: null, doneAt: null, skipped: null, note: "" }]),
  ) as z.infer<typeof stepsSchema>;
}
