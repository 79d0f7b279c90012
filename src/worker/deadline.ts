/** Time limits that hold under garbage collection. */

export interface Deadline {
  /** Aborts when the time is up or a parent aborts, whichever comes first. */
  readonly signal: AbortSignal;
  /** The time ran out, as opposed to a parent that aborted. */
  readonly expired: boolean;
  /** Stops the timer and leaves the parents. Must be called once the work is done. */
  clear: () => void;
}

/**
 * Starts a deadline of `ms` milliseconds. The timer itself holds the controller: Node 20 collects `AbortSignal.timeout()` inside
 * `AbortSignal.any()` once nothing else refers to it, and such a limit never fires.
 */
export function startDeadline(ms: number, ...parents: readonly AbortSignal[]): Deadline {
  const controller = new AbortController();
  let expired = false;
  const abort = () => controller.abort();
  const timer = setTimeout(() => {
    expired = true;
    abort();
  }, ms);
  for (const parent of parents) {
    if (parent.aborted) abort();
    else parent.addEventListener("abort", abort, { once: true });
  }
  return {
    signal: controller.signal,
    get expired() {
      return expired;
    },
    clear: () => {
      clearTimeout(timer);
      for (const parent of parents) parent.removeEventListener("abort", abort);
    },
  };
}
