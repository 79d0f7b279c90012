/** Form of a ledger entry outside of jobs: checked against what the cylinder holds; messages are codes for the words. */
import { entrySchema, entryValue } from "../../units/entry";
import * as z from "../../zod";
import { fields } from "../fields";
import type { Container } from "./container";
import { countEntry, placeOf, type StockEntry, stockEntry } from "./entry";

export const stockFormActs = ["receive", "count", "move", "send-off", "use"] as const;
export type StockGap = "weight" | "under-tare" | "target" | "more-than-held";

/** A removal may exceed the ledger by so much before it is refused, g. */
const ROUNDING_G = 0.5;

const shape = z.object({
  act: z.enum(stockFormActs).nullable(),
  amount: entrySchema,
  technician: z.string().max(200),
  remark: z.string().max(4000),
  target: z.string(),
});
export type StockForm = z.infer<typeof shape>;

/** State before the entry, for its check: tare (null if unknown) and the content by the ledger, g. */
export interface HeldBefore {
  tareG: number | null;
  heldG: number;
}

export function stockFormSchema(before: HeldBefore) {
  return shape.superRefine((form, context) => {
    const gap = gapOf(form, before);
    if (gap !== null)
      context.addIssue({ code: "custom", path: [gap === "target" ? "target" : "amount"], message: gap });
  });
}

function gapOf(form: StockForm, before: HeldBefore): StockGap | null {
  const { act, target } = form;
  const { grams, netG } = amountsOf(form, before);
  if (grams === null || netG === null) return "weight";
  if (netG < 0) return "under-tare";
  if (act === "move" && target === "") return "target";
  if (act !== "receive" && act !== "count" && grams > before.heldG + ROUNDING_G) return "more-than-held";
  return null;
}

/** The typed weight and the content it stands for, g; a scale is read with the cylinder on it where the tare is known. */
export function amountsOf({ act, amount }: StockForm, { tareG }: HeldBefore) {
  const grams = entryValue(act === "count" ? fields.counted : fields.moved, amount);
  return { grams, netG: grams !== null && act === "count" && tareG !== null ? grams - tareG : grams };
}

/** Entry of a form without gaps; null where a count agrees with the ledger. Errors: RangeError for a form with gaps. */
export function entryOfForm(
  form: StockForm,
  before: HeldBefore,
  { id, at, container }: { id: string; at: string; container: Container },
): StockEntry | null {
  const { act } = form;
  const { grams, netG } = amountsOf(form, before);
  if (act === null || grams === null || netG === null) throw new RangeError("stock form without action or weight");
  const by = { technician: form.technician.trim(), remark: form.remark.trim() };
  if (act === "count") return countEntry(id, at, container.id, { bookG: before.heldG, foundG: netG }, by);
  const here = placeOf(container.id);
  const [from, to] = {
    receive: ["supplier", here],
    move: [here, placeOf(form.target)],
    "send-off": [here, "away"],
    use: [here, "used"],
  }[act] as [string, string];
  return stockEntry(id, at, { act, grams, from, to, ...by });
}
