/** The lock of a signature, and the amendment of a signed job: the rule that every path into the store obeys. */

import { continues } from "../charge/books/ledger";
import type { OutcomeFacts } from "../learning/statement";
import * as z from "../zod";
import { noFacts, signedOutcomeOf } from "./derived/job-outcome";
import { readJob } from "./files/job-file";
import { type Amendment, type Credentials, type Job, jobSchema, MOST_AMENDMENTS } from "./job";
import { isTree } from "./tree";

/** Why a change of a signed job, or of its amendments, is not made. */
export type SignatureIssue =
  | { code: "signed"; by: string; at: string }
  | { code: "amendments-changed" }
  | { code: "amendment-blank"; missing: "by" | "reason" }
  | { code: "amendments-full"; most: number };

/** Thrown by a change that the signature does not allow: nothing of it is stored. */
export class SignatureRefusal extends Error {
  override name = "SignatureRefusal";
  constructor(readonly issue: SignatureIssue) {
    super(issue.code);
  }
}

/** Also answers for a stored record that cannot be read. */
export const isSigned = (job: Pick<Job, "signOff">): boolean => (job.signOff?.signedAt ?? null) !== null;

/** Whose signature locks a job, and since when. */
export function lockOf({ signOff }: Pick<Job, "signOff">): SignatureIssue {
  return { code: "signed", by: signOff.technician.trim(), at: signOff.signedAt ?? "" };
}

/** Parts that a signature does not cover: when it was stored, and whether it is put away from the Bay. */
const uncovered: readonly (keyof Job)[] = ["updatedAt", "archivedAt"];

/** The job as it was signed: the text that an amendment keeps. */
function signedText(job: Job): string {
  return JSON.stringify(jobSchema.parse({ ...job, amendments: [], archivedAt: null }));
}

const same = (a: unknown, b: unknown) => a === b || canonical(a) === canonical(b);

/** As JSON with the keys of every object in one order: a record may have been put together in another one than it was read in. */
function canonical(value: unknown): string {
  return (
    JSON.stringify(value, (_, part: unknown) =>
      typeof part === "object" && part !== null && !Array.isArray(part)
        ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
        : part,
    ) ?? ""
  );
}

/** Checks a change against the signature; null when it is allowed. A signed job takes no change but one amendment. */
export function checkSignature(before: Job, after: Job): SignatureIssue | null {
  const changed = (Object.keys(jobSchema.shape) as (keyof Job)[]).filter(
    (part) => !uncovered.includes(part) && !same(before[part], after[part]),
  );
  if (!isSigned(before)) return changed.includes("amendments") ? { code: "amendments-changed" } : null;
  if (changed.length === 0) return null;
  const voided = { ...before.signOff, signedAt: null };
  if (!same(changed, ["signOff", "amendments"]) || !same(after.signOff, voided)) return lockOf(before);
  const added = after.amendments[before.amendments.length];
  if (
    added === undefined ||
    !same(after.amendments, [...before.amendments, added]) ||
    added.signed !== signedText(before)
  )
    return { code: "amendments-changed" };
  return null;
}

const filled = z.string().refine((text) => text.trim() !== "", "missing");
/** Form that opens a signed job. */
export const amendmentFormSchema = z.object({ by: filled, reason: filled });

/** The job opened for an amendment: what was signed is kept, and the signature is void until it is signed again. Throws a {@link SignatureRefusal}. */
export function amended(job: Job, { by, reason, at }: Pick<Amendment, "by" | "reason" | "at">): Job {
  if (!isSigned(job)) return job;
  if (by.trim() === "") throw new SignatureRefusal({ code: "amendment-blank", missing: "by" });
  if (reason.trim() === "") throw new SignatureRefusal({ code: "amendment-blank", missing: "reason" });
  if (job.amendments.length >= MOST_AMENDMENTS)
    throw new SignatureRefusal({ code: "amendments-full", most: MOST_AMENDMENTS });
  const amendment: Amendment = { at, by: by.trim(), reason: reason.trim(), signed: signedText(job) };
  return { ...job, signOff: { ...job.signOff, signedAt: null }, amendments: [...job.amendments, amendment] };
}

