/**
 * Comparison of a file's records with a store, before anything is changed: added, the same, or gone on in both. Nothing that is here is ever
 * overwritten without being shown.
 */
import { instantAfter, notAfter } from "../../dates";
import type { DrillRecord, Learner } from "../../drill/progress";
import { readJob, writeJobFile } from "../../records/files/job-file";
import type { KeptChart, ShopKinds, ShopList } from "../../records/files/shop-reader";
import type { Job } from "../../records/job";
import { joined } from "../../records/vehicles/vehicle";
import { type Conflict, mergedJobs, mergedRecords } from "../merge";
import { type Way, waysOf } from "./import-ways";

export interface Differing<Kind> {
  here: Kind;
  file: Kind;
  /** Both made one, with what both say differently. */
  merged: Kind;
  conflicts: Conflict[];
}

export interface PartPlan<Kind> {
  added: Kind[];
  same: Kind[];
  differing: Differing<Kind>[];
}

interface Comparison<Kind> {
  same: (here: Kind, file: Kind) => boolean;
  merge: (here: Kind, file: Kind, now: string) => { record: Kind; conflicts: Conflict[] };
}

const text = (record: unknown) => JSON.stringify(record);
/** When it was stored is no part of what a job says. */
const sameJob = (a: Job, b: Job) => writeJobFile({ ...a, updatedAt: b.updatedAt }) === writeJobFile(b);
/** The one that is here stands, and the file's is not looked at. */
const stands: Comparison<unknown> = { same: () => true, merge: (here) => ({ record: here, conflicts: [] }) };

const comparisons: { [List in ShopList]: Comparison<ShopKinds[List]> } = {
  jobs: { same: sameJob, merge: (here, file) => mergedJobs(here, file) },
  vehicles: {
    same: (a, b) => text(a) === text(b) || a.joined.some(({ id }) => id === b.id),
    merge: (a, b, now) =>
      a.id === b.id ? mergedRecords("vehicle", a, b) : { record: joined(a, b, now), conflicts: [] },
  },
  containers: { same: (a, b) => text(a) === text(b), merge: (a, b) => mergedRecords("cylinder", a, b) },
  stock: {
    same: (a, b) => text(a) === text(b),
    // Books are only added to: of two entries with one number the one that is here stands, and the other is shown.
    merge: (a, b) => ({ record: a, conflicts: [{ path: "", here: a, file: b }] }),
  },
  learners: stands as Comparison<Learner>,
  drills: stands as Comparison<DrillRecord>,
  charts: stands as Comparison<KeptChart>,
  choices: stands as Comparison<object>,
};

/** Compares some records of one list with what `find` finds of them in a store. `now`: ISO; no record of a file is newer. */
export function partPlan<List extends ShopList>(
  list: List,
  records: readonly ShopKinds[List][],
  find: (record: ShopKinds[List]) => ShopKinds[List] | undefined,
  now: string,
): PartPlan<ShopKinds[List]> {
  const { same, merge } = comparisons[list] as Comparison<ShopKinds[List]>;
  const plan: PartPlan<ShopKinds[List]> = { added: [], same: [], differing: [] };
  // Two records of a file may be one here: the second is joined to what the first was.
  const latest = new Map<ShopKinds[List], ShopKinds[List]>();
  for (const given of records) {
    const file = dated(given, now);
    const found = find(file);
    const here = found === undefined ? undefined : (latest.get(found) ?? found);
    if (here === undefined) plan.added.push(file);
    else if (same(here, file)) plan.same.push(here);
    else {
      const { record, conflicts } = merge(here, file, now);
      plan.differing.push({ here, file, merged: record, conflicts });
      latest.set(found!, record);
    }
  }
  return plan;
}

function dated<Kind extends object>(record: Kind, now: string): Kind {
  return "updatedAt" in record && typeof record.updatedAt === "string"
    ? { ...record, updatedAt: notAfter(Date.parse(now), record.updatedAt) }
    : record;
}

/**
 * Carries out the choice for a job that differs, or the usual one where nothing, or nothing allowed, was chosen. Gives the job to store, in place of
 * the one here or beside it under a new id; null when the one here is kept.
 */
export function outcomeOf(
  differing: Differing<Job>,
  way: Way | undefined,
  newId: () => string,
  now = Date.now(),
): Job | null {
  const { here, file, merged } = differing;
  const { allowed, usual, issue } = waysOf(differing);
  const asked = way !== undefined && allowed.includes(way) ? way : usual;
  if (asked === "keep") return null;
  const updatedAt = instantAfter(now, here.updatedAt, file.updatedAt);
  // A signed job is imported exactly as signed; only its storing time differs.
  if (asked === "take" && issue?.code === "signed") return { ...file, updatedAt };
  // The books are only ever added to, whichever words are taken.
  const one = { ...(asked === "take" ? { ...file, ledger: merged.ledger } : merged), updatedAt };
  // A merge that cannot be read again is kept beside the original.
  const read = asked === "beside" ? null : readJob(one);
  return read?.ok ? read.value : { ...file, id: newId() };
}
