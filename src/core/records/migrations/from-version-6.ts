import { type OldRecord, partOf } from "./old-record";

/** Version 7 knows what nobody is sure of about how the vehicle is built, and photos. */
export function fromVersion6(job: OldRecord): OldRecord {
  return { ...job, version: 7, intake: { unsure: [], ...partOf(job, "intake") }, photos: [] };
}