/** The job with a signature, and under it the outcome by these facts. `at` is an ISO instant. */
export function signed(job: Job, credentials: Credentials, at: string, facts: OutcomeFacts = noFacts): Job {
  const steps = { ...job.steps, "sign-off": { ...job.steps["sign-off"], doneAt: at } };
  const outcome = { ...job.outcome, signed: signedOutcomeOf(job, facts) };
  return { ...job, outcome, signOff: { ...job.signOff, signedAt: at, credentials }, steps };
}

/**
 * Whether `later` is `earlier` gone on without breaking a signature: the same but for what no signature covers, the amendment of a signed job, or
 * anything that became of an unsigned one whose books it continues.
 */
export function continuesSigned(earlier: Job, later: Job): boolean {
  const { amendments } = earlier;
  if (!same(later.amendments.slice(0, amendments.length), amendments)) return false;
  const next = later.amendments[amendments.length];
  if (isSigned(earlier))
    return next === undefined ? checkSignature(earlier, later) === null : next.signed === signedText(earlier);
  return continues(earlier.ledger, later.ledger) && later.updatedAt >= earlier.updatedAt;
}

export interface AmendedValue {
  /** Field by field, with points: "intake.charge". Of two lists, only the items that differ stand in `was` and `is`. */
  path: string;
  was: unknown;
  is: unknown;
}

export interface AmendmentChanges extends Omit<Amendment, "signed"> {
  /** When the version that it amends was signed, and by whom. */
  signedAt: string;
  signedBy: string;
  /** Null where the kept version cannot be read. */
  values: AmendedValue[] | null;
  /** Signed again since; otherwise it is still open. */
  closed: boolean;
}

/** Every amendment of a job with old and new values: against the next signed version, and the last one against the job as it stands. */
export function amendmentsOf(job: Job): AmendmentChanges[] {
  const versions = job.amendments.map(({ signed: text }) => versionOf(text));
  return job.amendments.map(({ at, by, reason }, i) => {
    const before = versions[i] ?? null;
    const last = i === job.amendments.length - 1;
    const after = last ? job : (versions[i + 1] ?? null);
    return {
      at,
      by,
      reason,
      signedAt: before?.signOff.signedAt ?? "",
      signedBy: before?.signOff.technician.trim() ?? "",
      values: before === null || after === null ? null : differences(before, after),
      closed: !last || isSigned(job),
    };
  });
}

function versionOf(text: string): Job | null {
  try {
    const read = readJob(JSON.parse(text));
    return read.ok ? read.value : null;
  } catch {
    return null;
  }
}

/** Fields that no person changes by hand, or that an amendment itself changes. */
const passedOver =
  /^(updatedAt|archivedAt|amendments|outcome\.signed.*|signOff\.signedAt|steps\..*\.(startedAt|doneAt)|drafts\..*)$/;

function differences(before: Job, after: Job): AmendedValue[] {
  const found: AmendedValue[] = [];
  const walk = (was: unknown, is: unknown, path: string) => {
    if (passedOver.test(path) || same(was, is)) return;
    if (Array.isArray(was) && Array.isArray(is)) found.push({ path, was: only(was, is), is: only(is, was) });
    else if (isTree(was) && isTree(is))
      for (const key of new Set([...Object.keys(was), ...Object.keys(is)]))
        walk(was[key], is[key], path === "" ? key : `${path}.${key}`);
    else found.push({ path, was, is });
  };
  walk(before, after, "");
  return found;
}

/** Items of a list that the other one does not have; all of it where only the order differs. */
function only(list: readonly unknown[], other: readonly unknown[]): readonly unknown[] {
  const there = new Set(other.map(canonical));
  const items = list.filter((item) => !there.has(canonical(item)));
  return items.length === 0 && list.length === other.length ? list : items;
}
