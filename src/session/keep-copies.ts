/** While the program is open, copies what was changed into the chosen folder: a while after the last change, and at the latest some minutes after the first. */
import { type Copies, unsavedRecords } from "@/core/records/files/copies";
import { copyToFolder, howCopied } from "@/data/copies";
import { follow } from "@/data/follow";
import { makeCopy } from "./archive";

const CALM_MS = 60_000;
const LATEST_MS = 300_000;

export interface CopyPort {
  /** Tells how it stands now and after every change. Gives the way to stop. */
  follow: (next: (standing: Pick<Copies, "unsaved" | "others" | "allowed">) => void) => () => void;
  /** Rejects when the folder refuses. */
  copy: () => Promise<unknown>;
}

const browserPort: CopyPort = {
  follow: (next) => follow(howCopied, next, () => undefined),
  copy: () =>
    // Only one of several tabs writes.
    navigator.locks === undefined
      ? copyNow()
      : navigator.locks.request("evrid-copy", { ifAvailable: true }, (lock) => (lock === null ? null : copyNow())),
};

/** Writes a copy into the chosen folder; gives whether it did. */
export const copyNow = (): Promise<boolean> => copyToFolder(makeCopy);

/** Begins; gives the way to stop. A copy that fails is tried again with the next change; what no copy has is counted on the Bay. */
export function keepCopies(port: CopyPort = browserPort): () => void {
  let calm: ReturnType<typeof setTimeout> | undefined;
  let latest: ReturnType<typeof setTimeout> | undefined;
  const clear = () => {
    clearTimeout(calm);
    clearTimeout(latest);
    latest = undefined;
  };
  const copy = () => {
    clear();
    port.copy().catch(() => undefined);
  };
  const stop = port.follow((copies) => {
    if (unsavedRecords(copies) === 0 || !copies.allowed) return clear();
    clearTimeout(calm);
    calm = setTimeout(copy, CALM_MS);
    latest ??= setTimeout(copy, LATEST_MS);
  });
  return () => {
    clear();
    stop();
  };
}
