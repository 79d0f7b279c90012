/** Preview of a file before it is read in: how many of its records are new, the same or different, and the first that differ. */

import type { BrokenRecord, ShopKinds, ShopList, ShopPart } from "../../records/files/shop-reader";
import type { Job } from "../../records/job";
import type { Differing, PartPlan } from "./import-plan";

/** Shown side by side, so many of a list. */
const MOST_SHOWN = 20;

type Counts = Record<keyof PartPlan<unknown>, number>;

/** Lists whose records are shown where they differ. */
const shownLists = ["jobs", "vehicles", "containers"] as const;
type ShownLists = { [List in (typeof shownLists)[number]]: Differing<ShopKinds[List]>[] };

export interface ImportPreview {
  /** By which what was read waits for the answer. */
  id: string;
  /** The file's name. */
  file: string;
  counts: Record<ShopList, Counts>;
  shown: ShownLists;
  broken: readonly BrokenRecord[];
  /** The job, where the file is that of one job. */
  lone: Job | null;
}

/** One that nothing was noted in yet. `broken`: as it grows while the file is read. */
export function newPreview(id: string, file: string, broken: readonly BrokenRecord[]): ImportPreview {
  const none = (): Counts => ({ added: 0, same: 0, differing: 0 });
  return {
    id,
    file,
    counts: {
      jobs: none(),
      vehicles: none(),
      containers: none(),
      stock: none(),
      learners: none(),
      drills: none(),
      charts: none(),
      choices: none(),
    },
    shown: { jobs: [], vehicles: [], containers: [] },
    broken,
    lone: null,
  };
}

/** Notes what became of a part. */
export function notePart(preview: ImportPreview, { list, records }: ShopPart, plan: PartPlan<unknown>): void {
  const before = recordsIn(preview);
  const counts = preview.counts[list];
  for (const key of ["added", "same", "differing"] as const) counts[key] += plan[key].length;
  if ((shownLists as readonly ShopList[]).includes(list)) {
    const shown = preview.shown[list as keyof ShownLists] as unknown[];
    shown.push(...plan.differing.slice(0, MOST_SHOWN - shown.length));
  }
  if (records.length > 0) preview.lone = before === 0 && list === "jobs" && records.length === 1 ? records[0]! : null;
}

const sumOf = (counts: Counts) => counts.added + counts.same + counts.differing;
/** Records of the file that can be read. */
export const recordsIn = ({ counts }: Pick<ImportPreview, "counts">): number =>
  Object.values(counts).reduce((sum, its) => sum + sumOf(its), 0);

/** Whether reading it in would change anything but a picture that is missing. */
export const changesNothing = ({ counts }: ImportPreview): boolean =>
  Object.values(counts).every(({ added, differing }) => added + differing === 0);
