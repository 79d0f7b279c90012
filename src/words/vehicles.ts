/** Words of a vehicle over the years: what it loses, when that will matter. */
import { format } from "date-fns";
import type { Forecast, LeakRate, Passing } from "@/core/records/vehicle-history";
import type { VehicleRow } from "@/core/records/vehicle-row";
import type { Figures } from "@/core/units/figures";

export const monthOf = (iso: string) => format(new Date(iso), "MMM yyyy");
/** "never" for a vehicle that was never here. */
export const dayOf = (iso: string) => (iso === "" ? "never" : format(new Date(iso), "d MMM yyyy"));

/** "40 to 90 g a year". */
export function rateWords(rate: LeakRate, figures: Figures): string {
  if (rate.basis === "leak-not-found") return "not known";
  return rate.high < 1
    ? `under ${figures.quantity(1, "g")} a year`
    : `${figures.range(rate.low, rate.high, "g")} a year`;
}

/** Whether it is known, or what sound cars do is taken for it. */
export function rateBasis({ basis }: LeakRate): string {
  if (basis === "sound-cars") return "as sound cars do: not weighed since it was last opened or filled";
  if (basis === "leak-not-found") return "leak not found at the last visit: how fast it loses is not known";
  const months = Math.round(basis.weighedDays / 30.4);
  return `weighed over ${months < 1 ? "under a month" : months === 1 ? "a month" : `${months} months`}`;
}

export type Due = "passed" | "soon" | "later";
const SOON_MS = 120 * 86_400_000;

/** Whether a vehicle has passed what is watched, or may within four months. */
export function dueOf({ likely, earliest }: Passing, now: number): Due {
  if (likely !== null && Date.parse(likely) <= now) return "passed";
  return earliest !== null && Date.parse(earliest) - now < SOON_MS ? "soon" : "later";
}

/** When it passes a share of its label: the likely month, and between which it may. */
export function passingWords({ earliest, likely, latest }: Passing, now: number): { likely: string; range: string } {
  if (earliest === null) return { likely: "not in sight", range: "" };
  if (likely === null) return { likely: "not likely", range: `${monthOf(earliest)} at the earliest` };
  const passed = Date.parse(likely) <= now;
  const [from, to] = [monthOf(earliest), latest === null ? "never" : monthOf(latest)];
  return {
    likely: passed ? `since ${monthOf(likely)}` : monthOf(likely),
    range: from === to ? "" : `${from} to ${to}`,
  };
}

/** What is in it now, reckoned from the last filling. */
export function heldWords(forecast: Forecast, now: number, figures: Figures): string {
  const { low, high } = forecast.heldAt(new Date(now).toISOString());
  return Math.round(low) === Math.round(high) ? figures.quantity(high, "g") : figures.range(low, high, "g");
}

/** What to watch, as one sentence; the most pressing alone. */
export function watchWords(forecast: Forecast, now: number, figures: Figures): string {
  if (forecast.emptied !== null)
    return `Recovered on ${dayOf(forecast.emptied.at)}: ${figures.quantity(forecast.emptied.recoveredG, "g")}. Not charged since.`;
  if (forecast.rate.basis === "leak-not-found")
    return "Refrigerant was missing and no leak was found: it may be short again any month. Weigh it soon, and search for the leak.";
  const [first, second] = forecast.passing;
  const limit = (share: number) => figures.quantity(share * forecast.labelG, "g");
  if (second && dueOf(second.when, now) === "passed")
    return `Likely below ${limit(second.share)}: its compressor runs short of oil. Weigh it before it is run hard.`;
  if (first && dueOf(first.when, now) === "passed")
    return `Likely below ${limit(first.share)}: it will cool worse on the next hot day. Call it in.`;
  if (first && dueOf(first.when, now) === "soon")
    return `May fall below ${limit(first.share)} within four months. Weigh it at its next visit.`;
  return forecast.rate.basis === "sound-cars"
    ? "Nothing is known to be wrong. The next weighing says how fast it really loses."
    : "Nothing to watch before then.";
}

/** How often it was here, and that it was practised on. */
export function visitsWords({ visits, practice }: Pick<VehicleRow, "visits" | "practice">): string {
  if (visits === 0 && practice > 0) return "practice only";
  const here = visits === 1 ? "one visit" : `${visits} visits`;
  return practice > 0 ? `${here}, ${practice} practice` : here;
}

export const mergeWords = {
  with: "Merge with",
  placeholder: "Name, plate or VIN",
  perhaps: "Perhaps the same car",
  none: "No other vehicle has these words.",
  merge: "Merge",
  separate: "Separate the last",
} as const;
