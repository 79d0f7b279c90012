/** What all parts of a job's record are written with. */
import * as z from "../../zod";

export const instant = z.iso.datetime();
export const words = z.string().max(4000);
/** By the name of the field; an empty one is left out. */
export const draftsSchema = z.record(z.string().max(200), z.string().max(200));

export function blankDrafts(): z.infer<typeof draftsSchema> {
  return {};
}
