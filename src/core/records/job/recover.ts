/** Recovered mass. */
import { identifiedResults } from "../../charge/identification";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { gramsSchema, instant } from "./written";

export const recoverSchema = z.strictObject({
  recovered: entrySchema,
  oil: entrySchema,
  /** Content of the machine's hoses, calculated. */
  hoses: entrySchema,
  /** Identifier result before recovery; null before an answer. */
  identified: z.strictObject({
    result: z.enum(identifiedResults).nullable(),
    purity: entrySchema,
    air: entrySchema,
    hydrocarbons: entrySchema,
  }),
  /** Last value of the machine's scale while running, g; null when nothing waits to be recorded. */
  scale: z.strictObject({ grams: gramsSchema, at: instant }).nullable(),
});

export function emptyRecovery(): z.infer<typeof recoverSchema> {
  const percent = entry("", "pct");
  return {
    recovered: entry("", "g"),
    oil: entry("", "g"),
    hoses: entry("0", "g"),
    identified: { result: null, purity: percent, air: percent, hydrocarbons: percent },
    scale: null,
  };
}
