/** Words of a job on a service station. */
import type { VacuumResult } from "@/core/records/job";

export const vacuumResultLabels: Record<VacuumResult, string> = { held: "Held", "not-held": "Did not hold" };

export const stationWords = {
  title: "Service station printout",
  way: "Equipment",
  separate: "Machine, pump and scale",
  station: "Service station",
  result: "Vacuum result",
  note: "The station recovers, evacuates and charges by itself: no cylinders, plan or hose correction. Enter its printout. A vacuum result without a trace is reported, not judged.",
  record: "Record charge",
  recorded: "Charge recorded",
} as const;
