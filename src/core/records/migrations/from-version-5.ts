import { type OldRecord, partOf } from "./old-record";

/** Version 6 knows the bore of the gauge hoses (before, a usual one was meant), parts that were looked at and found fine, and a note of each step. */
export function fromVersion5(job: OldRecord): OldRecord {
  const steps = Object.entries(partOf(job, "steps")).map(([id, step]) => [id, { note: "", ...(step as object) }]);
  return {
    ...job,
    version: 6,
    hookUp: { bore: { text: "4.8", unit: "mm" }, ...partOf(job, "hookUp") },
    look: { fine: [], ...partOf(job, "look") },
    steps: Object.fromEntries(steps),
  };
}
