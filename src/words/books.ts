/** Words of the books. */

import type { Act, LedgerEntry } from "@/core/charge/books/ledger";
import type { Figures } from "@/core/units/figures";

export const actNames: Record<Act, string> = {
  recover: "Recovered",
  "recover-hoses": "Left in the machine's hoses",
  charge: "Out of the container",
  purge: "Hose purged",
  take: "Surplus taken out",
  drain: "Oil drained with parts",
  fill: "Oil filled in",
};

export function entrySummary({ act, substance, counters }: LedgerEntry): string {
  const what = act === "recover" && substance === "oil" ? "Oil recovered" : actNames[act];
  return counters === null ? what : `${what}: taken back (${counters})`;
}

/** The rail that adds up what went where, named for what this shop weighs in. */
export function booksName(figures: Figures): string {
  const unit = figures.unit("g");
  return unit === "g" || unit === "kg" ? "Every gram" : "Every ounce";
}
