/** Parts opened or renewed, flush, and the oil that goes back in. */

import { otherRepairs } from "../../causes/work";
import { circuitOils, repairKinds, repairParts } from "../../charge/oil";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";

export const repairSchema = z.strictObject({
  parts: z
    .array(
      z.strictObject({
        part: z.enum(repairParts),
        kind: z.enum(repairKinds),
        drained: entrySchema,
        /** The vehicle maker's own figure for this part. */
        own: entrySchema,
      }),
    )
    .max(repairParts.length),
  /** Repairs beside the circuit: nothing is opened, and no oil moves. */
  others: z.array(z.enum(otherRepairs)).max(otherRepairs.length),
  /** The drier is part of the condenser: new with it, its oil counted there. */
  drierInCondenser: z.boolean(),
  debris: z.boolean(),
  flushed: z.boolean(),
  openHours: entrySchema,
  oil: z.enum(circuitOils).nullable(),
  filled: entrySchema,
});

export function emptyRepair(): z.infer<typeof repairSchema> {
  return {
    parts: [],
    others: [],
    drierInCondenser: false,
    debris: false,
    flushed: false,
    openHours: entry("", "h"),
    oil: null,
    filled: entry("", "g"),
  };
}
