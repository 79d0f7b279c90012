/** The quick desk as it was left; what cannot be read any more is answered by a blank one. */

import { unitsChosen } from "@/core/records/choices";
import { emptyQuickDesk, type QuickDesk, quickDeskSchema } from "@/core/records/quick-desk";
import { inUnits } from "@/core/records/unit-system";
import { loadChoices, loadChosen } from "./choices";
import { database } from "./database";

const NAME = "quick-desk";

export async function loadQuickDesk(): Promise<QuickDesk> {
  return (await loadChosen(NAME, quickDeskSchema)) ?? blankHere();
}

/** A blank desk in this shop's units, where it stands. */
async function blankHere(): Promise<QuickDesk> {
  const choices = await loadChoices();
  const { altitude } = choices;
  const blank = inUnits(emptyQuickDesk(), unitsChosen(choices));
  return altitude.text.trim() === "" ? blank : { ...blank, altitude };
}

/** Rejects when the browser refuses to store. */
export async function saveQuickDesk(desk: QuickDesk): Promise<void> {
  await database.choices.put({ name: NAME, json: JSON.stringify(quickDeskSchema.parse(desk)) });
}
