/** Choices for a job that stands in a store and comes in a file with other content: no signature is broken, and no gram is counted twice. */
import { type Act, movedBy, type Substance } from "../../charge/books/ledger";
import { readJob } from "../../records/files/job-file";
import type { Job, Purpose } from "../../records/job";
import { continuesSigned, isSigned } from "../../records/signature";

/** Ways to treat a record that stands here with other content. */
const ways = ["as-one", "keep", "take", "beside"] as const;
export type Way = (typeof ways)[number];

/** Why the two cannot be made one. */
export type MergeIssue =
  /** One of them is signed, or was signed and amended. */
  | { code: "signed"; by: string; at: string; where: "here" | "file" }
  /** An act that both wrote down apart: together it would count twice, g. */
  | { code: "twice"; act: Act; substance: Substance; hereG: number; fileG: number; mergedG: number }
  /** One is practice, the other is not. */
  | { code: "purpose"; here: Purpose; file: Purpose }
  /** Both together cannot be read as a job again. */
  | { code: "unreadable" };

export interface Ways {
  allowed: readonly Way[];
  /** Taken where nobody chooses. */
  usual: Way;
  issue: MergeIssue | null;
}

const acts: readonly (readonly [Act, Substance])[] = [
  ["recover", "refrigerant"],
  ["charge", "refrigerant"],
  ["take", "refrigerant"],
  ["recover", "oil"],
  ["fill", "oil"],
];

/** Grams closer together than this are one weighing. */
const SAME_G = 0.5;

/** Decides what is allowed with a job that differs; `merged` is both made one. */
export function waysOf({ here, file, merged }: Record<"here" | "file" | "merged", Job>): Ways {
  if (here.purpose !== file.purpose) {
    const issue: MergeIssue = { code: "purpose", here: here.purpose, file: file.purpose };
    return { allowed: ["keep", "beside"], usual: "keep", issue };
  }
  const signedOne = isSigned(here) ? here : isSigned(file) ? file : null;
  if (signedOne !== null || here.amendments.length + file.amendments.length > 0) {
    const from = signedOne ?? (here.amendments.length > 0 ? here : file);
    const issue: MergeIssue = {
      code: "signed",
      by: from.signOff.technician.trim(),
      at: from.signOff.signedAt ?? from.amendments.at(-1)?.at ?? "",
      where: from === here ? "here" : "file",
    };
    if (continuesSigned(here, file)) return { allowed: ["take", "keep", "beside"], usual: "take", issue };
    const older = continuesSigned(file, here);
    return { allowed: ["keep", "beside"], usual: older ? "keep" : "beside", issue };
  }
  const issue = twice(here, file, merged) ?? (readJob(merged).ok ? null : ({ code: "unreadable" } as const));
  return issue === null
    ? { allowed: ways, usual: "as-one", issue }
    : { allowed: ["keep", "take", "beside"], usual: "beside", issue };
}

function twice(here: Job, file: Job, merged: Job): MergeIssue | null {
  for (const [act, substance] of acts) {
    const [hereG, fileG, mergedG] = [here, file, merged].map(({ ledger }) => movedBy(ledger, act, substance)) as [
      number,
      number,
      number,
    ];
    if (hereG > SAME_G && fileG > SAME_G && mergedG > Math.max(hereG, fileG) + SAME_G)
      return { code: "twice", act, substance, hereG, fileG, mergedG };
  }
  return null;
}
