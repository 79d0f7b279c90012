/** Writes a job's acts into its log, and limits undo: entries are never removed, only reversed. */
import {
  type Account,
  type Act,
  activeEntries,
  containerAccount,
  entryId,
  type LedgerEntry,
  type LedgerIssue,
  post,
  reverse,
  type Substance,
} from "../charge/books/ledger";
import { type ChargeIssue, SETTLES_G } from "../charge/books/mass-balance";
import { type HoseState, heldAfter } from "../charge/hose-states";
import { type Entry, entryValue } from "../units/entry";
import { balanceOf } from "./derived/job-readings";
import { type FieldName, fields } from "./fields";
import { type Job, MOST_ENTRIES, type valvesAt } from "./job";

/** Grams closer together than this are the same weighing. */
const SAME_G = 0.05;

/** More would have left the vehicle than was in it. */
type LessThanNothing = Extract<ChargeIssue, { code: "less-than-nothing" }>;

/** Thrown by a change of a job that the books do not allow: nothing of it is stored, and the reason is said at the press. */
export class LogRefusal extends Error {
  override name = "BooksRefusal";
  constructor(readonly issue: LedgerIssue | LessThanNothing | { code: "books-full"; most: number }) {
    super(issue.code);
  }
}

interface Written {
  act: Act;
  substance: Substance;
  from: Account;
  to: Account;
  estimated: boolean;
  grams: number | null;
}

/** The job with its books brought up to what is written in its fields: a changed weight is countered and written anew. */
export function booked(job: Job, now: string): Job {
  const read = (field: FieldName, given: Entry) => entryValue(fields[field], given);
  const written: Written[] = [
    weighed("recover", "refrigerant", "vehicle", "machine", read("recovered", job.recover.recovered)),
    {
      ...weighed("recover-hoses", "refrigerant", "vehicle", "machine-hoses", read("machineHoses", job.recover.hoses)),
      estimated: true,
    },
    weighed("recover", "oil", "vehicle", "machine", read("oil", job.recover.oil)),
    weighed(
      "dose",
      "refrigerant",
      "machine",
      "vehicle",
      job.station.used ? read("stationCharged", job.station.charged) : null,
    ),
    weighed("drain", "oil", "vehicle", "parts", drainedOf(job)),
    weighed("fill", "oil", "bottle", "vehicle", read("oilFilled", job.repair.filled)),
  ];
  return written.reduce((done, one) => bring(done, one, now), job);
}

function weighed(act: Act, substance: Substance, from: Account, to: Account, grams: number | null): Written {
  return { act, substance, from, to, estimated: false, grams };
}

function drainedOf(job: Job): number | null {
  const drained = job.repair.parts.map(({ drained }) => entryValue(fields.drained, drained));
  return drained.some((grams) => grams !== null) ? drained.reduce<number>((sum, grams) => sum + (grams ?? 0), 0) : null;
}

function bring(job: Job, { grams, ...what }: Written, now: string): Job {
  const held = activeEntries(job.ledger).filter(
    (entry) => entry.act === what.act && entry.substance === what.substance,
  );
  const sum = held.reduce((total, entry) => total + entry.grams, 0);
  if (Math.abs(sum - (grams ?? 0)) < SAME_G) return job;
  const cleared = held.reduce((done, { id }) => opposed(done, id, now), job);
  return grams === null || grams < SAME_G ? cleared : appended(cleared, { ...what, grams }, now);
}

function appended(job: Job, what: Omit<Written, "grams"> & { grams: number }, at: string): Job {
  const made = post(job.ledger, { ...what, id: entryId(job.ledger), at, counters: null });
  if (!made.ok) throw new LogRefusal(made.issue);
  if (made.value.length > MOST_ENTRIES) throw new LogRefusal({ code: "books-full", most: MOST_ENTRIES });
  return { ...job, ledger: made.value };
}

/** The job with one entry taken back by its opposite; unchanged when that entry does not stand. Refuses what would leave less than nothing in the vehicle. */
export function reversed(job: Job, id: string, at: string): Job {
  return possible(opposed(job, id, at));
}

