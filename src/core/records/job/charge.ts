/** Containers on hand, hoses, and the stretch of charging that is going on. */
import { hoseStates } from "../../charge/hose-states";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { gramsSchema, instant, words } from "./written";

/** Positions of the charging valves; the last two only a real manifold allows. */
export const valvesAt = ["liquid-high", "vapour-low", "liquid-low", "vapour-high"] as const;

export const MOST_CONTAINERS = 50;

export const chargeSchema = z.strictObject({
  /** Left in the hose when all is done, where somebody knows it better. */
  hoses: entrySchema,
  /** Last flow through the hose; null before anything flowed. */
  hoseHolds: z.enum(hoseStates).nullable(),
  /** The hose is drawn in through the low side at the end; else what it holds stays in it. */
  drawIn: z.boolean(),
  purged: entrySchema,
  containers: z
    .array(
      z.strictObject({
        id: z.string().min(1),
        name: words,
        net: entrySchema,
        /** As warm as the air where it is left empty. */
        temperature: entrySchema,
      }),
    )
    .max(MOST_CONTAINERS),
  /** Cans and cylinders stand in warm water. */
  warmWater: z.boolean(),
  /** The stretch that is going on, moved with every sample; booked when it ends. */
  open: z
    .strictObject({
      containerId: z.string(),
      startG: gramsSchema,
      nowG: gramsSchema,
      /** Offset of the scale's zero from the log. */
      offsetG: gramsSchema,
      valve: z.enum(valvesAt),
      startedAt: instant,
    })
    .nullable(),
});

export function emptyCharge(): z.infer<typeof chargeSchema> {
  return {
    hoses: entry("", "g"),
    hoseHolds: null,
    drawIn: true,
    purged: entry("", "g"),
    containers: [],
    warmWater: true,
    open: null,
  };
}
