/** Steps of a learner as kept; light enough for a page, which does not load the simulator for it. */
import { partIds } from "../causes/signs";
import * as z from "../zod";
import { drillActs } from "./drill-acts";
import { caseFaults, namedFaults } from "./drill-troubles";

/** The longest run that can be kept: two weeks at the car. */
export const MOST_MINUTES = 14 * 24 * 60;
/** Length of one sample, in which moments are counted, s. */
export const MOMENT_S = 0.5;
/** A moment of a run, in samples since the vehicle came in. */
export const momentSchema = z
  .int()
  .min(0)
  .max(MOST_MINUTES * 120);

/** Act of the learner; `at` in half-second samples since the car came in. */
export const drillStepSchema = z.discriminatedUnion("does", [
  z.strictObject({
    at: momentSchema,
    does: z.literal("act"),
    act: z.enum(drillActs),
    part: z.enum(partIds).nullish(),
  }),
  z.strictObject({ at: momentSchema, does: z.literal("engine"), engine: z.enum(["off", "idle", "fast"]) }),
  z.strictObject({ at: momentSchema, does: z.literal("belief"), causes: z.array(z.enum(namedFaults)).min(1).max(3) }),
  z.strictObject({
    at: momentSchema,
    does: z.literal("commit"),
    /** None: nothing is wrong with it. */
    causes: z.array(z.enum(caseFaults)).max(3),
    /** To be put in, or taken out (negative); null: to be weighed first. */
    grams: z.number().min(-5000).max(5000).nullable(),
  }),
]);
export type DrillStep = z.infer<typeof drillStepSchema>;

/** A step before its moment is known. */
export type Doing = DrillStep extends infer Step ? (Step extends { at: number } ? Omit<Step, "at"> : never) : never;

/** When a belief is asked for, s. */
export const BELIEF_AT_S = [600, 1200] as const;
