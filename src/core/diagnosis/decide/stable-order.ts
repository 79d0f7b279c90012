/** The order in which causes stand on a screen while readings still move: rows change places only when the order is certain. */
import type { Cause } from "../../causes/catalogue";
import { REORDER_FACTOR, REORDER_MARGIN } from "../thresholds";

/** @param before order shown so far; empty at first. */
export function stableOrder<Ranked extends { cause: Cause; probability: number }>(
  before: readonly Cause[],
  ranked: readonly Ranked[],
): Ranked[] {
  if (before.length === 0) return [...ranked];
  const place = new Map(before.map((cause, i) => [cause, i]));
  const rows = [...ranked].sort(
    (a, b) => (place.get(a.cause) ?? before.length) - (place.get(b.cause) ?? before.length),
  );
  // Insertion sort, in which only a certain lead moves a row.
  for (let i = 1; i < rows.length; i++) {
    for (let k = i; k > 0; k--) {
      const upper = rows[k - 1]!;
      const lower = rows[k]!;
      const certain =
        lower.probability > upper.probability * REORDER_FACTOR &&
        lower.probability > upper.probability + REORDER_MARGIN;
      if (!certain) break;
      rows[k - 1] = lower;
      rows[k] = upper;
    }
  }
  return rows;
}
