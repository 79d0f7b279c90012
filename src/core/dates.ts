/** Instants and days as records hold them. */
import * as z from "./zod";

export const DAY_MS = 86_400_000;
/** The mean year of the Gregorian calendar, rounded. */
export const DAYS_A_YEAR = 365.25;
export const MONTHS_A_YEAR = 12;
export const DAYS_A_MONTH = DAYS_A_YEAR / MONTHS_A_YEAR;
export const SECONDS_A_YEAR = DAYS_A_YEAR * 86_400;

/** Seconds from an instant to `nowMs`, ms since 1970; none where there is no instant, or a clock was set back. */
export const secondsSince = (at: string | null, nowMs: number): number =>
  at === null ? 0 : Math.max(0, (nowMs - Date.parse(at)) / 1000);

/**
 * Bounds of every stored date. The lower one is what a device shows whose clock has stopped; past the upper one ISO 8601 text needs more than
 * four digits of year, no longer sorts, and could not be read again.
 */
const EARLIEST = "1970-01-01T00:00:00.000Z";
const LATEST = "2199-12-31T23:59:59.999Z";
const LATEST_MS = Date.parse(LATEST);

const EXPECTED = "a date from 1970 to 2199";
const inBounds = (text: string) => {
  const ms = Date.parse(text);
  return ms >= Date.parse(EARLIEST) && ms <= LATEST_MS;
};

/** ISO 8601 in UTC, from 1970 to 2199. */
export const instantSchema = z.iso.datetime().refine(inBounds, EXPECTED);
/** `YYYY-MM-DD`, from 1970 to 2199. */
export const daySchema = z.iso.date().refine(inBounds, EXPECTED);

/**
 * An instant after all of `instants`, at `nowMs` or later: which of two states is newer follows from it. Never past the latest date that a
 * record can hold.
 */
export function instantAfter(nowMs: number, ...instants: readonly string[]): string {
  return new Date(
    Math.min(LATEST_MS, Math.max(nowMs, ...instants.map((instant) => Date.parse(instant) + 1))),
  ).toISOString();
}

/** The instant itself, or now where it lies in the future: a file cannot have been changed after it was read. */
export function notAfter(nowMs: number, instant: string): string {
  return Date.parse(instant) > nowMs ? new Date(nowMs).toISOString() : instant;
}
