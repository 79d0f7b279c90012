/**
 * Does a source still speak? Judged by the clock on the wall, not by the stream's own: a source that has stopped sends no time
 * either. How long a silence may last follows from how often this source has spoken.
 */

/** A source heard twice may be silent this many times as long as usual, and never less than this, ms. */
const SILENCES = 4;
const LEAST_MS = 3_000;
/** Before its rhythm is known. */
const UNKNOWN_MS = 10_000;

export class SourceWatch {
  private last: number | null = null;
  private usualMs: number | null = null;

  /** Something arrived at this moment of the wall clock, ms. */
  arrived(nowMs: number): void {
    if (this.last !== null) {
      const pause = nowMs - this.last;
      // A silence that was a stall is not its rhythm.
      if (pause <= this.limitMs) this.usualMs = this.usualMs === null ? pause : this.usualMs * 0.8 + pause * 0.2;
    }
    this.last = nowMs;
  }

  /** Begins anew: the next arrival says nothing about the one before. */
  restart(nowMs: number): void {
    this.last = nowMs;
    this.usualMs = null;
  }

  /** Whole seconds of a silence that is too long; null while all is well or nothing was awaited yet. */
  stalledS(nowMs: number): number | null {
    return this.last !== null && nowMs - this.last > this.limitMs ? Math.floor((nowMs - this.last) / 1000) : null;
  }

  private get limitMs(): number {
    return this.usualMs === null ? UNKNOWN_MS : Math.max(LEAST_MS, SILENCES * this.usualMs);
  }
}
