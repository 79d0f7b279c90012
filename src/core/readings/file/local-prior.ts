/** Frequency of the causes in one workshop against everywhere, as a reading file carries it: part of the evidence of its diagnosis. */
import { causes } from "../../causes/catalogue";
import * as z from "../../zod";

export const localPriorSchema = z.object({
  /** Resolved jobs that it was learned from. */
  jobs: z.number().int().min(1).max(10_000_000),
  /** Jobs that the general prior counts as. */
  generalWeight: z.number().min(1).max(10_000),
  /** By cause: its share here over its share everywhere. A cause that is not named is as frequent as everywhere. */
  odds: z.partialRecord(z.enum(causes), z.number().min(0.01).max(100)),
});
export type LocalPrior = z.infer<typeof localPriorSchema>;
