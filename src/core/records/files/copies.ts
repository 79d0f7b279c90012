/** Copies outside of the browser, and the records that they lack. */

/** Why a file that was just written is no copy. */
export type CopyIssue =
  | { code: "unreadable"; reason: string }
  | { code: "incomplete"; list: string; stored: number; read: number };

/** Kinds of records that are counted beside the jobs. */
const changeKinds = ["vehicle", "cylinder", "stock", "settings", "chart", "photo", "drill", "removed"] as const;
export type ChangeKind = (typeof changeKinds)[number];

export interface Copies {
  /** ISO; null before the first copy. */
  lastAt: string | null;
  /** Jobs that were changed since. */
  unsaved: number;
  /** Records of other kinds that were. */
  others: Partial<Record<ChangeKind, number>>;
  folder: string | null;
  /** The folder may be written to now; false where the browser wants to be asked again. */
  allowed: boolean;
}

/** Confirmation text before erasing: "erase" where a verified copy has everything, else the number of jobs lost, so that nobody loses them unread. */
export function eraseWord(jobs: number, copies: Pick<Copies, "unsaved" | "others" | "lastAt">): string {
  if (jobs === 0 || (copies.lastAt !== null && unsavedRecords(copies) === 0)) return "erase";
  return jobs === 1 ? "erase 1 job" : `erase ${jobs} jobs`;
}

/** Records that no copy has. */
export const unsavedRecords = ({ unsaved, others }: Pick<Copies, "unsaved" | "others">): number =>
  Object.values(others).reduce((sum, n) => sum + n, unsaved);
