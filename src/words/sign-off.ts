/** Words of the signature: what it locks, and how a signed job is amended. */
import { format } from "date-fns";
import type { AmendedValue, AmendmentChanges } from "@/core/records/signature";
import { fieldWords, valueOrDash } from "./shop";
import { typed } from "./typed";

export const signOffWords = {
  locked: "Signed and locked",
  toAmend: "Go to Sign-off",
  amend: "Amend",
  cancel: "Cancel",
  amendTitle: "Amend a signed job",
  amendNote:
    "The signed version is kept. The signature is void until the job is signed again; the report lists every change.",
  by: "Name",
  reason: "Reason",
  reasonPlaceholder: "e.g. wrong unit, found at invoice",
  amendments: "Amendments",
  columns: ["Field", "Before", "After"],
  openAmendment: "Not signed again yet.",
  unreadable: "The signed version cannot be displayed. The job file contains it as text.",
  unchanged: "No value changed.",
} as const;

const minute = (iso: string) => (iso === "" ? "unknown date" : format(new Date(iso), "d MMM yyyy, HH:mm"));

export function lockedSentence(by: string, at: string): string {
  return `Signed by ${typed(by.trim())}, ${minute(at)}. Locked. Amend it at Sign-off.`;
}

/** Who amended when and why, in one line. */
export function amendmentTitle({ at, by, reason }: Pick<AmendmentChanges, "at" | "by" | "reason">): string {
  return `${minute(at)}, ${typed(by)}: ${typed(reason)}`;
}

/** Which version an amendment opened. */
export function amendedVersion({ signedAt, signedBy }: Pick<AmendmentChanges, "signedAt" | "signedBy">): string {
  return `Version signed by ${typed(signedBy)}, ${minute(signedAt)}`;
}

/** One changed value: place, old, new. */
export const amendedRow = ({ path, was, is }: AmendedValue): string[] => [
  fieldWords(path),
  valueOrDash(was),
  valueOrDash(is),
];
