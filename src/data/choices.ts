/** The workshop's choices; what cannot be read any more is answered by the usual ones. */
import { type Choices, choicesSchema, usualChoices } from "@/core/records/choices";
import type * as z from "@/core/zod";
import { database } from "./database";

const NAME = "workshop";

export async function loadChoices(): Promise<Choices> {
  return (await loadChosen(NAME, choicesSchema)) ?? usualChoices;
}

/** The same; null where nothing was ever chosen. */
export function keptChoices(): Promise<Choices | null> {
  return loadChosen(NAME, choicesSchema);
}

/** What is kept under a name in the table of choices; null where there is nothing, or what cannot be read any more. */
export async function loadChosen<Kept>(name: string, schema: z.ZodType<Kept>): Promise<Kept | null> {
  const stored = await database.choices.get(name);
  if (stored === undefined) return null;
  try {
    return schema.safeParse(JSON.parse(stored.json)).data ?? null;
  } catch {
    return null;
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
