/** One resolved job, as everything that is learned counts it. */
import type { Cause } from "../causes/catalogue";

/** Bands of a vehicle's age, and of the season: causes come with both. */
type AgeBand = "under 6" | "6 to 12" | "over 12";
type Season = "warm" | "cold";

export interface ResolvedJob {
  /** Causes that were confirmed; "none" alone where nothing was wrong. */
  causes: readonly Cause[];
  metering: string | null;
  age: AgeBand | null;
  season: Season;
  /** Owner of several vehicles; null where none is recorded. */
  fleet: string | null;
  /** Refrigerant, label charge and build; null while the label is unknown. */
  label: string | null;
}

const YOUNG_YEARS = 6;
const OLD_YEARS = 12;

/** Age band of a vehicle first registered in that year; null where the year is not known. */
export function ageBandOf(year: number | null, at: string): AgeBand | null {
  if (year === null) return null;
  const years = Number(at.slice(0, 4)) - year;
  return years < YOUNG_YEARS ? "under 6" : years <= OLD_YEARS ? "6 to 12" : "over 12";
}

/** Months of the warm half of the northern year, from 1. */
const WARM_MONTHS = [4, 9] as const;

/** Season of an ISO instant. South of the equator the halves exchange their names, and are learned all the same. */
export function seasonOf(at: string): Season {
  const month = Number(at.slice(5, 7));
  return month >= WARM_MONTHS[0] && month <= WARM_MONTHS[1] ? "warm" : "cold";
}
