/** What was weighed out of it. */
import { entry, entrySchema } from "../../units/entry";
import { z } from "../../zod";

export const recoverSchema = z.strictObject({
  recovered: entrySchema,
  oil: entrySchema,
  /** What stays in the machine's hoses, reckoned. */
  hoses: entrySchema,
});

export function blankRecover(): z.infer<typeof recoverSchema> {
  return { recovered: entry("", "g"), oil: entry("", "g"), hoses: entry("0", "g") };
}
