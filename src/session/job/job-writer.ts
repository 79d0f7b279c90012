/**
 * Changes of the open job on their way into the store. Each is seen at once; what waits is written together in one transaction, so that text at
 * machine speed is stored within two writes. What the store refuses stays here, is shown, and is tried again.
 */
import { LogRefusal } from "@/core/records/bookkeeping";
import { checkChange, type JobFileIssue } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { checkPurpose, type PracticeIssue, PracticeRefusal } from "@/core/records/practice";
import { checkSignature, type SignatureIssue, SignatureRefusal } from "@/core/records/signature";

export type JobChange = (job: Job) => Job;

/** Why a change was not made at all: the record could not be read again with it, or the books do not allow it. */
export type Refusal = JobFileIssue | LogRefusal["issue"] | SignatureIssue | PracticeIssue;

export interface JobWriter {
  /** The job with all that waits; null before it was there. Its date is that of the last change from elsewhere. */
  readonly shown: Job | null;
  /** The stored state that {@link shown} continues; null before it was there. */
  readonly base: Job | null;
  /** Job with its stored date, as written to a file. */
  readonly dated: Job | null;
  /** Something that is shown is not stored yet. */
  readonly waits: boolean;
  /** Makes a change: it is seen from now on. Gives why not, when it cannot be made. `made` hears of it before anybody sees it. */
  make: (change: JobChange, made?: (before: Job, after: Job) => void) => Refusal | null;
  /** Takes up what the store tells, unless it is known here already. */
  told: (stored: Job) => void;
  /** Something beside the job is to be stored with the next write, which comes soon. */
  touch: () => void;
  /** Writes what waits at once, also beside a write that is under way. */
  flush: () => void;
  /** Resolves when all is written that waits now, or the store has refused. */
  settled: () => Promise<void>;
  /** Writes what waits once more; nothing is tried again after this. */
  close: () => void;
}

export interface WriterPort {
  /** One transaction on the newest stored state; gives what is stored then. */
  write: (change: JobChange) => Promise<Job>;
  /** Notifies that the shown job has changed. */
  changed: () => void;
  /** A write has succeeded, or the store has refused it. */
  stored: () => void;
  failed: (error: unknown) => void;
  /** A change could not be made on what another hand had stored meanwhile. */
  refused: (refusal: Refusal) => void;
}

/** A store that refused is asked again after this long. */
const AGAIN_MS = 3000;

interface Waiting {
  change: JobChange;
  /** Is being written now. */
  out: boolean;
}

export function jobWriter(port: WriterPort): JobWriter {
  /** As the store holds it, as far as is known here. */
  let base: Job | null = null;
  let shown: Job | null = null;
  let toldLast: Job | null = null;
  let waiting: Waiting[] = [];
  let open = 0;
  let done: Promise<void> = Promise.resolve();
  let again: ReturnType<typeof setTimeout> | undefined;
  let closed = false;
  let touched = false;
  /** Counts changes of the shown job: only unchanged ones were stored by a write. */
  let rebuilt = 0;

  const all = (changes: readonly Waiting[], onto: Job): Job =>
    changes.reduce((job, { change }) => {
      const made = tried(change, job);
      if (made.ok) return made.job;
      port.refused(made.refusal);
      return job;
    }, onto);

  const writeNow = () => {
    clearTimeout(again);
    const batch = waiting.filter(({ out }) => !out);
    if (batch.length === 0 && !touched) return;
    touched = false;
    for (const one of batch) one.out = true;
    const [from, seen, built] = [base, shown, rebuilt];
    let direct = false;
    open++;
    const written = port
      .write((now) => {
        // Where nobody else has written, what is shown is what is stored.
        direct = from !== null && seen !== null && open === 1 && now.updatedAt === from.updatedAt;
        return direct ? seen! : all(batch, now);
      })
      .then(
        (now) => {
          waiting = waiting.filter((one) => !batch.includes(one));
          takeUp(now, direct && built === rebuilt);
          port.stored();
        },
        (error: unknown) => {
          for (const one of batch) one.out = false;
          touched = true;
          port.failed(error);
          if (!closed) again = setTimeout(writeNow, AGAIN_MS);
          throw error;
        },
      )
      .finally(() => {
        open--;
      })
      .then(
        () => {
          // Later changes go with the next write; a store that just refused gets time.
          if (open === 0) writeNow();
        },
        () => undefined,
      );
    done = written;
  };

  const soon = () => {
    if (open === 0) writeNow();
  };

  const rebuild = (onto: Job) => {
    rebuilt++;
    shown = all(waiting, onto);
    port.changed();
  };

  const takeUp = (now: Job, direct: boolean) => {
    if (base !== null && (now.updatedAt < base.updatedAt || (direct && now.updatedAt === base.updatedAt))) return;
    base = now;
    const newer = toldLast !== null && toldLast.updatedAt > now.updatedAt ? toldLast : null;
    if (newer !== null) base = newer;
    // The stored job equals the shown one except for its date, so nothing is redrawn.
    if (direct && newer === null) return;
    rebuild(base);
  };

  return {
    get shown() {
      return shown;
    },
    get base() {
      return base;
    },
    get dated() {
      return shown === null || base === null ? null : { ...shown, updatedAt: base.updatedAt };
    },
    get waits() {
      return waiting.length > 0;
    },
    make: (change, hear) => {
      if (shown === null) return null;
      closed = false;
      const made = tried(change, shown);
      if (!made.ok) return made.refusal;
      if (made.job === shown) return null;
      hear?.(shown, made.job);
      shown = made.job;
      waiting.push({ change, out: false });
      // On its way before anything is drawn: a slow page must not stand between a letter and the store.
      soon();
      port.changed();
      return null;
    },
    told: (stored) => {
      toldLast = stored;
      if (open > 0 || (base !== null && stored.updatedAt <= base.updatedAt)) return;
      base = stored;
      rebuild(stored);
    },
    touch: () => {
      touched = true;
      if (open === 0) queueMicrotask(soon);
    },
    flush: writeNow,
    settled: async () => {
      writeNow();
      while (open > 0) await done;
    },
    close: () => {
      closed = true;
      clearTimeout(again);
      writeNow();
    },
  };
}

type Tried = { ok: true; job: Job } | { ok: false; refusal: Refusal };

function tried(change: JobChange, job: Job): Tried {
  try {
    const changed = change(job);
    const issue =
      changed === job
        ? null
        : (checkSignature(job, changed) ?? checkPurpose(job, changed) ?? checkChange(job, changed));
    return issue === null ? { ok: true, job: changed } : { ok: false, refusal: issue };
  } catch (error) {
    if (error instanceof LogRefusal || error instanceof SignatureRefusal || error instanceof PracticeRefusal)
      return { ok: false, refusal: error.issue };
    throw error;
  }
}
