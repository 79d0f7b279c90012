import { type OldRecord, partOf } from "./old-record";

/**
 * Version 11 knows what the charging hose holds, which until then counted as full of vapour that stays in it; what an identifier showed; and repairs
 * beside the circuit.
 */
export function fromVersion10(job: OldRecord): OldRecord {
  const charge = partOf(job, "charge");
  const ledger = Array.isArray(job.ledger) ? (job.ledger as OldRecord[]) : [];
  const flowed = (charge.open ?? null) !== null || ledger.some((entry) => entry?.act === "charge");
  const percent = { text: "", unit: "pct" };
  return {
    ...job,
    version: 11,
    recover: {
      ...partOf(job, "recover"),
      identified: { result: null, purity: percent, air: percent, hydrocarbons: percent },
    },
    repair: { ...partOf(job, "repair"), others: [], drierInCondenser: false },
    charge: { ...charge, hoseHolds: flowed ? "vapour" : null, drawIn: !flowed },
  };
}
