/**
 * A set of cases for a class, `evrid.class` version 1. It is sealed by its trainer's phrase: until a device is unsealed, the codes, the answers and the
 * debriefs of the set are not shown there. The codes are masked in the file, so that nobody reads them by accident; they are not secret from whoever
 * takes the program apart.
 */
import { instantSchema } from "../dates";
import { readTextRecord, type TextIssue } from "../read-record";
import { fail, type Result, succeed } from "../result";
import { textSum } from "../text-sum";
import * as z from "../zod";
import { readCode } from "./drill-code";
import { type Mistake, mistakes } from "./drill-shapes";
import type { DrillRecord } from "./progress";

const MOST_CASES = 30;

const classSetSchema = z.strictObject({
  format: z.literal("evrid.class"),
  version: z.literal(1),
  id: z.string().min(1).max(100),
  title: z.string().min(1).max(200),
  createdAt: instantSchema,
  /** Masked codes. */
  cases: z.array(z.string().min(1).max(80)).min(1).max(MOST_CASES),
  seal: z.strictObject({ salt: z.string().min(1).max(100), sum: z.string().min(1).max(100) }),
});
export type ClassSet = z.infer<typeof classSetSchema>;
const CLASS_SET_VERSION = 1;

export { classSetSchema };

/** A set as a device keeps it. */
export interface KeptClassSet {
  id: string;
  set: ClassSet;
  unsealed: boolean;
}

export type ClassGap = "title" | "codes" | "too-many" | "phrase";
const LEAST_PHRASE = 4;

/** Codes of a list, one a line or separated by commas. */
const listedCodes = (text: string): string[] =>
  text
    .split(/[\n,;]+/)
    .map((one) => one.trim())
    .filter((one) => one !== "");

/** Form that makes a set; its messages are codes for the words. */
export const classFormSchema = z
  .object({ title: z.string().max(200), codes: z.string().max(2000), phrase: z.string().max(100) })
  .superRefine(({ title, codes, phrase }, context) => {
    const list = listedCodes(codes);
    const gap: ClassGap | null =
      title.trim() === ""
        ? "title"
        : list.length === 0 || !list.every((code) => readCode(code).ok)
          ? "codes"
          : list.length > MOST_CASES
            ? "too-many"
            : phrase.trim().length < LEAST_PHRASE
              ? "phrase"
              : null;
    if (gap !== null) context.addIssue({ code: "custom", path: [gap === "too-many" ? "codes" : gap], message: gap });
  });
export type ClassForm = z.infer<typeof classFormSchema>;

const sumOf = (salt: string, phrase: string) => textSum(`${salt} ${phrase.trim().toLowerCase()} ${salt}`);

/** Moves each character by the salt; {@link unmasked} moves it back. Codes are plain ASCII. */
function masked(code: string, salt: string): string {
  return [...code]
    .map((letter, i) => (letter.charCodeAt(0) ^ (salt.charCodeAt(i % salt.length) & 31)).toString(16).padStart(2, "0"))
    .join("");
}
function unmasked(text: string, salt: string): string {
  const letters = text.match(/../g) ?? [];
  return letters
    .map((hex, i) => String.fromCharCode(Number.parseInt(hex, 16) ^ (salt.charCodeAt(i % salt.length) & 31)))
    .join("");
}

/** A new set of a complete form. `salt`: any text that no other set has. */
export function newClassSet(form: ClassForm, { id, salt, now }: { id: string; salt: string; now: string }): ClassSet {
  return {
    format: "evrid.class",
    version: 1,
    id,
    title: form.title.trim(),
    createdAt: now,
    cases: listedCodes(form.codes).map((code) => masked(code, salt)),
    seal: { salt, sum: sumOf(salt, form.phrase) },
  };
}

/** Codes of a set, in order. */
export const codesOf = ({ cases, seal }: ClassSet): string[] => cases.map((text) => unmasked(text, seal.salt));

export const opensWith = ({ seal }: ClassSet, phrase: string): boolean => sumOf(seal.salt, phrase) === seal.sum;

/** Whether a code may not be opened, revealed or looked up here by itself. */
export const isSealedCode = (code: string, sets: readonly KeptClassSet[]): boolean => {
  const plain = (text: string) => text.toUpperCase().replace(/[\s-]/g, "");
  return sets.some(({ set, unsealed }) => !unsealed && codesOf(set).some((one) => plain(one) === plain(code)));
};

/** Whether a run's answer is withheld here. */
export const isSealedRun = ({ set }: Pick<DrillRecord, "set">, sets: readonly KeptClassSet[]): boolean =>
  set !== undefined && sets.some((one) => one.id === set.id && !one.unsealed);

export function writeClassSet(set: ClassSet): string {
  return `${JSON.stringify(set, null, 1)}\n`;
}

export function readClassSet(text: string): Result<ClassSet, TextIssue> {
  const read = readTextRecord(text, "evrid.class", CLASS_SET_VERSION, classSetSchema);
  if (!read.ok) return read;
  const bad = codesOf(read.value).findIndex((code) => !readCode(code).ok);
  return bad < 0
    ? succeed(read.value)
    : fail({ code: "broken", field: `cases.${bad}`, expected: "a case of this release" });
}

/** Runs of a set: of each learner and case the first, which is the one that counts. */
export function runsOfSet(set: ClassSet, drills: readonly DrillRecord[]): DrillRecord[] {
  const first = new Map<string, DrillRecord>();
  for (const run of [...drills].sort((a, b) => a.at.localeCompare(b.at))) {
    if (run.set?.id !== set.id) continue;
    const key = `${run.learnerId} ${run.set.number}`;
    if (!first.has(key)) first.set(key, run);
  }
  return [...first.values()].sort((a, b) => a.set!.number - b.set!.number || a.at.localeCompare(b.at));
}

/** Mistakes of a group, the most frequent first: how many of its learners made each at least once. */
export function sharedMistakes(runs: readonly DrillRecord[]): { mistake: Mistake; learners: number; of: number }[] {
  const all = new Set(runs.map(({ learnerId }) => learnerId));
  return mistakes
    .map((mistake) => ({
      mistake,
      learners: new Set(runs.filter((run) => run.mistakes.includes(mistake)).map(({ learnerId }) => learnerId)).size,
      of: all.size,
    }))
    .filter(({ learners }) => learners > 0)
    .sort((a, b) => b.learners - a.learners);
}
