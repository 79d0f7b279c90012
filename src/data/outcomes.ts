/** Knowledge of this workshop from its own outcomes: read off the lines of its signed jobs, never stored by itself. */
import { type Counted, type CountingRule, countedRows, resolvedJobs } from "@/core/learning/counted";
import { countsOf, type LearnedCounts } from "@/core/learning/local-prior";
import { type LeakHistory, leakHistoryOf } from "@/core/learning/similar-vehicles";
import { readable } from "@/core/read-record";
import type { OutcomeRow } from "@/core/records/derived/outcome-row";
import { readJob } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { readVehicle } from "@/core/records/vehicles/vehicle";
import { loadChoices } from "./choices";
import { database } from "./database";
import { recordOf, visitsUnder } from "./record-index";
import { isDemoWorkshop } from "./workshop";

/** So many lines are read at once, so that a page stays quick meanwhile. */
const AT_ONCE = 2000;

async function allRows(): Promise<OutcomeRow[]> {
  const rows: OutcomeRow[] = [];
  for (let after = ""; ; after = rows.at(-1)!.jobId) {
    const some = await database.outcomes.where("jobId").above(after).limit(AT_ONCE).toArray();
    rows.push(...some);
    if (some.length < AT_ONCE) return rows;
  }
}

/** Owners of several vehicles, by the names that these go by. */
async function fleets(): Promise<ReadonlyMap<string, string>> {
  const owned = readable(await database.vehicles.toArray(), readVehicle).filter(({ owner }) => owner.trim() !== "");
  const sizes = new Map<string, number>();
  for (const { owner } of owned) sizes.set(owner.trim(), (sizes.get(owner.trim()) ?? 0) + 1);
  return new Map(
    owned
      .filter(({ owner }) => sizes.get(owner.trim())! > 1)
      .flatMap(({ owner, names }) => names.map((name): [string, string] => [name, owner.trim()])),
  );
}

/** Outcomes that count here by the settings, and what was left out. */
export async function countedOutcomes(): Promise<Counted<OutcomeRow>> {
  return countedRows(await allRows(), await countingRule());
}

async function countingRule(): Promise<CountingRule> {
  const { shopName, learning } = await loadChoices();
  return {
    purpose: isDemoWorkshop ? "demo" : "work",
    shops: [shopName, ...learning.alsoCount],
    since: learning.since,
  };
}

/** Outcomes that count here, what was left out, and the counts of each cause in all and by part. */
export async function learnedOutcomes(): Promise<Counted<OutcomeRow> & { counts: LearnedCounts }> {
  const counted = await countedOutcomes();
  const owners = await fleets();
  const counts = countsOf(resolvedJobs(counted.rows, ({ vehicleKey }) => owners.get(vehicleKey) ?? null));
  return { ...counted, counts };
}

/** {@link learnedOutcomes} without the outcomes themselves, for who follows the counts alone. */
export async function learnedCounts(): Promise<Omit<Awaited<ReturnType<typeof learnedOutcomes>>, "rows">> {
  const { rows: _, ...learned } = await learnedOutcomes();
  return learned;
}

/** Owner of the vehicle that goes by this name; null where none is recorded. One without other vehicles has no prior of its own. */
export async function fleetOf(vehicleKey: string): Promise<string | null> {
  const owner = vehicleKey === "" ? undefined : (await recordOf(vehicleKey))?.owner.trim();
  return owner || null;
}

/** Leaks of other vehicles with the same label, build and refrigerant; those of the vehicle itself are left out. */
export async function leaksOfSimilar(label: string, ownKey: string): Promise<LeakHistory> {
  return leakHistoryOf(await rowsOfSimilar(label, ownKey));
}

/** Outcomes of other vehicles with this label, build and refrigerant that count here. */
async function rowsOfSimilar(label: string, ownKey: string): Promise<OutcomeRow[]> {
  const found = await database.outcomes.where("label").equals(label).toArray();
  const { rows } = countedRows(found, await countingRule());
  return rows.filter(({ vehicleKey }) => vehicleKey !== ownKey && vehicleKey !== "");
}

/** So many of the newest jobs of similar vehicles are looked at for sound tests. */
const MOST_SIMILAR = 24;

/** Newest jobs of other vehicles with this label, build and refrigerant that count here. */
export async function jobsOfSimilar(label: string, ownKey: string): Promise<Job[]> {
  const rows = await rowsOfSimilar(label, ownKey);
  const newest = rows.sort((a, b) => (a.createdAt < b.createdAt ? 1 : -1)).slice(0, MOST_SIMILAR);
  return readable(await database.jobs.bulkGet(newest.map(({ jobId }) => jobId)), readJob);
}

/** Signed jobs of a vehicle since an instant, newest first: a return with the same complaint asks about their outcome. */
export async function outcomesOfVehicle(vehicleKey: string, since: string): Promise<OutcomeRow[]> {
  if (vehicleKey === "") return [];
  const { history } = await visitsUnder((await recordOf(vehicleKey))?.names ?? [vehicleKey]);
  const ids = history.filter(({ signedAt }) => signedAt !== null && signedAt >= since).map(({ jobId }) => jobId);
  const rows = (await database.outcomes.bulkGet(ids)).filter((row) => row !== undefined);
  return rows.filter(({ at }) => at !== null).sort((a, b) => (a.at! < b.at! ? 1 : -1));
}
