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
  return new Writer(port);
}

class Writer implements JobWriter {
  /** As the store holds it, as far as is known here. */
  base: Job | null = null;
  shown: Job | null = null;
  private toldLast: Job | null = null;
  private waiting: Waiting[] = [];
  private open = 0;
  private done: Promise<void> = Promise.resolve();
  private again: ReturnType<typeof setTimeout> | undefined;
  private closed = false;
  private touched = false;
  /** Counts changes of the shown job: only unchanged ones were stored by a write. */
  private rebuilt = 0;

  constructor(private readonly port: WriterPort) {}

  get dated(): Job | null {
    return this.shown === null || this.base === null ? null : { ...this.shown, updatedAt: this.base.updatedAt };
  }

  get waits(): boolean {
    return this.waiting.length > 0;
  }

  make(change: JobChange, hear?: (before: Job, after: Job) => void): Refusal | null {
    const { shown } = this;
    if (shown === null) return null;
    this.closed = false;
    const made = tried(change, shown);
    if (!made.ok) return made.refusal;
    if (made.job === shown) return null;
    hear?.(shown, made.job);
    this.shown = made.job;
    this.waiting.push({ change, out: false });
    // On its way before anything is drawn: a slow page must not stand between a letter and the store.
    this.soon();
    this.port.changed();
    return null;
  }

  told(stored: Job): void {
    this.toldLast = stored;
    if (this.open > 0 || (this.base !== null && stored.updatedAt <= this.base.updatedAt)) return;
    this.base = stored;
    this.rebuild(stored);
  }

  touch(): void {
    this.touched = true;
    if (this.open === 0) queueMicrotask(() => this.soon());
  }

  flush(): void {
    clearTimeout(this.again);
    const batch = this.waiting.filter(({ out }) => !out);
    if (batch.length === 0 && !this.touched) return;
    this.touched = false;
    for (const one of batch) one.out = true;
    this.open++;
    this.done = this.write(batch)
      .finally(() => {
        this.open--;
      })
      .then(
        () => {
          // Later changes go with the next write; a store that just refused gets time.
          if (this.open === 0) this.flush();
        },
        () => undefined,
      );
  }

  async settled(): Promise<void> {
    this.flush();
    while (this.open > 0) await this.done;
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.again);
    this.flush();
  }

  /** One transaction with these changes; throws what the store throws. */
  private write(batch: readonly Waiting[]): Promise<void> {
    const { base: from, shown: seen, rebuilt: built } = this;
    let direct = false;
    return this.port
      .write((now) => {
        // Where nobody else has written, what is shown is what is stored.
        direct = from !== null && seen !== null && this.open === 1 && now.updatedAt === from.updatedAt;
        return direct ? seen! : this.all(batch, now);
      })
      .then(
        (now) => {
          this.waiting = this.waiting.filter((one) => !batch.includes(one));
          this.takeUp(now, direct && built === this.rebuilt);
          this.port.stored();
        },
        (error: unknown) => {
          for (const one of batch) one.out = false;
          this.touched = true;
          this.port.failed(error);
          if (!this.closed) this.again = setTimeout(() => this.flush(), AGAIN_MS);
          throw error;
        },
      );
  }

  private soon(): void {
    if (this.open === 0) this.flush();
  }

  private rebuild(onto: Job): void {
    this.rebuilt++;
    this.shown = this.all(this.waiting, onto);
    this.port.changed();
  }

  private takeUp(now: Job, direct: boolean): void {
    const { base, toldLast } = this;
    if (base !== null && (now.updatedAt < base.updatedAt || (direct && now.updatedAt === base.updatedAt))) return;
    const newer = toldLast !== null && toldLast.updatedAt > now.updatedAt ? toldLast : null;
    this.base = newer ?? now;
    // The stored job equals the shown one except for its date, so nothing is redrawn.
    if (direct && newer === null) return;
    this.rebuild(this.base);
  }

  private all(changes: readonly Waiting[], onto: Job): Job {
    return changes.reduce((job, { change }) => {
      const made = tried(change, job);
      if (made.ok) return made.job;
      this.port.refused(made.refusal);
      return job;
    }, onto);
  }
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
