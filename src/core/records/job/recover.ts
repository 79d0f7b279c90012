/** What was weighed out of it. */
import { identifiedResults } from "../../charge/identification";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { gramsSchema, instant } from "./written";

export const recoverSchema = z.strictObject({
  recovered: entrySchema,
  oil: entrySchema,
  /** What stays in the machine's hoses, reckoned. */
  hoses: entrySchema,
  /** What an identifier showed before anything was recovered; null before somebody said. */
  identified: z.strictObject({
    result: z.enum(identifiedResults).nullable(),
    purity: entrySchema,
    air: entrySchema,
    hydrocarbons: entrySchema,
  }),
  /** What the machine's scale showed last while it ran, g; null when nothing waits to be written down. */
  scale: z.strictObject({ grams: gramsSchema, at: instant }).nullable(),
});

export function blankRecover(): z.infer<typeof recoverSchema> {
  const percent = entry("", "pct");
  return {
    recovered: entry("", "g"),
    oil: entry("", "g"),
    hoses: entry("0", "g"),
    identified: { result: null, purity: percent, air: percent, hydrocarbons: percent },
    scale: null,
  };
}
