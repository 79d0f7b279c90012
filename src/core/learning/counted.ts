/** Selection of the outcomes that count for a workshop: its own signed work since the last reset, without outcomes that a return has put in doubt. */
import type { Cause } from "../causes/catalogue";
import type { ResolvedJob } from "./resolved-job";

interface Row {
  jobId: string;
  at: string | null;
  purpose: string;
  shop: string;
  confirmed: readonly Cause[] | null;
  revokes: string | null;
}

export interface CountingRule {
  /** Purpose of the jobs that count: "work", or "demo" in the demo workshop. Practice never counts. */
  purpose: string;
  /** Names under which this shop signs, as settings and the person have them. */
  shops: readonly string[];
  /** ISO instant of the last reset; null where nothing was reset. */
  since: string | null;
}

/** Names are the same whatever their capitals and blanks. */
const shopKey = (name: string): string => name.toLowerCase().replace(/\s+/g, " ").trim();

export interface Counted<Of extends Row> {
  /** Signed jobs that count. */
  rows: Of[];
  /** Jobs left out, by the name of the shop that signed them. */
  otherShops: { shop: string; jobs: number }[];
  /** Outcomes that a later job says no longer stand; they count as unresolved. */
  revoked: number;
}

export function countedRows<Of extends Row>(all: readonly Of[], { purpose, shops, since }: CountingRule): Counted<Of> {
  const own = new Set(shops.map(shopKey));
  const inDoubt = new Set(all.flatMap(({ revokes }) => revokes ?? []));
  const signed = all.filter((row) => row.at !== null && row.purpose === purpose && (since === null || row.at > since));
  const others = new Map<string, number>();
  for (const { shop } of signed) if (!own.has(shopKey(shop))) others.set(shop, (others.get(shop) ?? 0) + 1);
  const rows = signed.filter(({ shop }) => own.has(shopKey(shop)));
  return {
    rows: rows.map((row) => (inDoubt.has(row.jobId) ? { ...row, confirmed: null } : row)),
    otherShops: [...others].map(([shop, jobs]) => ({ shop, jobs })),
    revoked: rows.filter(({ jobId }) => inDoubt.has(jobId)).length,
  };
}

/** The resolved jobs among counted rows. `fleetOf`: owner of a vehicle; null where none is recorded. */
export function resolvedJobs<Of extends Row & Omit<ResolvedJob, "causes" | "fleet">>(
  rows: readonly Of[],
  fleetOf: (row: Of) => string | null,
): ResolvedJob[] {
  return rows.flatMap((row) =>
    row.confirmed === null
      ? []
      : [
          {
            causes: row.confirmed,
            metering: row.metering,
            age: row.age,
            season: row.season,
            label: row.label,
            fleet: fleetOf(row),
          },
        ],
  );
}
