/**
 * History of each vehicle over its visits: dates, charge at departure and arrival by weight, leak rate, and forecast. Masses g, rates g a year,
 * instants ISO.
 */

import { missesMoreThanSound, SOUND_G_YEAR, UNKNOWN_YEARS } from "../../charge/sound-loss";
import { DAY_MS, DAYS_A_YEAR } from "../../dates";
import { USUAL_TOLERANCE_G } from "../derived/job-label";
import type { Visit } from "./visit";

/** Visits of one vehicle, newest first. */
export type VehicleHistory = readonly Visit[];

/** Visits in the order in which they are read: newest first. */
export function newestFirst(visits: readonly Visit[]): VehicleHistory {
  return [...visits].sort((a, b) => b.at.localeCompare(a.at));
}

/** From a filling by weight to the next weighing out. */
export interface Interval {
  from: string;
  to: string;
  days: number;
  leftWithG: number;
  foundG: number;
  /** Standard deviation of the difference. */
  sdG: number;
}

/** Less than this apart two weighings say nothing of a year. */
const LEAST_DAYS = 14;
/** A filling by weight: the scale, the hoses and the hand at the valve. */
const FILLED_SD_G = 4;

/** Every stretch between weighings of one vehicle, oldest first. */
export function intervalsOf(history: VehicleHistory): Interval[] {
  const found: Interval[] = [];
  const ordered = [...history].reverse();
  for (const [i, before] of ordered.entries()) {
    const { leftWithG } = before;
    const after = ordered.slice(i + 1).find((visit) => visit.foundG !== null);
    if (leftWithG === null || after === undefined) continue;
    const from = before.signedAt ?? before.updatedAt;
    const days = (Date.parse(after.at) - Date.parse(from)) / DAY_MS;
    // A filling in between, weighed or not, would be taken for what was never lost.
    const between = ordered.slice(i + 1, ordered.indexOf(after)).some((visit) => visit.leftWithG !== null);
    if (days < LEAST_DAYS || between) continue;
    const sdG = Math.hypot(after.foundSdG, FILLED_SD_G);
    found.push({ from, to: after.at, days, leftWithG, foundG: after.foundG!, sdG });
  }
  return found;
}

export interface LeakRate {
  low: number;
  middle: number;
  high: number;
  /**
   * Weighed, over so many days; what sound cars lose, where nothing was weighed since it was last opened; or what was missing at the last filling,
   * where that is more and nothing was opened.
   */
  basis: { weighedDays: number } | "sound-cars" | "leak-not-found";
}

const SOUND = { ...SOUND_G_YEAR, middle: (SOUND_G_YEAR.low + SOUND_G_YEAR.high) / 2 };
const TWO = 2;

/** Current leak rate: from weighings since parts were last opened. */
export function leakRateOf(history: VehicleHistory): LeakRate {
  const since = history.find(({ opened }) => opened)?.at ?? "";
  const counted = intervalsOf(history).filter(({ from }) => from >= since);
  const days = counted.reduce((sum, one) => sum + one.days, 0);
  if (days === 0) return unexplainedLoss(history) ?? { ...SOUND, basis: "sound-cars" };
  const lostG = counted.reduce((sum, one) => sum + one.leftWithG - one.foundG, 0);
  const spreadG = TWO * Math.hypot(...counted.map(({ sdG }) => sdG));
  const aYear = DAYS_A_YEAR / days;
  return {
    low: Math.max(0, (lostG - spreadG) * aYear),
    middle: Math.max(0, lostG * aYear),
    high: Math.max(0, (lostG + spreadG) * aYear),
    basis: { weighedDays: days },
  };
}

/** Lost within no less than a month, likely a year, and no more than {@link UNKNOWN_YEARS}: nobody knows when it was filled before. */
function unexplainedLoss(history: VehicleHistory): LeakRate | null {
  const filled = history.find(({ leftWithG }) => leftWithG !== null);
  if (filled === undefined || filled.opened || filled.foundG === null || filled.labelG === null) return null;
  const lostG = filled.labelG - filled.foundG;
  if (!missesMoreThanSound(lostG, USUAL_TOLERANCE_G, filled.foundSdG, null)) return null;
  return { low: lostG / UNKNOWN_YEARS, middle: lostG, high: 12 * lostG, basis: "leak-not-found" };
}

export interface Passing {
  /** At the fastest rate, at the middle one, and at the slowest; null where it never does. */
  earliest: string | null;
  likely: string | null;
  latest: string | null;
}

/** When a vehicle that was filled to `startG` at an instant will have no more than a share of its label left. */
export function willPass(rate: LeakRate, startG: number, at: string, labelG: number, share: number): Passing {
  const when = (gAYear: number): string | null => {
    const toLoseG = startG - share * labelG;
    if (toLoseG <= 0) return at;
    const ms = (toLoseG / gAYear) * DAYS_A_YEAR * DAY_MS;
    // A century is never for a car, and further than dates go.
    return gAYear <= 0 || ms > 100 * DAYS_A_YEAR * DAY_MS ? null : new Date(Date.parse(at) + ms).toISOString();
  };
  return { earliest: when(rate.high), likely: when(rate.middle), latest: when(rate.low) };
}

/** Shares of the label below which it cools worse on a hot day, and below which its compressor is at risk. */
const WATCHED_SHARES = [0.85, 0.7] as const;

export interface Forecast {
  rate: LeakRate;
  labelG: number;
  /** The last filling by weight. */
  filledG: number;
  filledAt: string;
  /** A later visit recovered its refrigerant, and nothing was charged since, signed or not: nothing is reckoned to be in it. */
  emptied: { at: string; recoveredG: number } | null;
  /** Expected charge at an instant: at the fastest, median and slowest rate. */
  heldAt: (at: string) => { low: number; middle: number; high: number };
  passing: { share: number; when: Passing }[];
}

/** Forecast of its charge; null where never charged by weight or without a label. */
export function forecastOf(history: VehicleHistory): Forecast | null {
  const filled = history.find(({ leftWithG }) => leftWithG !== null);
  if (filled?.labelG == null || filled.leftWithG === null) return null;
  const { leftWithG: filledG, labelG } = filled;
  const filledAt = filled.signedAt ?? filled.updatedAt;
  const rate = leakRateOf(history);
  const later = history
    .slice(0, history.indexOf(filled))
    .find((visit) => visit.recoveredG > 0 || visit.foundG !== null);
  const emptied = later === undefined ? null : { at: later.at, recoveredG: later.recoveredG || (later.foundG ?? 0) };
  return {
    rate,
    emptied,
    labelG,
    filledG,
    filledAt,
    heldAt: (at) => {
      if (emptied !== null && at >= emptied.at) return { low: 0, middle: 0, high: 0 };
      const years = Math.max(0, Date.parse(at) - Date.parse(filledAt)) / (DAYS_A_YEAR * DAY_MS);
      const after = (gAYear: number) => Math.max(0, filledG - gAYear * years);
      return { low: after(rate.high), middle: after(rate.middle), high: after(rate.low) };
    },
    passing: (emptied === null ? WATCHED_SHARES : []).map((share) => ({
      share,
      when: willPass(rate, filledG, filledAt, labelG, share),
    })),
  };
}
