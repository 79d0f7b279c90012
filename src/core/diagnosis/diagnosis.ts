/** The diagnosis file, `evrid.diagnosis` version 1: the one form in which a diagnosis leaves src/core/diagnosis. */

import { causes } from "../causes/catalogue";
import * as z from "../zod";

export const diagnosisSchema = z.object({
  format: z.literal("evrid.diagnosis"),
  version: z.literal(1),
  id: z.string(),
  /** Sorted by probability, which sums to 1. */
  causes: z.array(
    z.object({
      cause: z.enum(causes),
      probability: z.number().min(0).max(1),
      /** That it acts at all, alone or with another. */
      present: z.number().min(0).max(1).optional(),
      severity: z.object({ low: z.number(), median: z.number(), high: z.number() }),
      for: z.array(z.string()),
      against: z.array(z.string()),
    }),
  ),
  /** Causes that act together, and how probably. */
  together: z.array(z.object({ causes: z.array(z.enum(causes)), probability: z.number().min(0).max(1) })).optional(),
  /** Range of charges that fit, g; absent when the label charge is unknown. */
  charge: z.object({ lowG: z.number(), medianG: z.number(), highG: z.number(), identified: z.boolean() }).nullable(),
  nextTests: z.array(
    z.object({
      id: z.string().optional(),
      test: z.string(),
      /** Paths of the reading file's fields that it fills. */
      reads: z.array(z.string()).optional(),
      gainBits: z.number(),
      /** Share of such cars in which one cause stands alone after it. */
      settles: z.number().min(0).max(1).optional(),
      minutes: z.number(),
      outcomes: z.array(z.string()).optional(),
    }),
  ),
  warnings: z.array(z.string()),
});

export type Diagnosis = z.infer<typeof diagnosisSchema>;
