/** A service station that recovers, evacuates and charges by itself: what it printed. */
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";

export const vacuumResults = ["held", "not-held"] as const;
export type VacuumResult = (typeof vacuumResults)[number];

export const stationSchema = z.strictObject({
  /** The whole job is done on it: no container, plan or hose of the shop takes part. */
  used: z.boolean(),
  vacuum: entrySchema,
  result: z.enum(vacuumResults).nullable(),
  charged: entrySchema,
});

export function emptyStation(): z.infer<typeof stationSchema> {
  return { used: false, vacuum: entry("", "min"), result: null, charged: entry("", "g") };
}
