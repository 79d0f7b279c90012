import { type OldRecord, partOf } from "./old-record";

/** Version 14 has the outcome of the job, and the year of the vehicle's first registration. */
export function fromVersion13(job: OldRecord): OldRecord {
  return {
    ...job,
    version: 14,
    intake: { ...partOf(job, "intake"), firstYear: "" },
    outcome: { answers: [], earlier: null, localPrior: null, similar: null, signed: null },
  };
}
