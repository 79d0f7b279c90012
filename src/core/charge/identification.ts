/** Result of a refrigerant identifier before recovery, and into which cylinder it may go. Shares in percent. */

export const identifiedResults = ["not-checked", "as-label", "other", "mixture"] as const;
export type IdentifiedResult = (typeof identifiedResults)[number];

export interface Identification {
  result: IdentifiedResult;
  /** As the identifier shows them; null where it was not read. */
  purityPct: number | null;
  hydrocarbonsPct: number | null;
}

/** Less pure than this it spoils what it is recovered into. */
export const LEAST_PURITY_PCT = 98;

/** A cylinder of the same refrigerant, or one of its own; not known while nothing was checked. */
export function cylinderFor({ result, purityPct, hydrocarbonsPct }: Identification): "same" | "own" | "not-known" {
  if (result === "not-checked") return "not-known";
  const foreign = result !== "as-label" || (hydrocarbonsPct ?? 0) > 0;
  if (foreign || (purityPct !== null && purityPct < LEAST_PURITY_PCT)) return "own";
  return purityPct === null ? "not-known" : "same";
}
