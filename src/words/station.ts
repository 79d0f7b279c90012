/** Words of a job on a service station. */
import type { VacuumResult } from "@/core/records/job";

export const vacuumResultLabels: Record<VacuumResult, string> = { held: "Held", "not-held": "Did not hold" };

export const stationWords = {
  title: "Service station: what it printed",
  way: "How it is done",
  separate: "Machine, pump and scale",
  station: "Service station",
  result: "Vacuum result",
  note: "It recovers, evacuates and charges by itself: no containers, plan or hose correction. Its print is entered here as it stands; a vacuum result without a trace is reported, not judged.",
  record: "Record the charge",
  recorded: "Charge recorded",
} as const;
