/**
 * The books of a job: every act that moves refrigerant or oil is one entry, from one account to another. Entries are only ever
 * appended; a wrong one is answered by a counter-entry. What leaves one account enters another, so that no gram can go missing.
 */
import { instantSchema } from "../../dates";
import { fail, type Result, succeed } from "../../result";
import * as z from "../../zod";

const substances = ["refrigerant", "oil"] as const;
export type Substance = (typeof substances)[number];

const acts = [
  /** Weighed out of the vehicle into the recovery machine, and what stayed behind in the machine's hoses. */
  "recover",
  "recover-hoses",
  /** Out of a container into the charging line, and what was let out of its end. */
  "charge",
  "purge",
  /** Charged by a service station out of its own tank. */
  "dose",
  /** A surplus, weighed out of the vehicle again after charging. */
  "take",
  /** Oil: out with a part, in with a new one, and in from the bottle. */
  "drain",
  "fill",
] as const;
export type Act = (typeof acts)[number];

/** `container:` and an id, or one of the places that every job has. */
const accountSchema = z.string().regex(/^(vehicle|machine|machine-hoses|line|air|parts|bottle|container:.{1,100})$/);
export type Account = z.infer<typeof accountSchema>;

export const ledgerEntrySchema = z.strictObject({
  id: z.string().min(1).max(100),
  at: instantSchema,
  act: z.enum(acts),
  substance: z.enum(substances),
  /** Mass moved, g; never negative: a return is an entry in the other direction. */
  grams: z.number().min(0).max(100_000),
  from: accountSchema,
  to: accountSchema,
  /** Reckoned, not weighed. */
  estimated: z.boolean(),
  /** Id of the entry that this one takes back. */
  counters: z.string().max(100).nullable(),
});
export type LedgerEntry = z.infer<typeof ledgerEntrySchema>;
export type Ledger = readonly LedgerEntry[];

export type LedgerIssue =
  | { code: "entry-twice"; id: string }
  | { code: "entry-broken"; id: string; expected: string }
  | { code: "nothing-to-counter"; id: string }
  | { code: "countered-already"; id: string }
  /** An entry that takes back another must be its exact opposite. */
  | { code: "no-opposite"; id: string };

/** Substance of each act and its places: the kind of account, before a colon. */
const moves: Record<Act, { substance: readonly Substance[]; from: string; to: string }> = {
  recover: { substance: ["refrigerant", "oil"], from: "vehicle", to: "machine" },
  "recover-hoses": { substance: ["refrigerant"], from: "vehicle", to: "machine-hoses" },
  charge: { substance: ["refrigerant"], from: "container", to: "line" },
  purge: { substance: ["refrigerant"], from: "line", to: "air" },
  dose: { substance: ["refrigerant"], from: "machine", to: "vehicle" },
  take: { substance: ["refrigerant"], from: "vehicle", to: "machine" },
  drain: { substance: ["oil"], from: "vehicle", to: "parts" },
  fill: { substance: ["oil"], from: "bottle", to: "vehicle" },
};

const kindOf = (account: Account) => account.split(":", 1)[0]!;

/** Issue of a single entry: an act moves only its own substance between its own places; a reversal, the other way. */
function misplaced(entry: LedgerEntry): string | null {
  const { substance, from, to } = moves[entry.act];
  if (!substance.includes(entry.substance)) return `substance: ${substance.join(" or ")} for ${entry.act}`;
  const [source, sink] = entry.counters === null ? [from, to] : [to, from];
  if (kindOf(entry.from) !== source) return `from: ${source} for ${entry.act}`;
  return kindOf(entry.to) === sink ? null : `to: ${sink} for ${entry.act}`;
}

export function containerAccount(id: string): Account {
  return `container:${id}`;
}

/** Entries are numbered in the order they were written; a number that stands already, from wherever it came, is passed over. */
export function entryId(ledger: Ledger): string {
  const taken = new Set(ledger.map(({ id }) => id));
  for (let n = ledger.length + 1; ; n++) if (!taken.has(`e${n}`)) return `e${n}`;
}

