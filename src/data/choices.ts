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

export async function changeChoices(change: Partial<Choices>): Promise<void> {
  await database.transaction("rw", database.choices, async () => {
    const next = choicesSchema.parse({ ...(await loadChoices()), ...change });
    await database.choices.put({ name: NAME, json: JSON.stringify(next) });
  });
}
