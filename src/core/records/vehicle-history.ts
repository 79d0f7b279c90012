/**
 * What the jobs of a workshop say of each vehicle over the years: who came when, what it left with and what it came back with by weight, how
 * fast it loses and when that will matter. Masses g, rates g a year, instants ISO.
 */
import { foundSdG } from "../charge/recovery";
import type { Job } from "./job";
import { chargedOf, foundOf, hoseLossOf } from "./job-readings";
import { vehicleKey } from "./vehicle-name";

export interface VehicleHistory {
  key: string;
  /** As it was typed last. */
  name: string;
  /** Newest first. */
  jobs: Job[];
}

/** One entry a vehicle that has a name, the one seen last first. */
export function vehiclesOf(jobs: readonly Job[]): VehicleHistory[] {
  const byKey = new Map<string, Job[]>();
  for (const job of jobs) {
    const key = vehicleKey(job.intake.vehicle);
    if (key === "") continue;
    const known = byKey.get(key);
    if (known === undefined) byKey.set(key, [job]);
    else known.push(job);
  }
  return [...byKey]
    .map(([key, its]) => {
      its.sort((a, b) => b.createdAt.localeCompare(a.createdAt));
      return { key, name: its[0]!.intake.vehicle.trim(), jobs: its };
    })
    .sort((a, b) => b.jobs[0]!.createdAt.localeCompare(a.jobs[0]!.createdAt));
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

const DAY_MS = 86_400_000;
const DAYS_A_YEAR = 365.25;
/** Less than this apart two weighings say nothing of a year. */
const LEAST_DAYS = 14;
/** A filling by weight: the scale, the hoses and the hand at the valve. */
const FILLED_SD_G = 4;

/** Every stretch between weighings of one vehicle, oldest first. */
export function intervalsOf({ jobs }: VehicleHistory): Interval[] {
  const found: Interval[] = [];
  const ordered = [...jobs].reverse();
  for (const [i, before] of ordered.entries()) {
    const leftWithG = chargedOf(before);
    const after = ordered.slice(i + 1).find((job) => foundOf(job) !== null);
    if (leftWithG === null || after === undefined) continue;
    const from = before.signOff.signedAt ?? before.updatedAt;
    const days = (Date.parse(after.createdAt) - Date.parse(from)) / DAY_MS;
    // A filling in between, weighed or not, would be taken for what was never lost.
    const between = ordered.slice(i + 1, ordered.indexOf(after)).some((job) => chargedOf(job) !== null);
    if (days < LEAST_DAYS || between) continue;
    const foundG = foundOf(after)!;
    const sdG = Math.hypot(foundSdG(hoseLossOf(after)?.lostG ?? 0), FILLED_SD_G);
    found.push({ from, to: after.createdAt, days, leftWithG, foundG, sdG });
  }
  return found;
}

export interface LeakRate {
  low: number;
  middle: number;
  high: number;
  /** Weighed, over so many days; or what sound cars lose, where nothing was weighed since it was last opened. */
  basis: { weighedDays: number } | "sound-cars";
}

/** Hoses and shaft seal of a sound car, g a year (field experience of the trade). */
const SOUND = { low: 10, middle: 12.5, high: 15 } as const;
const TWO = 2;

/** How fast it loses now: out of what was weighed since parts of it were last opened. */
export function leakRateOf(history: VehicleHistory): LeakRate {
  const opened = history.jobs.find(({ repair }) => repair.parts.length > 0);
  const since = opened === undefined ? "" : opened.createdAt;
  const counted = intervalsOf(history).filter(({ from }) => from >= since);
  const days = counted.reduce((sum, one) => sum + one.days, 0);
  if (days === 0) return { ...SOUND, basis: "sound-cars" };
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
