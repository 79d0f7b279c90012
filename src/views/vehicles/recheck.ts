"use client";

import { type Forecast, forecastOf, type VehicleHistory } from "@/core/records/vehicles/vehicle-history";
import { saveTextFile } from "@/services/save-file";
import { recheckText } from "@/words/screens/vehicles";

export interface Recheck {
  id: string;
  name: string;
  /** ISO: on this day it may have passed what matters. */
  on: string;
  text: string;
}

/** At the latest a year after it was filled: hoses and seals are looked at then, whatever was weighed. */
const YEAR_MS = 365 * 86_400_000;

/** When a vehicle should be weighed again: as soon as it may be below 85 % of its label, never later than a year from its last filling, never in the past. */
function recheckOn(forecast: Forecast, now: number): string {
  const earliest = forecast.passing[0]?.when.earliest;
  const year = Date.parse(forecast.filledAt) + YEAR_MS;
  const due = earliest == null ? year : Math.min(Date.parse(earliest), year);
  return new Date(Math.max(due, now)).toISOString();
}

export function recheckOf(id: string, name: string, history: VehicleHistory, now: number): Recheck | null {
  const forecast = forecastOf(history);
  // One that was emptied stands in the workshop: nobody has to call it in.
  if (forecast === null || forecast.emptied !== null) return null;
  const first = forecast.passing[0];
  const on = recheckOn(forecast, now);
  const may = first !== undefined && first.when.earliest !== null && first.when.earliest <= on;
  const text = may
    ? recheckText.weighItTheChargeMay(Math.round(first.share * 100))
    : recheckText.oneYearSinceChargingBy;
  return { id, name, on, text };
}

/** Re-checks as a calendar: one whole day each, with a name of its own, so that reading it in again moves it instead of doubling it. */
export async function calendarOf(rechecks: readonly Recheck[], now: Date): Promise<string> {
  const { default: ical } = await import("ical-generator");
  const calendar = ical({ name: recheckText.evridReChecks, prodId: { company: "Evrid", product: "Evrid" } });
  for (const { id, name, on, text } of rechecks)
    calendar.createEvent({
      // An identifier is written as it is: a name may hold what separates lines and values here.
      id: `${encodeURIComponent(id)}@evrid`,
      stamp: now,
      start: new Date(on),
      allDay: true,
      summary: recheckText.weighTheRefrigerant(name),
      description: text,
    });
  return calendar.toString();
}

export async function saveCalendar(rechecks: readonly Recheck[]): Promise<void> {
  saveTextFile("evrid-re-checks.ics", await calendarOf(rechecks, new Date()), "text/calendar");
}
