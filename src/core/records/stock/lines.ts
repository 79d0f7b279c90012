/**
 * The books of a whole shop: every entry of every job beside what the shop booked itself, as lines of one form. What each container holds, what
 * went where in a year, and whether the store adds up, is read off them. Masses g.
 */
import { standing } from "../../charge/books/ledger";
import type { Job } from "../job";
import { workableRefrigerant } from "../job-readings";
import type { Visit } from "../visit";
import type { Container } from "./container";
import { containerIn, placeOf, type StockEntry } from "./entry";

export type Good = "refrigerant" | "oil" | "dye";

export interface BookLine {
  /** Of the job and the entry, or of the shop's entry. */
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
  jobId: string | null;
  technician: string;
  remark: string;
}

/** A job's entries with whose and what they are. */
export function linesOfJob(job: Job): BookLine[] {
  const held = new Set(standing(job.ledger).map(({ id }) => id));
  const refrigerant = workableRefrigerant(job);
  return job.ledger.map((entry) => ({
    id: `${job.id}/${entry.id}`,
    at: entry.at,
    act: entry.act,
    good: entry.substance,
    kind: entry.substance === "oil" ? job.repair.oil : refrigerant,
    grams: entry.grams,
    from: entry.from,
    to: entry.to,
    estimated: entry.estimated,
    void: !held.has(entry.id),
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
export function containerOf(line: BookLine, account: string, shelf: readonly Container[]): string | null {
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

/** What each container holds by the books, up to an instant: what has come in less what has left. Lines as {@link placed}. */
export function contents(lines: readonly BookLine[], until = "9999"): Map<string, number> {
  const held = new Map<string, number>();
  const add = (place: string, grams: number) => {
    const id = containerIn(place);
    if (id !== null) held.set(id, (held.get(id) ?? 0) + grams);
  };
  for (const { from, to, grams, at } of lines) {
    if (at > until) continue;
    add(from, -grams);
    add(to, grams);
  }
  return held;
}

export interface YearOf {
  good: Good;
  kind: string | null;
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
  /** What stayed in machines' hoses, and oil that went with parts. */
  elsewhereG: number;
}

/** The calendar year of an instant, where this runs. */
export const yearIn = (at: string) => String(new Date(at).getFullYear());

/** Sums of one calendar year as {@link yearIn} has it, a line for each kind, refrigerants first. Lines that were taken back count for nothing. */
export function yearOf(lines: readonly BookLine[], year: string): YearOf[] {
  const sums = new Map<string, YearOf>();
  for (const { at, good, kind, act, grams, to, void: taken } of lines) {
    if (taken || yearIn(at) !== year) continue;
    const key = `${good} ${kind}`;
    let sum = sums.get(key);
    if (sum === undefined) {
      sum = {
        good,
        kind,
        receivedG: 0,
        recoveredG: 0,
        drawnG: 0,
        purgedG: 0,
        sentOffG: 0,
        usedG: 0,
        differenceG: 0,
        elsewhereG: 0,
      };
      sums.set(key, sum);
    }
    if (act === "receive") sum.receivedG += grams;
    else if (act === "recover" || act === "take") sum.recoveredG += grams;
    else if (act === "charge" || act === "fill") sum.drawnG += grams;
    else if (act === "purge") sum.purgedG += grams;
    else if (act === "send-off") sum.sentOffG += grams;
    else if (act === "use") sum.usedG += grams;
    else if (act === "count") sum.differenceG += containerIn(to) === null ? -grams : grams;
    else if (act === "recover-hoses" || act === "drain") sum.elsewhereG += grams;
  }
  const order: Good[] = ["refrigerant", "oil", "dye"];
  return [...sums.values()].sort(
    (a, b) => order.indexOf(a.good) - order.indexOf(b.good) || String(a.kind).localeCompare(String(b.kind)),
  );
}

export interface StoreCheck {
  /** Out of containers into charging lines, by the books of all jobs. */
  drawnG: number;
  /** The same by what became of it: in vehicles, in hoses, let out, by the balance of each job. */
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
    if (taken || act !== "charge" || good !== "refrigerant" || jobId === null) continue;
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
