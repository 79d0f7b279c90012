/**
 * The books of a whole shop: every entry of every job beside what the shop booked itself, as lines of one form. What each container holds, what
 * went where in a year, and whether the store adds up, is read off them. Masses g.
 */
import { type Act, activeEntries } from "../../charge/books/ledger";
import { cylinderFor } from "../../charge/identification";
import { workableRefrigerant } from "../derived/job-label";
import { identificationOf } from "../derived/job-readings";
import type { Job } from "../job";
import { isPractice } from "../practice";
import type { Visit } from "../vehicles/visit";
import type { Container } from "./container";
import { containerIn, placeOf, type StockEntry } from "./entry";

type Good = "refrigerant" | "oil" | "dye";

export interface BookLine {
  /** Ids of job and entry, or of the shop's entry. */
  id: string;
  at: string;
  act: string;
  good: Good;
  /** Kind of refrigerant or oil; null where the job does not know it. */
  kind: string | null;
  grams: number;
  from: string;
  to: string;
  /** Reckoned, not weighed. */
  estimated: boolean;
  /** Taken back, or taking back. */
  void: boolean;
  /** Id of the line that this one takes back. */
  counters: string | null;
  jobId: string | null;
  technician: string;
  remark: string;
}

/** Kind of what an identifier refused for the shop's own cylinders. */
export const CONTAMINATED = "contaminated refrigerant";
const outOfVehicle: readonly Act[] = ["recover", "recover-hoses", "take"];

/** A job's entries with whose and what they are; a practice job has none in the books of the shop. */
export function linesOfJob(job: Job): BookLine[] {
  if (isPractice(job)) return [];
  const held = new Set(activeEntries(job.ledger).map(({ id }) => id));
  const refrigerant = workableRefrigerant(job);
  const identified = identificationOf(job);
  // Foreign or impure, it goes into a cylinder of its own: none on the shelf takes it.
  const cameOut = identified !== null && cylinderFor(identified) === "own" ? CONTAMINATED : refrigerant;
  return job.ledger.map((entry) => ({
    id: `${job.id}/${entry.id}`,
    at: entry.at,
    act: entry.act,
    good: entry.substance,
    kind: entry.substance === "oil" ? job.repair.oil : outOfVehicle.includes(entry.act) ? cameOut : refrigerant,
    grams: entry.grams,
    from: entry.from,
    to: entry.to,
    estimated: entry.estimated,
    void: !held.has(entry.id),
    counters: entry.counters === null ? null : `${job.id}/${entry.counters}`,
    jobId: job.id,
    technician: job.signOff.technician.trim(),
    remark: "",
  }));
}

const goodOf = ({ kind }: Container): Good => (kind === "oil" || kind === "dye" ? kind : "refrigerant");
export const kindOf = (container: Container): string | null => container.refrigerant ?? container.oil;

/** The shop's own entries; those of containers that are not known any more keep what is known of them. */
export function linesOfStock(entries: readonly StockEntry[], containers: ReadonlyMap<string, Container>): BookLine[] {
  const countered = new Set(entries.map(({ counters }) => counters));
  return entries.map((entry) => {
    const container = containers.get(containerIn(entry.from) ?? containerIn(entry.to) ?? "");
    return {
      id: entry.id,
      at: entry.at,
      act: entry.act,
      good: container === undefined ? "refrigerant" : goodOf(container),
      kind: container === undefined ? null : kindOf(container),
      grams: entry.grams,
      from: entry.from,
      to: entry.to,
      estimated: false,
      void: entry.counters !== null || countered.has(entry.id),
      counters: entry.counters,
      jobId: null,
      technician: entry.technician,
      remark: entry.remark,
    };
  });
}

/**
 * The container that a job's account is. Jobs know "the machine" and "the bottle": that is the one on the shelf for this refrigerant or oil, the
 * oldest that stands there. Null where the shelf has none.
 */
function containerOf(line: BookLine, account: string, shelf: readonly Container[]): string | null {
  const named = containerIn(account);
  if (named !== null) return named;
  const place = account === "machine" ? "machine" : account === "bottle" ? "oil" : null;
  if (place === null) return null;
  const fitting = shelf
    .filter((one) => one.kind === place && kindOf(one) === line.kind && one.createdAt <= line.at)
    .filter((one) => one.retiredAt === null || one.retiredAt > line.at);
  return (
    fitting.reduce<Container | null>(
      (first, one) => (first === null || one.createdAt < first.createdAt ? one : first),
      null,
    )?.id ?? null
  );
}

