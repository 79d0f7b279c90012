/**
 * What a person changed, as patches that take it back field by field: what instruments, the clock or another hand brought since stays. Entries of
 * the books are never taken out; those that a change wrote are answered by their opposite.
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
  inverse: Patch[];
  /** Entries of the books that it wrote. */
  wrote: LedgerEntry[];
}

/** Changes closer together than this belong together; and how many can be taken back. */
const TYPING_PAUSE_MS = 900;
const MOST_STEPS = 50;

/** What instruments write is no step of a person's, wherever it stands. */
const byInstruments: readonly string[] = [
  "ledger",
  "updatedAt",
  "charge/open",
  ...["trace", "marks", "startedAt", "seenAt", "simulated"].map((part) => `evacuate/${part}`),
];

/** The steps with one more: what leads back from `after` to `before`. Letters of one word are one step. */
export function withStep(steps: readonly UndoStep[], before: Job, after: Job, at: number): readonly UndoStep[] {
  const [, patches, inverses] = produceWithPatches(before, (draft) => bring(draft, before, after));
  const inverse = inverses.filter(({ path }) => !byInstruments.some((part) => path.join("/").startsWith(part)));
  const wrote = after.ledger.slice(before.ledger.length);
  if (inverse.length === 0 && wrote.length === 0) return steps;
  const [only] = patches;
  const typed = patches.length === 1 && typeof only?.value === "string" ? only.path.join("/") : null;
  const last = steps.at(-1);
  if (last && typed !== null && last.typed === typed && at - last.at < TYPING_PAUSE_MS) {
    return [...steps.slice(0, -1), { ...last, at }];
  }
  return [...steps.slice(-MOST_STEPS + 1), { at, typed, inverse, wrote }];
}

/** The stored job with a step taken back. `at` is an ISO instant. */
export function undone(now: Job, { inverse, wrote }: UndoStep, at: string): Job {
  const restored = inverse.reduce((job, patch) => {
    try {
      return applyPatches(job, [patch]);
    } catch {
      // What it would change is no longer there.
      return job;
    }
  }, now);
  return wrote.reduce((job, entry) => answered(job, entry, at), restored);
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
