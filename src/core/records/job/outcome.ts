/** The outcome of a job: what the car turned out to have, beside what the readings had said before anything was weighed or opened. */
import { causes } from "../../causes/catalogue";
import { leakPlaceIds } from "../../causes/leak-places";
import { localPriorSchema } from "../../readings/file/local-prior";
import { thermometerNames } from "../../readings/thermometers";
import * as z from "../../zod";

export const outcomeResults = ["confirmed", "refuted", "unresolved"] as const;
export type OutcomeResult = (typeof outcomeResults)[number];

const share = z.number().min(0).max(1);
const count = z.number().int().min(0).max(10_000_000);
const grams = z.number().min(0).max(20_000);

const resultSchema = z.strictObject({ cause: z.enum(causes), result: z.enum(outcomeResults) });
export type CauseOutcome = z.infer<typeof resultSchema>;

const resultsSchema = z.array(resultSchema).max(causes.length);

/** The act that the readings advised, and the charge that they suggested, g; null where the label is unknown. */
const adviceSchema = z.strictObject({ about: z.enum(causes), chargeG: grams.nullable() });

/** Diagnosis before the work, from the readings alone: neither a weighing nor what was found later is in it. */
const statementSchema = z.strictObject({
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
  localJobs: count,
});

/** An offset that one test suggests of a thermometer, K. */
const offsetSchema = z.strictObject({
  thermometer: z.enum(thermometerNames),
  offsetK: z.number().min(-50).max(50),
  sdK: z.number().min(0).max(50),
});

export const outcomeSchema = z.strictObject({
  /** Answers of a person. A cause without one follows from weighing, repair and verification. */
  answers: resultsSchema,
  /** An earlier job of this vehicle with the same complaint, and whether its outcome still stands; null while nobody answered. */
  earlier: z.strictObject({ jobId: z.string().min(1).max(100), stands: z.boolean() }).nullable(),
  /** Local prior that the readings of this job are weighed with; null for the general prior alone. */
  localPrior: localPriorSchema.nullable(),
  /** Leaks of other vehicles with the same label and build in this workshop, as they order the leak search; null where there are none. */
  similar: z
    .strictObject({
      vehicles: count,
      leaking: count,
      places: z.array(z.strictObject({ place: z.enum(leakPlaceIds), vehicles: count })).max(leakPlaceIds.length),
    })
    .nullable(),
  /** As it was signed; null before. `said` is null where the readings could not be weighed. */
  signed: z
    .strictObject({
      results: resultsSchema,
      said: statementSchema.nullable(),
      offsets: z.array(offsetSchema).max(thermometerNames.length),
    })
    .nullable(),
});
export type SignedOutcome = NonNullable<z.infer<typeof outcomeSchema>["signed"]>;

export function emptyOutcome(): z.infer<typeof outcomeSchema> {
  return { answers: [], earlier: null, localPrior: null, similar: null, signed: null };
}