/** The books with one entry more. Errors: an id that stands already, grams that cannot be, an act between places that are not its own. */
export function post(ledger: Ledger, entry: LedgerEntry): Result<LedgerEntry[], LedgerIssue> {
  if (ledger.some(({ id }) => id === entry.id)) return fail({ code: "entry-twice", id: entry.id });
  const checked = ledgerEntrySchema.safeParse(entry);
  if (!checked.success) {
    const issue = checked.error.issues[0]!;
    return fail({ code: "entry-broken", id: entry.id, expected: `${issue.path.join(".")}: ${issue.message}` });
  }
  const wrong = misplaced(entry);
  return wrong === null ? succeed([...ledger, entry]) : fail({ code: "entry-broken", id: entry.id, expected: wrong });
}

/** Whether books from elsewhere could have been written here, entry by entry. The issue names the first that could not. */
export function checkLedger(ledger: Ledger): LedgerIssue | null {
  const seen = new Map<string, LedgerEntry>();
  const answered = new Set<string>();
  for (const entry of ledger) {
    const { id, counters } = entry;
    if (seen.has(id)) return { code: "entry-twice", id };
    const wrong = misplaced(entry);
    if (wrong !== null) return { code: "entry-broken", id, expected: wrong };
    if (counters !== null) {
      const first = seen.get(counters);
      if (first === undefined || first.counters !== null) return { code: "nothing-to-counter", id };
      if (answered.has(counters)) return { code: "countered-already", id };
      const { act, substance, grams, from, to } = entry;
      const opposite = first.from === to && first.to === from;
      if (!opposite || first.act !== act || first.substance !== substance || first.grams !== grams) {
        return { code: "no-opposite", id };
      }
      answered.add(counters);
    }
    seen.set(id, entry);
  }
  return null;
}

/** Takes an entry back by its opposite; both stay in the books. */
export function reverse(
  ledger: Ledger,
  id: string,
  by: { id: string; at: string },
): Result<LedgerEntry[], LedgerIssue> {
  const wrong = ledger.find((entry) => entry.id === id);
  if (wrong === undefined || wrong.counters !== null) return fail({ code: "nothing-to-counter", id });
  if (ledger.some(({ counters }) => counters === id)) return fail({ code: "countered-already", id });
  return post(ledger, { ...wrong, ...by, from: wrong.to, to: wrong.from, counters: id });
}

/** Entries that still hold: neither taken back nor taking back. */
export function activeEntries(ledger: Ledger): LedgerEntry[] {
  const countered = new Set(ledger.map(({ counters }) => counters));
  return ledger.filter(({ id, counters }) => counters === null && !countered.has(id));
}

/** Balance of each account: inflow less outflow, g. */
export function balances(ledger: Ledger, substance: Substance): Map<Account, number> {
  const sums = new Map<Account, number>();
  for (const { substance: what, from, to, grams } of ledger) {
    if (what !== substance) continue;
    sums.set(from, (sums.get(from) ?? 0) - grams);
    sums.set(to, (sums.get(to) ?? 0) + grams);
  }
  return sums;
}

/** Grams that have left an account by one act and still stand. */
export function movedBy(ledger: Ledger, act: Act, substance: Substance = "refrigerant"): number {
  return activeEntries(ledger).reduce(
    (sum, entry) => (entry.act === act && entry.substance === substance ? sum + entry.grams : sum),
    0,
  );
}

/** Refrigerant that was charged, out of containers or by a station, g. */
export const chargedBy = (ledger: Ledger): number => movedBy(ledger, "charge") + movedBy(ledger, "dose");

/** Whether the later books only add to the earlier ones. */
export const continues = (earlier: Ledger, later: Ledger): boolean => firstChanged(earlier, later) === null;

export interface ChangedEntry {
  /** As it was. */
  entry: LedgerEntry;
  /** The first field that differs; null where the entry is gone. */
  field: keyof LedgerEntry | null;
}

/** The first entry that the later books no longer have as it was; null where they only add to it. */
export function firstChanged(earlier: Ledger, later: Ledger): ChangedEntry | null {
  for (const [i, entry] of earlier.entries()) {
    const kept = later[i];
    if (kept === undefined) return { entry, field: null };
    const field = (Object.keys(ledgerEntrySchema.shape) as (keyof LedgerEntry)[]).find(
      (key) => kept[key] !== entry[key],
    );
    if (field !== undefined) return { entry, field };
  }
  return null;
}
