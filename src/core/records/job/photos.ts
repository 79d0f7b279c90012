/** Photos of a job: what is known of each; the pictures themselves are kept beside the record, by their id. */
import * as z from "../../zod";
import { stepIds } from "./steps";
import { instant } from "./written";

/** Photos of one job, and the largest a reduced one is kept as, bytes. */
export const MOST_PHOTOS = 24;
export const MOST_PHOTO_BYTES = 220_000;

export const photoSchema = z.strictObject({
  id: z.string().min(1).max(100),
  step: z.enum(stepIds),
  at: instant,
  /** Pixels and bytes as it is kept: reduced, JPEG. */
  width: z.number().int().min(1).max(10_000),
  height: z.number().int().min(1).max(10_000),
  bytes: z.number().int().min(1).max(MOST_PHOTO_BYTES),
});
