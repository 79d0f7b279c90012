/** Words of the settings. */

import type { VacuumTargetChoice } from "@/core/charge/vacuum/target";
import type { RecordIssue } from "@/core/read-record";
import type { KeptInstruments } from "@/core/readings/derive/instruments";
import type { Language } from "./language";
import { typed } from "./typed";

export const instrumentNames: Record<keyof KeptInstruments, string> = {
  low: "Low-side gauge",
  high: "High-side gauge",
  clamp: "Pipe clamps",
  vent: "Vent probe",
  ambient: "Air thermometer",
  scale: "Scale",
};

export const vacuumTargetLabels: Record<VacuumTargetChoice, string> = {
  "micron-500": "500 micron",
  "micron-1000": "1 000 micron",
};

export const languageLabels: Record<Language, string> = { british: "British", us: "US" };

/** The cards of the settings, by the anchor that leads to each. */
export const settingsCards = [
  { id: "units", name: "Units", also: "psi bar kpa celsius fahrenheit grams ounces" },
  { id: "place", name: "Defaults for new jobs", also: "altitude barometer technician hoses bore" },
  { id: "papers", name: "Certificates and equipment", also: "certificate registration recovery machine scale check" },
  { id: "work", name: "Workshop methods", also: "hold vacuum target micron habits" },
  { id: "look", name: "Appearance", also: "dark light large type" },
  { id: "signals", name: "Signals", also: "sound tone volume vibration speech notification" },
  { id: "instruments", name: "Instruments", also: "gauge class calibration clamp scale error" },
  { id: "oil", name: "Oil sheet", also: "oil refill for each new part" },
  { id: "chart", name: "Pressure chart", also: "csv chart" },
  { id: "workshop", name: "Workshop", also: "demo practice my shop" },
  { id: "sharing", name: "Shared folder", also: "devices tablets network drive sync merge" },
  { id: "data", name: "Data in this browser", also: "export import erase save file backup" },
] as const;

export const settingsWords = {
  unreadable: "Some settings cannot be read",
  notStored: "Setting not stored",
  save: "Save stored settings",
  replace: "Save, then reset",
} as const;

export const papersWords = {
  title: "Certificates and equipment",
  registration: "Shop registration",
  registrationHint: "For work on refrigerant circuits.",
  machine: "Recovery machine",
  scale: "Charging scale",
  equipmentHint: "Make, model, serial number.",
  checked: "Last check",
} as const;

export const certificateOf = (name: string): string => `Certificate of ${typed(name)}`;

/** Settings of which each is answered by the standard one. */
export function unreadableSettingsSentence(unreadable: readonly { field: string; expected: string }[]): string {
  const named = unreadable.map(({ field, expected }) => `${field} (expected ${expected})`).join(", ");
  return `Standard used for: ${named}. The stored value is kept until you change the setting.`;
}

/** Why none of the stored settings could be read. */
export function settingsIssueSentence(issue: RecordIssue | { code: "not-json" }): string {
  const kept = "Standard settings apply; the stored settings are kept.";
  switch (issue.code) {
    case "not-json":
      return `The stored settings are incomplete. ${kept}`;
    case "newer-version":
      return `The stored settings are version ${issue.version}. This Evrid reads up to ${issue.known}. Update Evrid. ${kept}`;
    case "foreign":
      return `The stored settings have another format. ${kept}`;
    case "broken":
      return `The stored settings are damaged at “${issue.field}”: expected ${issue.expected}. ${kept}`;
  }
}

export function notStoredSentence(reason: string): string {
  return `Reason: ${reason.replace(/\.$/, "")}. The previous setting applies.`;
}