/** The job, where its books leave no less than nothing in the vehicle. */
function possible(job: Job): Job {
  const found = balanceOf(job);
  if (found?.ok === false && found.issue.code === "less-than-nothing") throw new LogRefusal(found.issue);
  return job;
}

function opposed(job: Job, id: string, at: string): Job {
  const made = reverse(job.ledger, id, { id: entryId(job.ledger), at });
  return made.ok ? { ...job, ledger: made.value } : job;
}

/** Books what is let out of the end of the hose; it comes out of the container with the draw that follows. */
export function purgeBooked(job: Job, grams: number, at: string): Job {
  return appended(job, { act: "purge", substance: "refrigerant", from: "line", to: "air", estimated: true, grams }, at);
}

/** Opens a stretch of charging; one that was still open is booked first. */
export function drawBegun(
  job: Job,
  start: { containerId: string; leftG: number; offsetG: number; valve: (typeof valvesAt)[number] },
  now: string,
): Job {
  const closed = drawEnded(job, now);
  const { containerId, leftG, offsetG, valve } = start;
  const open = { containerId, startG: leftG, nowG: leftG, offsetG, valve, startedAt: now };
  return {
    ...closed,
    charge: { ...closed.charge, open, hoseHolds: heldAfter(closed.charge.hoseHolds, hoseAfter(valve), 0) },
  };
}

/** The open stretch at the newest weight; a container never gains, so no more comes back than the noise of a scale that comes to rest. */
export function drawMoved(job: Job, leftG: number, offsetG: number): Job {
  const { open } = job.charge;
  if (open === null) return job;
  const nowG = Math.max(0, Math.min(open.nowG + SETTLES_G, open.startG, Math.round(leftG * 10) / 10));
  if (nowG === open.nowG && offsetG === open.offsetG) return job;
  return { ...job, charge: { ...job.charge, open: { ...open, nowG, offsetG } } };
}

/** Books the open stretch, if any. */
export function drawEnded(job: Job, now: string): Job {
  const { open } = job.charge;
  if (open === null) return job;
  const closed = { ...job, charge: { ...job.charge, open: null } };
  const grams = open.startG - open.nowG;
  return grams < SAME_G ? closed : drawn(closed, open.containerId, grams, now, hoseAfter(open.valve));
}

/** Hose content by what passed last. */
export const hoseAfter = (valve: (typeof valvesAt)[number]): HoseState =>
  valve.startsWith("liquid") ? "liquid" : "vapour";

/** Notes that the hose was drawn in through the low side. */
export function hoseDrawnIn(job: Job): Job {
  return { ...job, charge: { ...job.charge, hoseHolds: "drawn-in" } };
}

/** Books what a container has given, weighed in one go, and what the hose then holds; liquid, where nobody has said. */
export function drawn(job: Job, containerId: string, grams: number, now: string, hose: HoseState | null = null): Job {
  const from = containerAccount(containerId);
  const { charge } = job;
  const hoseHolds = hose === null ? (charge.hoseHolds ?? "liquid") : heldAfter(charge.hoseHolds, hose, grams);
  const flowed = { ...job, charge: { ...charge, hoseHolds } };
  return appended(flowed, { act: "charge", substance: "refrigerant", from, to: "line", estimated: false, grams }, now);
}

/** Books a surplus that was weighed out of the vehicle again; no more than was in it. */
export function taken(job: Job, grams: number, now: string): Job {
  return possible(
    appended(
      job,
      { act: "take", substance: "refrigerant", from: "vehicle", to: "machine", estimated: false, grams },
      now,
    ),
  );
}

/** An entry answered by its opposite; what had been taken back is written again. */
export function answered(job: Job, entry: LedgerEntry, at: string): Job {
  const { id, counters, act, substance, from, to, estimated, grams } = entry;
  if (counters === null) return reversed(job, id, at);
  return possible(appended(job, { act, substance, from: to, to: from, estimated, grams }, at));
}
