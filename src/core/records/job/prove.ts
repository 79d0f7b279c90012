/** Leak checks of what was opened, and the caps, after charging. */
import { repairParts } from "../../charge/oil";
import * as z from "../../zod";
import { instant } from "./written";

/** Ways to look for a leak, in the order they are worth taking. */
export const leakMethods = ["eye", "sniffer", "dye"] as const;
export type LeakMethod = (typeof leakMethods)[number];

export const MOST_CHECKS = 200;

export const proveSchema = z.strictObject({
  checks: z
    .array(
      z.strictObject({
        part: z.enum(repairParts),
        method: z.enum(leakMethods),
        leaks: z.boolean(),
        at: instant,
      }),
    )
    .max(MOST_CHECKS),
  capsOn: z.boolean(),
});

export function blankProve(): z.infer<typeof proveSchema> {
  return { checks: [], capsOn: false };
}
