/** The leak search: checks of places, before the work and after it, and the pressure test. */
import { leakPlaceIds } from "../../causes/leak-places";
import { leakMethodIds } from "../../leak/methods";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { instant, measuredSchema, words } from "./written";

/** A check belongs to the search before the work, or to the proof after it. */
const leakStages = ["search", "after-work"] as const;
export type LeakStage = (typeof leakStages)[number];

/** Never air or oxygen: there is no way to record a test with either. */
export const testGases = ["nitrogen", "nitrogen-hydrogen"] as const;
export type TestGas = (typeof testGases)[number];

export const MOST_CHECKS = 400;
export const MOST_TEST_POINTS = 4000;

const checkSchema = z.strictObject({
  place: z.enum(leakPlaceIds),
  method: z.enum(leakMethodIds),
  leaks: z.boolean(),
  stage: z.enum(leakStages),
  /** Reading of the instrument, mass a year; empty where it shows none. */
  size: entrySchema,
  /** Where at the place: "lower left". */
  spot: words,
  /** Photo of the job that shows it. */
  photo: z.string().max(100).nullable(),
  at: instant,
});
export type LeakCheck = z.infer<typeof checkSchema>;

export const leakSchema = z.strictObject({
  checks: z.array(checkSchema).max(MOST_CHECKS),
  test: z.strictObject({
    gas: z.enum(testGases).nullable(),
    /** The gas comes through a pressure regulator. */
    regulator: z.boolean(),
    limit: entrySchema,
    start: entrySchema,
    startTemperature: entrySchema,
    end: entrySchema,
    endTemperature: entrySchema,
    length: entrySchema,
    /** Zero of the trace; null where it was typed. */
    startedAt: instant.nullable(),
    /** When it was read and let out; null while it stands. */
    endedAt: instant.nullable(),
    /** Seconds since it began, kPa gauge and degC. */
    trace: z
      .array(z.strictObject({ t: measuredSchema, kpa: measuredSchema, celsius: measuredSchema }))
      .max(MOST_TEST_POINTS),
    /** When the newest point was taken. */
    seenAt: instant.nullable(),
  }),
});

export function emptyLeak(): z.infer<typeof leakSchema> {
  return {
    checks: [],
    test: {
      gas: null,
      regulator: false,
      limit: entry("1200", "kPa"),
      start: entry("", "kPa"),
      startTemperature: entry("", "degC"),
      end: entry("", "kPa"),
      endTemperature: entry("", "degC"),
      length: entry("30", "min"),
      startedAt: null,
      endedAt: null,
      trace: [],
      seenAt: null,
    },
  };
}

/** A pressure test stands: begun, and not ended. */
export const pressureTestRuns = ({ test }: Pick<z.infer<typeof leakSchema>, "test">): boolean =>
  test.startedAt !== null && test.endedAt === null;
