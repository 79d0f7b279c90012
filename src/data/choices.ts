/** The workshop's settings: versioned, each read by itself, and never written over a record that could not be read. */
import type { RecordIssue } from "@/core/read-record";
import {
  type Choices,
  type ReadChoices,
  readChoices,
  readingIn,
  usualChoices,
  withChoices,
} from "@/core/records/choices";
import { fail, type Result, succeed } from "@/core/result";
import type * as z from "@/core/zod";
import { noteChange } from "./changes";
import { database, databaseOf } from "./database";
import { isDemoWorkshop } from "./workshop";

const NAME = "workshop";

/** Stored settings that cannot be read stay as they are, and no change is made to them. */
export class UnreadableSettings extends Error {
  constructor(readonly issue: RecordIssue | { code: "not-json" }) {
    super(issue.code);
  }
}

type Read = Result<ReadChoices & { stored: Record<string, unknown> }, UnreadableSettings["issue"]>;

/** Null where nothing was ever chosen. */
async function read(): Promise<Read | null> {
  const row = await database.choices.get(NAME);
  return row === undefined ? null : readText(row.json);
}

function readText(json: string): Read {
  let stored: unknown;
  try {
    stored = JSON.parse(json);
  } catch {
    return fail({ code: "not-json" });
  }
  const made = readChoices(stored);
  return made.ok ? succeed({ ...made.value, stored: stored as Record<string, unknown> }) : made;
}

/** The settings as far as they can be read; standard ones for the rest. */
export async function loadChoices(): Promise<Choices> {
  const made = await read();
  return made?.ok ? made.value.choices : usualChoices;
}

export interface SettingsHealth {
  /** Why nothing stored could be read; null when it could. */
  issue: UnreadableSettings["issue"] | null;
  /** Settings that are answered by the standard ones. */
  unreadable: ReadChoices["unreadable"];
  /** The stored record as text; null where there is none. */
  text: string | null;
}

export async function settingsHealth(): Promise<SettingsHealth> {
  const text = (await database.choices.get(NAME))?.json ?? null;
  const made = text === null ? null : readText(text);
  return made === null || made.ok
    ? { issue: null, unreadable: made?.value.unreadable ?? [], text }
    : { issue: made.issue, unreadable: [], text };
}

/** The stored settings as they stand, unknown keys among them; null where nothing was chosen or nothing can be read. */
export async function keptChoices(): Promise<object | null> {
  const made = await read();
  return made?.ok ? made.value.stored : null;
}

/** A small record kept under a name in the table of choices; null where there is none, or one that cannot be read. */
export async function loadChosen<Kept>(name: string, schema: z.ZodType<Kept>): Promise<Kept | null> {
  const stored = await database.choices.get(name);
  if (stored === undefined) return null;
  try {
    return schema.safeParse(JSON.parse(stored.json)).data ?? null;
  } catch {
    return null;
  }
}

/**
 * Changes some of the settings, to values or to what they are made from. Rejects with {@link UnreadableSettings} where the stored ones cannot be
 * read, and when the browser refuses to store; what is stored stays as it is then.
 */
export async function changeChoices(change: Partial<Choices> | ((now: Choices) => Partial<Choices>)): Promise<void> {
  await database.transaction("rw", database.choices, database.changes, async () => {
    const made = await read();
    if (made !== null && !made.ok) throw new UnreadableSettings(made.issue);
    const { choices: now, stored } = made?.value ?? { choices: usualChoices, stored: { ...usualChoices } };
    const next = withChoices(stored, now, typeof change === "function" ? change(now) : change);
    await database.choices.put({ name: NAME, json: JSON.stringify(next) });
    await noteChange("settings", NAME);
  });
}

/** Puts standard settings in the place of stored ones that cannot be read; whoever asks has their text. Readable ones stay. */
export async function replaceUnreadableChoices(): Promise<void> {
  await database.transaction("rw", database.choices, database.changes, async () => {
    const made = await read();
    if (made === null || made.ok) return;
    await database.choices.delete(NAME);
    await noteChange("settings", NAME);
  });
}

/** Lets the demo workshop read as the shop does, where nothing was chosen in it yet. */
export async function readAsTheShop(): Promise<void> {
  if (!isDemoWorkshop || (await read()) !== null) return;
  const shop = databaseOf("shop");
  try {
    const row = await shop.choices.get(NAME);
    const made = row === undefined ? null : readText(row.json);
    if (!made?.ok) return;
    const { units, unitsEach, language, large } = made.value.choices;
    await changeChoices((now) => ({ ...readingIn(now, { units, unitsEach }), language, large }));
  } finally {
    shop.close();
  }
}

/** The row that holds the settings of a file, as it is stored; null where the file's settings cannot be read. */
export function choicesRow(given: object): { name: string; json: string } | null {
  return readChoices(given).ok ? { name: NAME, json: JSON.stringify(given) } : null;
}
