/** The diagnosis file, `evrid.diagnosis`: the form in which a diagnosis leaves Evrid. Version 2 is written; version 1 on request. */

import { causes } from "../causes/catalogue";
import * as z from "../zod";

export const DIAGNOSIS_VERSION = 2;

const causeShape = {
  cause: z.enum(causes),
  probability: z.number().min(0).max(1),
  /** Probability that it acts at all, alone or with another. */
  present: z.number().min(0).max(1).optional(),
  severity: z.object({ low: z.number(), median: z.number(), high: z.number() }),
  for: z.array(z.string()),
  against: z.array(z.string()),
};

const testShape = {
  id: z.string().optional(),
  test: z.string(),
  /** Paths of the reading file's fields that it fills. */
  reads: z.array(z.string()).optional(),
  gainBits: z.number(),
  /** Share of such vehicles in which one cause stands alone after it. */
  settles: z.number().min(0).max(1).optional(),
  minutes: z.number(),
};

const fileShape = {
  format: z.literal("evrid.diagnosis"),
  id: z.string(),
  /** Causes that act together, with their probability. */
  together: z.array(z.object({ causes: z.array(z.enum(causes)), probability: z.number().min(0).max(1) })).optional(),
  /** Range of charges that fit, g; null when the label charge is unknown. */
  charge: z.object({ lowG: z.number(), medianG: z.number(), highG: z.number(), identified: z.boolean() }).nullable(),
  warnings: z.array(z.string()),
};

/** Acts of a diagnosis file. */
const fileActs = [
  "stop-engine",
  "check-instruments",
  "check-refrigerant",
  "recover",
  "find-leak",
  "check-control",
  "repair",
  "leave-closed",
] as const;
export type FileAct = (typeof fileActs)[number];

/** A field of the reading file, or a value derived from its fields, such as `running[0].subcoolingK`. */
const field = z.string();

const reasonSchema = z.object({
  field,
  value: z.number(),
  /** Middle 90 % of sound vehicles with this label under these conditions. */
  expected: z.object({ low: z.number(), high: z.number() }).nullable(),
  rival: z.enum(causes),
  /** Likelihood ratio of the cause over its rival for this value, given the other readings: above 1 supports, below 1 contradicts. */
  ratio: z.number().positive(),
});

export const diagnosisSchema = z.object({
  ...fileShape,
  version: z.literal(DIAGNOSIS_VERSION),
  /** The one next act with its reason; null where a test comes first. */
  act: z.object({ id: z.enum(fileActs), why: z.string() }).nullable(),
  /** Sorted by probability, which sums to 1. */
  causes: z.array(z.object({ ...causeShape, reasons: z.array(reasonSchema) })),
  nextTests: z.array(
    z.object({
      ...testShape,
      /** Whether some outcome would change `act`. */
      changesAct: z.boolean(),
      /** Middle 90 % of what a vehicle with each cause would show, given everything read so far. */
      outcomes: z.array(
        z.object({ cause: z.enum(causes), field, low: z.number(), median: z.number(), high: z.number() }),
      ),
    }),
  ),
});

export type DiagnosisFile = z.infer<typeof diagnosisSchema>;

export const diagnosisV1Schema = z.object({
  ...fileShape,
  version: z.literal(1),
  causes: z.array(z.object(causeShape)),
  nextTests: z.array(z.object({ ...testShape, outcomes: z.array(z.string()).optional() })),
});

export type DiagnosisV1 = z.infer<typeof diagnosisV1Schema>;
