/** The diagnosis before the work as a signed job keeps it; made by statement.ts. */
import { causes } from "../causes/catalogue";
import * as z from "../zod";

const share = z.number().min(0).max(1);
const grams = z.number().min(0).max(20_000);

/** The act that the readings advised, and the charge that they suggested, g; null where the label is unknown. */
const adviceSchema = z.strictObject({ about: z.enum(causes), chargeG: grams.nullable() });

/** Diagnosis before the work, from the readings alone: neither a weighing nor what was found later is in it. */
export const statementSchema = z.strictObject({
  /** Probability that each cause is the one that matters most; those below half a per cent are left out. */
  shares: z.partialRecord(z.enum(causes), share),
  /** Range of the charge, g; null where the label is unknown. */
  charge: z.strictObject({ lowG: grams, medianG: grams, highG: grams }).nullable(),
  /** Number of values that were read. */
  values: z.number().int().min(0).max(1000),
  /** From low side, high side and vent at one engine speed alone; and after all tests, with the minutes of those beyond the first. */
  first: adviceSchema,
  last: adviceSchema,
  testMinutes: z.number().min(0).max(10_000),
  /** Resolved jobs of the local prior that it was made with; 0 where the general prior alone was used. */
  localJobs: z.number().int().min(0).max(10_000_000),
});
export type Statement = z.infer<typeof statementSchema>;
