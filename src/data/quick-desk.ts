/** The quick desk as it was left; what cannot be read any more is answered by a blank one. */
import { blankQuickDesk, type QuickDesk, quickDeskSchema } from "@/core/records/quick-desk";
import { database } from "./database";

const NAME = "quick-desk";

export async function loadQuickDesk(): Promise<QuickDesk> {
  const stored = await database.choices.get(NAME);
  if (stored === undefined) return blankQuickDesk();
  try {
    const read = quickDeskSchema.safeParse(JSON.parse(stored.json));
    return read.success ? read.data : blankQuickDesk();
  } catch {
    return blankQuickDesk();
  }
}

/** Rejects when the browser refuses to store. */
export async function saveQuickDesk(desk: QuickDesk): Promise<void> {
  await database.choices.put({ name: NAME, json: JSON.stringify(quickDeskSchema.parse(desk)) });
}
