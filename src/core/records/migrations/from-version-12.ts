import { type OldRecord, partOf } from "./old-record";

/** Version 13 has complaints from a short list, where the high-side port sits, and a label that cannot be read as an answer. */
export function fromVersion12(job: OldRecord): OldRecord {
  return {
    ...job,
    version: 13,
    intake: { ...partOf(job, "intake"), complaints: [], highPort: null, labelUnreadable: false },
  };
}
