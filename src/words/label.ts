/** Words of what speaks against a label. */
import { format, parseISO } from "date-fns";
import type { LabelDoubt } from "@/core/records/vehicles/label-check";
import type { Figures } from "@/core/units/figures";
import { causeName } from "./causes";

export const LABEL_DOUBT = "Label, scale or unit may be wrong";

/** After charging by weight, by the readings alone. */
export const doubtByReadings = (cause: "undercharge" | "overcharge"): string =>
  `charged to the label by weight, but the readings show ${causeName(cause).toLowerCase()}. Read the label again and check the scale with a known weight.`;

export function labelDoubtSentence(doubt: LabelDoubt, figures: Figures): string {
  switch (doubt.code) {
    case "earlier-visit":
      return `On ${format(parseISO(doubt.at), "d MMM yyyy")} this vehicle's label was ${figures.quantity(doubt.labelG, "g")}.`;
    case "size-class":
      return `Most cars and vans with ${doubt.evaporators === 1 ? "one evaporator" : "two evaporators"} take ${figures.range(doubt.low, doubt.high, "g")}.`;
    case "recovered-more":
      return `${figures.quantity(doubt.overG, "g")} more recovered than the label allows: overcharged, or the wrong label.`;
  }
}
