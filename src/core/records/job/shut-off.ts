/** Time until the sides met after the engine was stopped; `met` false: still apart after it. */
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { instant } from "./written";

export const shutOffSchema = z.strictObject({
  seconds: entrySchema,
  met: z.boolean().nullable(),
  takenAt: instant.nullable(),
});

export function emptyEqualisation(): z.infer<typeof shutOffSchema> {
  return { seconds: entry("", "s"), met: null, takenAt: null };
}
