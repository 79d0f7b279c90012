/** The file of learned counts, `evrid.learned` version 1, for other programs and for the record. It is never read in: outcomes come with the jobs. */
import { causes, generalShares } from "../causes/catalogue";
import { instantSchema } from "../dates";
import { thermometerNames } from "../readings/thermometers";
import * as z from "../zod";
import type { InstrumentOffset } from "./instrument-offsets";
import { groupsIn, type LearnedCounts, priorParts, weightOf, workshopShares } from "./local-prior";
import type { TrackRecord } from "./track-record";

export const LEARNED_VERSION = 1;

const share = z.number().min(0).max(1);
const shares = z.partialRecord(z.enum(causes), share);
const counts = z.partialRecord(z.enum(causes), z.number().min(0));

export const learnedSchema = z.object({
  format: z.literal("evrid.learned"),
  version: z.literal(LEARNED_VERSION),
  writtenAt: instantSchema,
  /** Signed jobs, those with a confirmed outcome, and jobs that the general prior counts as. */
  signed: z.number().int(),
  resolved: z.number().int(),
  generalWeight: z.number().int(),
  /** Times each cause was found, and its share everywhere and here. */
  found: counts,
  general: shares,
  local: shares,
  /** Counts by group of jobs: metering device, age, season, fleet, label. */
  parts: z.array(z.object({ part: z.enum(priorParts), value: z.string(), jobs: z.number().int(), found: counts })),
  /** By the probability of the leading cause: diagnoses, those that were right, and their mean probability. */
  calibration: z.array(
    z.object({ from: share, to: share, jobs: z.number().int(), right: z.number().int(), said: share }),
  ),
  /** K that each thermometer reads too high, with its standard deviation. */
  thermometers: z.array(
    z.object({
      thermometer: z.enum(thermometerNames),
      vehicles: z.number().int(),
      offsetK: z.number(),
      sdK: z.number(),
      deviates: z.boolean(),
    }),
  ),
});
export type LearnedFile = z.infer<typeof learnedSchema>;

export function learnedFile(
  learned: LearnedCounts,
  record: TrackRecord,
  thermometers: readonly InstrumentOffset[],
  writtenAt: string,
): LearnedFile {
  return {
    format: "evrid.learned",
    version: LEARNED_VERSION,
    writtenAt,
    signed: record.signed,
    resolved: learned.jobs,
    generalWeight: weightOf(learned),
    found: learned.all,
    general: rounded(generalShares),
    local: rounded(workshopShares(learned)),
    parts: groupsIn(learned).map(({ part, value, jobs, counts: found }) => ({ part, value, jobs, found })),
    calibration: record.calibration.map(({ from, to, jobs, right, said }) => ({
      from,
      to,
      jobs,
      right,
      said: four(said),
    })),
    thermometers: thermometers.map((one) => ({ ...one, offsetK: four(one.offsetK), sdK: four(one.sdK) })),
  };
}

const four = (value: number) => Number(value.toFixed(4));
const rounded = <Key extends string>(all: Record<Key, number>) =>
  Object.fromEntries(Object.entries<number>(all).map(([key, value]) => [key, four(value)])) as Record<Key, number>;
