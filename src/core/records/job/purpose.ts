/** Purposes of a job: work on a vehicle, practice on simulated instruments, or the invented work of the demo workshop. */
import * as z from "../../zod";

const purposes = ["work", "practice", "demo"] as const;
export type Purpose = (typeof purposes)[number];
export const purposeSchema = z.enum(purposes);