/** The lines with every account that is a container on the shelf named as one. */
export function placed(lines: readonly BookLine[], shelf: readonly Container[]): BookLine[] {
  const at = (line: BookLine, account: string) => {
    const id = containerOf(line, account, shelf);
    return id === null ? account : placeOf(id);
  };
  return lines.map((line) =>
    line.jobId === null ? line : { ...line, from: at(line, line.from), to: at(line, line.to) },
  );
}

/** Content of each container by the books: what has come in less what has left, of the lines that count. Lines as {@link placed}. */
export function contents(
  lines: readonly BookLine[],
  counts: (line: BookLine) => boolean = () => true,
): Map<string, number> {
  const held = new Map<string, number>();
  const add = (place: string, grams: number) => {
    const id = containerIn(place);
    if (id !== null) held.set(id, (held.get(id) ?? 0) + grams);
  };
  for (const line of lines) {
    if (!counts(line)) continue;
    const { from, to, grams } = line;
    add(from, -grams);
    add(to, grams);
  }
  return held;
}

export interface YearOf {
  good: Good;
  kind: string | null;
  /** In the containers of the shelf as the year began, and as it ended or stands now. */
  openingG: number;
  closingG: number;
  /** Into the shelf: from suppliers, and out of vehicles. */
  receivedG: number;
  recoveredG: number;
  /** Out of containers on jobs. */
  drawnG: number;
  purgedG: number;
  /** Off the shelf otherwise. */
  sentOffG: number;
  usedG: number;
  /** Found at stock-taking less what the books said. */
  differenceG: number;
  /** Mass left in machine hoses, and oil lost with parts. */
  elsewhereG: number;
}

/** The calendar year of an instant, where this runs. */
export const yearIn = (at: string) => String(new Date(at).getFullYear());

const emptyYear = (good: Good, kind: string | null): YearOf => ({
  good,
  kind,
  openingG: 0,
  closingG: 0,
  receivedG: 0,
  recoveredG: 0,
  drawnG: 0,
  purgedG: 0,
  sentOffG: 0,
  usedG: 0,
  differenceG: 0,
  elsewhereG: 0,
});

/** Which sum of a year an act counts in. */
const sumOf: Partial<Record<string, keyof YearOf & `${string}G`>> = {
  receive: "receivedG",
  recover: "recoveredG",
  take: "recoveredG",
  charge: "drawnG",
  dose: "drawnG",
  fill: "drawnG",
  purge: "purgedG",
  "send-off": "sentOffG",
  use: "usedG",
  count: "differenceG",
  "recover-hoses": "elsewhereG",
  drain: "elsewhereG",
};

/**
 * Sums of one calendar year as {@link yearIn} has it, a line for each kind, refrigerants first, with the stock at its beginning and end. A closed
 * year does not change: an entry that is taken back in a later year stays in its own, and its reversal counts in the year it is dated. Lines as
 * {@link placed}.
 */
export function yearOf(lines: readonly BookLine[], year: string, containers: readonly Container[] = []): YearOf[] {
  const sums = new Map<string, YearOf>();
  const sum = (good: Good, kind: string | null) => {
    const key = `${good} ${kind}`;
    const found = sums.get(key) ?? emptyYear(good, kind);
    sums.set(key, found);
    return found;
  };
  const yearById = new Map(lines.map((line) => [line.id, yearIn(line.at)]));
  const reversedIn = new Map(lines.flatMap(({ counters, at }) => (counters === null ? [] : [[counters, yearIn(at)]])));
  for (const line of lines) {
    const { id, at, good, kind, act, grams, from, to, counters } = line;
    if (yearIn(at) !== year) continue;
    // Written and taken back within one year: nothing happened.
    if (line.void && (counters === null ? reversedIn.get(id) : yearById.get(counters)) === year) continue;
    const field = sumOf[act];
    if (field === undefined) continue;
    const sign = counters === null ? 1 : -1;
    const way = act === "count" && containerIn(counters === null ? to : from) === null ? -1 : 1;
    sum(good, kind)[field] += sign * way * grams;
  }
  for (const [field, counts] of [
    ["openingG", ({ at }: BookLine) => yearIn(at) < year],
    ["closingG", ({ at }: BookLine) => yearIn(at) <= year],
  ] as const) {
    const held = contents(lines, counts);
    for (const container of containers) {
      const grams = held.get(container.id) ?? 0;
      if (Math.abs(grams) >= SAME_G) sum(goodOf(container), kindOf(container))[field] += grams;
    }
  }
  const order: Good[] = ["refrigerant", "oil", "dye"];
  return [...sums.values()].sort(
    (a, b) => order.indexOf(a.good) - order.indexOf(b.good) || String(a.kind).localeCompare(String(b.kind)),
  );
}

