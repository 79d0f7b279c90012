import { type OldRecord, partOf } from "./old-record";

/** Version 8 keeps what the needles did before a setting was taken. */
export function fromVersion7(job: OldRecord): OldRecord {
  return { ...job, version: 8, baseline: withTraces(partOf(job, "baseline")), proof: withTraces(partOf(job, "proof")) };
}

function withTraces(test: OldRecord): OldRecord {
  const { settings } = test;
  return Array.isArray(settings) ? { ...test, settings: settings.map((one) => ({ ...one, trace: null })) } : test;
}
