/** What all parts of a job's record are written with. */
import { z } from "../../zod";

export const instant = z.iso.datetime();
export const words = z.string().max(4000);
