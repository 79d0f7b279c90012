/** Words of the settings. */
import type { VacuumSchool } from "@/core/charge/vacuum/target";
import type { KeptInstruments } from "@/core/readings/derive/instruments";
import type { Language } from "@/core/records/choices";

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
