import { type OldRecord, partOf } from "./old-record";

/** Version 6 knows the bore of the gauge hoses; before, a usual one was meant. */
export function fromVersion5(job: OldRecord): OldRecord {
  return { ...job, version: 6, hookUp: { bore: { text: "4.8", unit: "mm" }, ...partOf(job, "hookUp") } };
}
