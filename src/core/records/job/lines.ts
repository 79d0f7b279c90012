/** Surface temperatures along the circuit, and how far the liquid line climbs and runs to the metering device. */
import { linePlaces } from "../../line-places";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";

export const linesSchema = z.strictObject({
  spots: z.array(z.strictObject({ place: z.enum(linePlaces), temperature: entrySchema })).max(linePlaces.length),
  rise: entrySchema,
  length: entrySchema,
});

export function emptyLines(): z.infer<typeof linesSchema> {
  return { spots: [], rise: entry("", "hoseM"), length: entry("", "hoseM") };
}
