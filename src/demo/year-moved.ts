import { DAY_MS } from "@/core/dates";

/** The day on which the made-up year ends. */
export const YEAR_ENDS = "2026-11-20";

/**
 * The day on which the demo workshop stands: the last anniversary of {@link YEAR_ENDS}, 17:00 UTC. The same in every browser, so that what is saved
 * from one demo workshop and read in another is recognised.
 */
export function demoDay(now: Date): Date {
  const inYear = (year: number) => new Date(`${year}${YEAR_ENDS.slice(4)}T17:00:00.000Z`);
  const ends = inYear(now.getUTCFullYear());
  return ends <= now ? ends : inYear(now.getUTCFullYear() - 1);
}

const DATE = /"(\d{4}-\d{2}-\d{2})(T[\d:.]+Z)?"/g;

/** The made-up year as a file's text with every date moved by whole days, so that it ends on the day of `now`. */
export function yearMoved(text: string, now: Date): string {
  const days = Math.floor(now.getTime() / DAY_MS) - Date.parse(YEAR_ENDS) / DAY_MS;
  return text.replace(DATE, (_, day: string, time: string | undefined) => {
    const moved = new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);
    return `"${moved}${time ?? ""}"`;
  });
}
