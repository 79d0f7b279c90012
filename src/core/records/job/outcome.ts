/** The outcome of a job: what the car turned out to have, beside what the readings had said before anything was weighed or opened. */
import { causes } from "../../causes/catalogue";
import { leakHistorySchema } from "../../learning/similar-vehicles";
import { statementSchema } from "../../learning/statement-shape";
import { localPriorSchema } from "../../readings/file/local-prior";
import { thermometerNames, thermometerOffsetSchema } from "../../readings/thermometers";
import * as z from "../../zod";

export const outcomeResults = ["confirmed", "refuted", "unresolved"] as const;
export type OutcomeResult = (typeof outcomeResults)[number];

const resultSchema = z.strictObject({ cause: z.enum(causes), result: z.enum(outcomeResults) });
export type CauseOutcome = z.infer<typeof resultSchema>;

const resultsSchema = z.array(resultSchema).max(causes.length);

export const outcomeSchema = z.strictObject({
  /** Answers of a person. A cause without one follows from weighing, repair and verification. */
  answers: resultsSchema,
  /** An earlier job of this vehicle with the same complaint, and whether its outcome still stands; null while nobody answered. */
  earlier: z.strictObject({ jobId: z.string().min(1).max(100), stands: z.boolean() }).nullable(),
  /** Local prior that the readings of this job are weighed with; null for the general prior alone. */
  localPrior: localPriorSchema.nullable(),
  /** Leaks of other vehicles with the same label and build in this workshop, as they order the leak search; null where there are none. */
  similar: leakHistorySchema.nullable(),
  /** As it was signed; null before. `said` is null where the readings could not be weighed. */
  signed: z
    .strictObject({
      results: resultsSchema,
      said: statementSchema.nullable(),
      offsets: z.array(thermometerOffsetSchema).max(thermometerNames.length),
    })
    .nullable(),
});
export type SignedOutcome = NonNullable<z.infer<typeof outcomeSchema>["signed"]>;

export function emptyOutcome(): z.infer<typeof outcomeSchema> {
  return { answers: [], earlier: null, localPrior: null, similar: null, signed: null };
}
