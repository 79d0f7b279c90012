/** Connection of the gauges, and the loss with their hoses. */
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { instant, measuredSchema } from "./written";

/** Connected sides: both, or the low side only where the high port is not trusted. */
const hookUps = ["both", "low-only"] as const;
const hosesOff = ["let-back", "as-they-stood"] as const;

export const hookUpSchema = z.strictObject({
  gauges: z.enum(hookUps).nullable(),
  /** Length and bore of each hose. */
  hose: entrySchema,
  bore: entrySchema,
  checked: z.array(z.string().max(60)).max(20),
  /** Live gauges open to the air, kPa gauge; null where they were not checked. */
  zero: z
    .strictObject({ at: instant, lowKpa: measuredSchema.nullable(), highKpa: measuredSchema.nullable() })
    .nullable()
    .default(null),
  /** Disconnection of the hoses: drained to the low side first, or full. */
  hosesOff: z.enum(hosesOff).nullable(),
});

export function emptyHookUp(): z.infer<typeof hookUpSchema> {
  return {
    gauges: null,
    hose: entry("1.5", "hoseM"),
    bore: entry("4.8", "mm"),
    checked: [],
    zero: null,
    hosesOff: null,
  };
}
