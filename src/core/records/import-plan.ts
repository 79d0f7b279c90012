/**
 * What a file would bring into a store, record by record, before anything is changed: added, the same, or gone on in both. Nothing that is here is
 * ever overwritten without being shown.
 */
import { instantAfter, notAfter } from "../dates";
import { type Way, waysOf } from "./import-ways";
import type { Job } from "./job";
import { readJob, writeJobFile } from "./job-file";
import { type Conflict, mergedJobs, mergedRecords } from "./merge";
import type { KeptChart, ShopExtras, ShopInFile } from "./shop-file";
import type { Container } from "./stock/container";
import type { StockEntry } from "./stock/entry";
import { joined, type Vehicle } from "./vehicle";

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

export interface ImportPlan {
  jobs: PartPlan<Job>;
  vehicles: PartPlan<Vehicle>;
  containers: PartPlan<Container>;
  stock: PartPlan<StockEntry>;
  /** Settings, charts and drills that the store lacks; settings and charts only where it has none of its own. */
  extras: ShopExtras;
  pictures: ShopInFile["pictures"];
  broken: ShopInFile["broken"];
}

/** What of a store is compared: records by the ids the file has, and vehicles by its names too. */
export interface Here {
  jobs: ReadonlyMap<string, Job>;
  vehicles: readonly Vehicle[];
  containers: ReadonlyMap<string, Container>;
  stock: ReadonlyMap<string, StockEntry>;
  settings: boolean;
  charts: ReadonlySet<KeptChart["refrigerant"]>;
  /** Ids of learners and of their drills. */
  learners: ReadonlySet<string>;
  drills: ReadonlySet<string>;
}

const text = (record: unknown) => JSON.stringify(record);
/** When it was stored is no part of what a job says. */
const sameJob = (a: Job, b: Job) => writeJobFile({ ...a, updatedAt: b.updatedAt }) === writeJobFile(b);

function planned<Kind>(
  given: readonly Kind[],
  find: (one: Kind) => Kind | undefined,
  same: (a: Kind, b: Kind) => boolean,
  merge: (here: Kind, file: Kind) => { record: Kind; conflicts: Conflict[] },
): PartPlan<Kind> {
  const plan: PartPlan<Kind> = { added: [], same: [], differing: [] };
  for (const file of given) {
    const here = find(file);
    if (here === undefined) plan.added.push(file);
    else if (same(here, file)) plan.same.push(here);
    else {
      const { record, conflicts } = merge(here, file);
      plan.differing.push({ here, file, merged: record, conflicts });
    }
  }
  return plan;
}

/** Compares a file with a store. `now`: ISO, for records of one vehicle that were begun in both. */
export function planOf(given: ShopInFile, here: Here, now: string): ImportPlan {
  const nowMs = Date.parse(now);
  const dated = <Kind extends { updatedAt: string }>(records: readonly Kind[]) =>
    records.map((one) => ({ ...one, updatedAt: notAfter(nowMs, one.updatedAt) }));
  const file = {
    ...given,
    jobs: dated(given.jobs),
    vehicles: dated(given.vehicles),
    containers: dated(given.containers),
  };
  const byId = new Map(here.vehicles.map((vehicle) => [vehicle.id, vehicle]));
  const byName = new Map(here.vehicles.flatMap((vehicle) => vehicle.names.map((name) => [name, vehicle] as const)));
  return {
    jobs: planned(file.jobs, ({ id }) => here.jobs.get(id), sameJob, mergedJobs),
    vehicles: planned(
      file.vehicles,
      // A car that both shops wrote about has two records: by its name it is one.
      ({ id, names }) => byId.get(id) ?? names.flatMap((name) => byName.get(name) ?? [])[0],
      (a, b) => text(a) === text(b) || a.joined.some(({ id }) => id === b.id),
      (a, b) => (a.id === b.id ? mergedRecords(a, b) : { record: joined(a, b, now), conflicts: [] }),
    ),
    containers: planned(
      file.containers,
      ({ id }) => here.containers.get(id),
      (a, b) => text(a) === text(b),
      mergedRecords,
    ),
    stock: planned(
      file.stock,
      ({ id }) => here.stock.get(id),
      (a, b) => text(a) === text(b),
      // Books are only added to: of two entries with one number the one that is here stands, and the other is shown.
      (a, b) => ({ record: a, conflicts: [{ path: "", here: a, file: b }] }),
    ),
    extras: {
      choices: here.settings ? null : file.choices,
      charts: file.charts.filter(({ refrigerant }) => !here.charts.has(refrigerant)),
      drills: {
        learners: file.drills.learners.filter(({ id }) => !here.learners.has(id)),
        drills: file.drills.drills.filter(({ id }) => !here.drills.has(id)),
      },
    },
    pictures: file.pictures,
    broken: file.broken,
  };
}

/** Records to be stored when a plan is carried out; `way` by the id of a job that differs, as one where none is given. */
export interface ToStore {
  jobs: Job[];
  vehicles: Vehicle[];
  containers: Container[];
  stock: StockEntry[];
  /** Jobs that come in beside their origin, by their new id: pictures go with them. */
  beside: ReadonlyMap<string, string>;
}

export function carriedOut(
  plan: ImportPlan,
  way: ReadonlyMap<string, Way>,
  newId: () => string,
  now = Date.now(),
): ToStore {
  const beside = new Map<string, string>();
  const jobs = plan.jobs.differing.flatMap((differing) => {
    const { here, file, merged } = differing;
    const { allowed, usual, issue } = waysOf(differing);
    const wanted = way.get(here.id) ?? usual;
    const asked = allowed.includes(wanted) ? wanted : usual;
    if (asked === "keep") return [];
    // What was signed comes in as it was signed, to the letter; only when it was stored is no part of it.
    if (asked === "take" && issue?.code === "signed")
      return [{ ...file, updatedAt: instantAfter(now, here.updatedAt, file.updatedAt) }];
    // The books are only ever added to, whichever words are taken.
    const one = {
      ...(asked === "take" ? { ...file, ledger: merged.ledger } : merged),
      updatedAt: instantAfter(now, here.updatedAt, file.updatedAt),
    };
    // What could not be read again as one stands side by side.
    const read = asked === "beside" ? null : readJob(one);
    if (read?.ok) return [read.value];
    const id = newId();
    beside.set(id, file.id);
    return [{ ...file, id }];
  });
  const both = <Kind>({ added, differing }: PartPlan<Kind>): Kind[] => [
    ...added,
    ...differing.map(({ merged }) => merged),
  ];
  return {
    jobs: [...plan.jobs.added, ...jobs],
    vehicles: both(plan.vehicles),
    containers: both(plan.containers),
    stock: plan.stock.added,
    beside,
  };
}

/** Whether a plan would change anything. */
export function changesNothing({ jobs, vehicles, containers, stock, extras }: ImportPlan): boolean {
  const { choices, charts, drills } = extras;
  const beside = charts.length + drills.learners.length + drills.drills.length;
  return (
    choices === null &&
    beside === 0 &&
    [jobs, vehicles, containers, stock].every(
      (part: PartPlan<unknown>) => part.added.length === 0 && part.differing.length === 0,
    )
  );
}
