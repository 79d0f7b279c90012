import { type OldRecord, partOf } from "./old-record";

/** Version 11 knows what the charging hose holds. Until then it counted as full of vapour that stays in it. */
export function fromVersion10(job: OldRecord): OldRecord {
  const charge = partOf(job, "charge");
  const ledger = Array.isArray(job.ledger) ? (job.ledger as OldRecord[]) : [];
  const flowed = (charge.open ?? null) !== null || ledger.some((entry) => entry?.act === "charge");
  return {
    ...job,
    version: 11,
    charge: { ...charge, hoseHolds: flowed ? "vapour" : null, drawIn: !flowed },
  };
}
