/** The workshop's choices; what cannot be read any more is answered by the usual ones. */
import { type Choices, choicesSchema, usualChoices } from "@/core/records/choices";
import { database } from "./database";

const NAME = "workshop";

export async function loadChoices(): Promise<Choices> {
  const stored = await database.choices.get(NAME);
  if (stored === undefined) return usualChoices;
  try {
    const read = choicesSchema.safeParse(JSON.parse(stored.json));
    return read.success ? read.data : usualChoices;
  } catch {
    return usualChoices;
  }
}

/** Changes some of the choices, to values or to what they are made from. Rejects when the browser refuses to store. */
export async function changeChoices(change: Partial<Choices> | ((now: Choices) => Partial<Choices>)): Promise<void> {
  await database.transaction("rw", database.choices, async () => {
    const now = await loadChoices();
    const next = choicesSchema.parse({ ...now, ...(typeof change === "function" ? change(now) : change) });
    await database.choices.put({ name: NAME, json: JSON.stringify(next) });
  });
}
