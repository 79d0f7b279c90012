/** Words of the books. */

import { format, parseISO } from "date-fns";
import type { Act, LedgerEntry } from "@/core/charge/books/ledger";
import type { Figures } from "@/core/units/figures";

export const actNames: Record<Act, string> = {
  recover: "Recovered",
  "recover-hoses": "Left in machine hoses",
  charge: "Charged from cylinder",
  purge: "Hose purged",
  dose: "Charged by station",
  take: "Excess recovered",
  drain: "Oil lost with parts",
  fill: "Oil filled in",
};

/** Text of an entry; a reversal names the reversed entry and its time. */
export function entrySummary({ act, substance, counters }: LedgerEntry, ledger: readonly LedgerEntry[] = []): string {
  const what = act === "recover" && substance === "oil" ? "Oil recovered" : actNames[act];
  if (counters === null) return what;
  const first = ledger.find(({ id }) => id === counters);
  const when = first === undefined ? "" : `, recorded at ${format(parseISO(first.at), "HH:mm:ss")}`;
  return `Reversed: ${what.charAt(0).toLowerCase()}${what.slice(1)}${when}`;
}

/** The rail that adds up what went where, named for what this shop weighs in. */
export function ledgerName(figures: Figures): string {
  const unit = figures.unit("g");
  return unit === "g" || unit === "kg" ? "Refrigerant log" : "Refrigerant log";
}
