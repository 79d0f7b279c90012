/** Words of the settings. */
import type { VacuumSchool } from "@/core/charge/vacuum/target";
import type { KeptInstruments } from "@/core/readings/derive/instruments";
import type { Language } from "./language";

export const instrumentNames: Record<keyof KeptInstruments, string> = {
  low: "Low-side gauge",
  high: "High-side gauge",
  clamp: "Pipe clamps",
  vent: "Vent probe",
  ambient: "Air thermometer",
  scale: "Scale",
};

export const vacuumSchoolLabels: Record<VacuumSchool, string> = {
  "by-water": "By the water in it",
  "micron-500": "To 500 micron",
};

export const languageLabels: Record<Language, string> = { british: "British", us: "US" };

/** The cards of the settings, by the anchor that leads to each. */
export const settingsCards = [
  { id: "units", name: "Units", also: "psi bar kpa celsius fahrenheit grams ounces" },
  { id: "place", name: "What a new job begins with", also: "altitude barometer technician hoses bore" },
  { id: "work", name: "How this workshop works", also: "hold vacuum target micron habits" },
  { id: "look", name: "How it looks", also: "dark light large type" },
  { id: "instruments", name: "Instruments", also: "gauge class calibration clamp scale error" },
  { id: "oil", name: "Oil sheet", also: "oil for each new part" },
  { id: "chart", name: "The shop's own pressure chart", also: "csv chart" },
  { id: "data", name: "What this browser keeps", also: "export import erase save file backup" },
] as const;
