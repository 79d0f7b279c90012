import { type OldRecord, partOf } from "./old-record";

/** Version 5 keeps what the machine's scale shows while it runs, and what is typed and not written down yet. */
export function fromVersion4(job: OldRecord): OldRecord {
  return { ...job, version: 5, recover: { scale: null, ...partOf(job, "recover") }, drafts: {} };
}
