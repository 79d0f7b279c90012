/** A job whose charge is weighed on live instruments. */
import { type Job, newJob, type StepId, stepIds } from "@/core/records/job";
import { entry } from "@/core/units/entry";

const NOW = "2026-06-01T10:00:00.000Z";

/** A van that was recovered, evacuated and found tight: what is left is its charge, from one cylinder on a live scale. */
export function emptyVan(): Job {
  const job = newJob("live-van", NOW);
  const done = { startedAt: NOW, doneAt: NOW, skipped: null, note: "" };
  const before = stepIds.slice(0, stepIds.indexOf("charge"));
  return {
    ...job,
    intake: {
      ...job.intake,
      vehicle: "Ferry post, van 9",
      refrigerant: "R134a",
      charge: entry("580", "g"),
      tolerance: entry("20", "g"),
      metering: "expansion-valve",
      compressor: "variable-external",
      condenserFan: "electric",
      evaporators: 1,
      history: "serviced",
      oilKind: "PAG",
    },
    altitude: entry("310", "m"),
    hookUp: { ...job.hookUp, gauges: "both", hosesOff: "let-back" },
    recover: { ...job.recover, recovered: entry("0", "g"), oil: entry("0", "g") },
    charge: {
      ...job.charge,
      containers: [{ id: "cylinder", name: "Cylinder 1", net: entry("4500", "g"), temperature: entry("", "degC") }],
    },
    // Grams of a real recovery would make it work for good: this one weighed nothing.
    purpose: "practice",
    steps: { ...job.steps, ...(Object.fromEntries(before.map((step) => [step, done])) as Record<StepId, typeof done>) },
  };
}
