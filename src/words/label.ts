/** Words of what speaks against a label. */
import { format, parseISO } from "date-fns";
import { causeName } from "@/core/causes/catalogue";
import type { LabelDoubt } from "@/core/records/label-check";
import type { Figures } from "@/core/units/figures";

export const LABEL_DOUBT = "Label, scale or unit may be wrong";

/** After charging by weight, by the readings alone. */
export const doubtByReadings = (cause: "undercharge" | "overcharge"): string =>
  `it was charged to the label by weight, and the readings alone fit ${causeName(cause).toLowerCase()}. Read the label at the car again, and check the scale with a known weight.`;

export function labelDoubtSentence(doubt: LabelDoubt, figures: Figures): string {
  switch (doubt.code) {
    case "earlier-visit":
      return `On ${format(parseISO(doubt.at), "d MMM yyyy")} the label of this vehicle was ${figures.quantity(doubt.labelG, "g")}.`;
    case "size-class":
      return `Nearly all cars and vans with ${doubt.evaporators === 1 ? "one evaporator" : "two evaporators"} take ${figures.range(doubt.low, doubt.high, "g")}.`;
    case "recovered-more":
      return `${figures.quantity(doubt.overG, "g")} more came out than the label allows: it was overfilled, or the label is another one.`;
  }
}
