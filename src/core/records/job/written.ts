/** Common schema parts of a job's record. */
import * as z from "../../zod";

export { instantSchema as instant } from "../../dates";

/** Grams of a scale or of a balance; no circuit, cylinder or machine holds a thousandth of it. */
export const gramsSchema = z.number().min(-1_000_000).max(1_000_000);
/** Any other measured number: the bound keeps what is computed from it finite. */
export const measuredSchema = z.number().min(-1e9).max(1e9);
export const words = z.string().max(4000);
/** By the name of the field; an empty one is left out. */
export const draftsSchema = z.record(z.string().max(200), z.string().max(200));

export function emptyDrafts(): z.infer<typeof draftsSchema> {
  return {};
}
