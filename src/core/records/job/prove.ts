/** The caps on both ports after charging; leak checks stand with the leak search. */
import * as z from "../../zod";

export const proveSchema = z.strictObject({ capsOn: z.boolean() });

export function emptyVerification(): z.infer<typeof proveSchema> {
  return { capsOn: false };
}
