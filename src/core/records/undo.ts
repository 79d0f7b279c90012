/**
 * Undo by patches of a person's change, field by field: later changes by instruments, the clock or another hand stay. Log entries are never removed;
 * those that a change wrote are reversed.
 */
import { applyPatches, enablePatches, type Patch, produceWithPatches } from "immer";
import type { LedgerEntry } from "../charge/books/ledger";
import { answered } from "./bookkeeping";
import type { Job } from "./job";

enablePatches();

export interface UndoStep {
  /** When it was made, ms since 1970. */
  at: number;
  /** Path of the one text that was typed; null when more, or something else, was changed. */
  typed: string | null;
  /** Inverse patches, and the values after the change: the current values must still be these. */
  inverse: Patch[];
  left: Patch[];
  /** Entries of the books that it wrote. */
  wrote: LedgerEntry[];
}

/** A job with a step taken back, and the places that stay because a later change stands on them. */
export interface Undone {
  job: Job;
  stays: readonly string[];
}

/** Changes closer together than this belong together; and how many can be taken back. */
const TYPING_PAUSE_MS = 900;
const MOST_STEPS = 50;

/** Books are answered, never taken back, and the clock of the record is nobody's. */
const byItself: readonly string[] = ["ledger", "updatedAt"];

/** The steps with one more: what leads back from `after` to `before`. Letters of one word are one step. */
export function withStep(steps: readonly UndoStep[], before: Job, after: Job, at: number): readonly UndoStep[] {
  const [, patches, inverses] = produceWithPatches(before, (draft) => bring(draft, before, after));
  const own = ({ path }: Patch) => !byItself.includes(String(path[0]));
  const left = patches.filter(own);
  const inverse = inverses.filter(own);
  const wrote = after.ledger.slice(before.ledger.length);
  if (inverse.length === 0 && wrote.length === 0) return steps;
  const [only] = patches;
  const typed = patches.length === 1 && typeof only?.value === "string" ? only.path.join("/") : null;
  const last = steps.at(-1);
  if (last && typed !== null && last.typed === typed && at - last.at < TYPING_PAUSE_MS) {
    return [...steps.slice(0, -1), { ...last, at, left }];
  }
  return [...steps.slice(-MOST_STEPS + 1), { at, typed, inverse, left, wrote }];
}

/** The stored job with a step taken back, but for what was changed again since. `at` is an ISO instant. */
export function undone(now: Job, { inverse, left, wrote }: UndoStep, at: string): Undone {
  const stays: string[] = [];
  let job = now;
  for (const patch of inverse) {
    const place = patch.path.join("/");
    const back = backAt(
      job,
      patch,
      left.find(({ path }) => path.join("/") === place),
    );
    if (back === null) stays.push(place);
    else job = back;
  }
  return { job: wrote.reduce((done, entry) => answered(done, entry, at), job), stays };
}

/** One place taken back; null when what stands there is no longer what the step left. */
function backAt(job: Job, patch: Patch, left: Patch | undefined): Job | null {
  const here = valueAt(job, patch.path);
  const was = left?.op === "remove" ? undefined : left?.value;
  let value = patch.value;
  if (!same(here, was)) {
    // A list that has grown since loses what the step put in, and gets back what it took out.
    const list =
      Array.isArray(here) && Array.isArray(was) && Array.isArray(value) ? backInList(here, was, value) : null;
    if (list === null) return null;
    value = list;
  }
  try {
    return applyPatches(job, [{ ...patch, value }]);
  } catch {
    // The value it would change is gone.
    return null;
  }
}

function backInList(here: unknown[], after: unknown[], before: unknown[]): unknown[] | null {
  const added = after.filter((one) => !before.some((other) => same(one, other)));
  const removed = before.filter((one) => !after.some((other) => same(one, other)));
  if (added.some((one) => !here.some((other) => same(one, other)))) return null;
  const kept = here.filter((one) => !added.some((other) => same(one, other)));
  for (const one of removed) kept.splice(Math.min(before.indexOf(one), kept.length), 0, one);
  return kept;
}

function valueAt(job: Job, path: Patch["path"]): unknown {
  return path.reduce<unknown>(
    (part, key) => (typeof part === "object" && part !== null ? (part as Part)[key] : undefined),
    job,
  );
}

/** Records hold plain values in a fixed order of keys. */
function same(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

type Part = Record<string, unknown>;

/** Makes a draft like `after` with the smallest changes; a list that grew or shrank is one field. */
function bring(draft: unknown, before: unknown, after: unknown): void {
  for (const key of new Set([...Object.keys(before as Part), ...Object.keys(after as Part)])) {
    const [was, is] = [(before as Part)[key], (after as Part)[key]];
    if (was === is) continue;
    if (alike(was, is)) bring((draft as Part)[key], was, is);
    else if (is === undefined) delete (draft as Part)[key];
    else (draft as Part)[key] = is;
  }
}

function alike(a: unknown, b: unknown): boolean {
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  return Array.isArray(a) ? Array.isArray(b) && a.length === b.length : !Array.isArray(b);
}
