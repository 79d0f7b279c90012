/** Who answers for the job and with which papers, and every amendment of a signed job. */
import { daySchema } from "../../dates";
import * as z from "../../zod";
import { instant, words } from "./written";

/** Amendments of one job, and characters of each signed version that is kept. */
export const MOST_AMENDMENTS = 40;
const MOST_SIGNED_TEXT = 2_000_000;

const equipment = z.strictObject({
  /** Make, model and serial number, as the shop names it. */
  name: z.string().max(200),
  checkedOn: daySchema.nullable(),
});

/** Papers behind a signature, as the shop's settings had them when the job was signed. */
const credentialsSchema = z.strictObject({
  /** Number of the certificate of the technician who signed. */
  certificate: z.string().max(100),
  shop: z.string().max(300),
  registration: z.string().max(100),
  machine: equipment,
  scale: equipment,
});
export type Credentials = z.infer<typeof credentialsSchema>;

export const signOffSchema = z.strictObject({
  technician: words,
  remark: words,
  signedAt: instant.nullable(),
  /** Null until it was signed, and in records signed before they were kept. */
  credentials: credentialsSchema.nullable(),
});

const amendmentSchema = z.strictObject({
  at: instant,
  by: words.min(1),
  reason: words.min(1),
  /** The job as it was signed, as JSON, without its earlier amendments: never changed again. */
  signed: z.string().min(2).max(MOST_SIGNED_TEXT),
});
export type Amendment = z.infer<typeof amendmentSchema>;

export const amendmentsSchema = z.array(amendmentSchema).max(MOST_AMENDMENTS);

export function emptySignOff(): z.infer<typeof signOffSchema> {
  return { technician: "", remark: "", signedAt: null, credentials: null };
}