export type StockFinding =
  /** A container from which more was taken than came in. */
  | { code: "negative"; containerId: string; grams: number }
  /** Taken off the shelf with something in it. */
  | { code: "retired"; containerId: string; grams: number }
  /** Moved from or to containers that are not on record. */
  | { code: "not-in-stock"; lines: number; grams: number }
  /** Found at counts more and less than the books had. */
  | { code: "counts"; moreG: number; lessG: number };

/** Lists everything in the stock that does not add up. Lines as {@link placed}. */
export function checkStock(lines: readonly BookLine[], containers: readonly Container[]): StockFinding[] {
  const known = new Set(containers.map(({ id }) => id));
  const held = contents(lines);
  const findings: StockFinding[] = [];
  for (const { id, retiredAt } of containers) {
    const grams = held.get(id) ?? 0;
    if (grams < -SAME_G) findings.push({ code: "negative", containerId: id, grams });
    else if (retiredAt !== null && grams >= 1) findings.push({ code: "retired", containerId: id, grams });
  }
  const counted = lines.filter((line) => !line.void);
  const unknown = counted.filter(({ from, to }) =>
    [from, to].some((place) => containerIn(place) !== null && !known.has(containerIn(place)!)),
  );
  if (unknown.length > 0)
    findings.push({
      code: "not-in-stock",
      lines: unknown.length,
      grams: unknown.reduce((sum, { grams }) => sum + grams, 0),
    });
  const counts = counted.filter(({ act }) => act === "count");
  const moreG = counts.reduce((sum, { to, grams }) => sum + (containerIn(to) === null ? 0 : grams), 0);
  const lessG = counts.reduce((sum, { to, grams }) => sum + (containerIn(to) === null ? grams : 0), 0);
  if (moreG + lessG >= SAME_G) findings.push({ code: "counts", moreG, lessG });
  return findings;
}

export interface StoreCheck {
  /** Out of containers into charging lines, by the books of all jobs. */
  drawnG: number;
  /** Sums by destination: in vehicles, in hoses, vented, by the balance of each job. */
  intoG: number;
  hosesG: number;
  purgedG: number;
  /** Drawn in jobs whose balance cannot be struck: no label, or a container without a weight. */
  unknownG: number;
  /** Jobs whose books and balance differ; empty when every gram is accounted for. */
  differing: { jobId: string; differenceG: number }[];
}

/** A weighing is written to a tenth of a gram. */
const SAME_G = 0.1;

/**
 * Whether the store adds up: grams out of containers are those in vehicles, in hoses and let out. The one side is read off the book lines, the other
 * off each job's balance, so that a line that got lost on the way shows.
 */
export function checkStore(lines: readonly BookLine[], visits: readonly Visit[]): StoreCheck {
  const drawnBy = new Map<string, number>();
  for (const { act, good, grams, jobId, void: taken } of lines) {
    if (taken || (act !== "charge" && act !== "dose") || good !== "refrigerant" || jobId === null) continue;
    drawnBy.set(jobId, (drawnBy.get(jobId) ?? 0) + grams);
  }
  const check: StoreCheck = { drawnG: 0, intoG: 0, hosesG: 0, purgedG: 0, unknownG: 0, differing: [] };
  for (const { jobId, intoG, hosesG, purgedG } of visits) {
    const drawnG = drawnBy.get(jobId) ?? 0;
    drawnBy.delete(jobId);
    check.drawnG += drawnG;
    if (intoG === null) {
      check.unknownG += drawnG;
      continue;
    }
    check.intoG += intoG;
    check.hosesG += hosesG;
    check.purgedG += purgedG;
    const differenceG = drawnG - intoG - hosesG - purgedG;
    if (Math.abs(differenceG) > SAME_G) check.differing.push({ jobId, differenceG });
  }
  for (const [jobId, differenceG] of drawnBy) check.differing.push({ jobId, differenceG });
  return check;
}
