import { type OldRecord, partOf } from "./old-record";

/** Version 10 says what a job is for. One that stood on simulated instruments was practice; the demo workshop's jobs have ids of their own. */
export function fromVersion9(job: OldRecord): OldRecord {
  const { format, version, id, createdAt, updatedAt, ...rest } = job;
  const simulated = (rest.rackVehicle ?? null) !== null || (partOf(job, "evacuate").simulated ?? null) !== null;
  const demo = typeof id === "string" && id.startsWith("demo-");
  const purpose = demo ? "demo" : simulated ? "practice" : "work";
  return { format, version: 10, id, createdAt, updatedAt, purpose, ...rest };
}
