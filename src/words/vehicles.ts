/** Words of a vehicle over the years: what it loses, when that will matter. */
import { format } from "date-fns";
import type { Forecast, LeakRate, Passing } from "@/core/records/vehicles/vehicle-history";
import type { VehicleRow } from "@/core/records/vehicles/vehicle-row";
import type { Figures } from "@/core/units/figures";

const monthOf = (iso: string) => format(new Date(iso), "MMM yyyy");
/** "never" for a vehicle that was never here. */
export const dayOf = (iso: string) => (iso === "" ? "never" : format(new Date(iso), "d MMM yyyy"));

/** "40 to 90 g a year". */
export function rateWords(rate: LeakRate, figures: Figures): string {
  if (rate.basis === "leak-not-found") return "unknown";
  return rate.high < 1
    ? `under ${figures.quantity(1, "g")} a year`
    : `${figures.range(rate.low, rate.high, "g")} a year`;
}

/** Whether it is known, or what sound cars do is taken for it. */
export function rateBasis({ basis }: LeakRate): string {
  if (basis === "sound-cars") return "normal: not weighed since last opened or charged";
  if (basis === "leak-not-found") return "unknown: leak not found at the last visit";
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
  if (earliest === null) return { likely: "not foreseeable", range: "" };
  if (likely === null) return { likely: "unlikely", range: `${monthOf(earliest)} at the earliest` };
  const passed = Date.parse(likely) <= now;
  const [from, to] = [monthOf(earliest), latest === null ? "never" : monthOf(latest)];
  return {
    likely: passed ? `since ${monthOf(likely)}` : monthOf(likely),
    range: from === to ? "" : `${from} to ${to}`,
  };
}

/** Estimated charge today, from the last charge. */
export function heldWords(forecast: Forecast, now: number, figures: Figures): string {
  const { low, high } = forecast.heldAt(new Date(now).toISOString());
  return Math.round(low) === Math.round(high) ? figures.quantity(high, "g") : figures.range(low, high, "g");
}

/** Most pressing advice in one sentence. */
export function watchWords(forecast: Forecast, now: number, figures: Figures): string {
  if (forecast.emptied !== null)
    return `Recovered on ${dayOf(forecast.emptied.at)}: ${figures.quantity(forecast.emptied.recoveredG, "g")}. Not charged since.`;
  if (forecast.rate.basis === "leak-not-found")
    return "Refrigerant was missing and no leak was found. Weigh it soon and find the leak.";
  const [first, second] = forecast.passing;
  const limit = (share: number) => figures.quantity(share * forecast.labelG, "g");
  if (second && dueOf(second.when, now) === "passed")
    return `Likely below ${limit(second.share)}: too little oil returns. Weigh it before hard use.`;
  if (first && dueOf(first.when, now) === "passed")
    return `Likely below ${limit(first.share)}: weak cooling on the next hot day. Book a re-check.`;
  if (first && dueOf(first.when, now) === "soon")
    return `May drop below ${limit(first.share)} within four months. Weigh it at the next visit.`;
  return forecast.rate.basis === "sound-cars"
    ? "No known fault. The next weighing shows the leak rate."
    : "Nothing due before then.";
}

/** Number of visits, and of practice jobs. */
export function visitsWords({ visits, practice }: Pick<VehicleRow, "visits" | "practice">): string {
  if (visits === 0 && practice > 0) return "practice only";
  const here = visits === 1 ? "one visit" : `${visits} visits`;
  return practice > 0 ? `${here}, ${practice} practice` : here;
}

export const mergeWords = {
  with: "Merge with",
  placeholder: "Name, plate or VIN",
  perhaps: "Possibly the same vehicle",
  none: "No vehicle matches.",
  merge: "Merge",
  separate: "Separate last merge",
} as const;
