/** What a workshop has chosen once and for all its jobs: schools it wants to see, how long it holds a vacuum, its oil sheet. */
import { repairParts, usualOilSheet } from "../charge/oil";
import { schools } from "../charge/schools";
import { z } from "../zod";

/** How long workshops hold a vacuum, s. */
export const holdSchools = [300, 1800, 3600] as const;

export const choicesSchema = z.strictObject({
  schools: z.array(z.enum(schools)).max(schools.length),
  holdS: z.union([z.literal(300), z.literal(1800), z.literal(3600)]),
  /** Oil that goes in with each part, g. */
  oilSheet: z.strictObject(
    Object.fromEntries(repairParts.map((part) => [part, z.number().min(0).max(600)])) as Record<
      (typeof repairParts)[number],
      z.ZodNumber
    >,
  ),
  /** Leak that a hold ought to show, g a year. */
  wantedLeakGYear: z.number().min(5).max(5000),
});
export type Choices = z.infer<typeof choicesSchema>;

export const usualChoices: Choices = {
  schools: [...schools],
  holdS: 1800,
  oilSheet: usualOilSheet,
  wantedLeakGYear: 100,
};
