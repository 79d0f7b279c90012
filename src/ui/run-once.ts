"use client";

import { type FormEvent, useEffect, useRef } from "react";

/** Time that a command which leaves the page stays locked after success, ms: longer than a page change takes. */
const LEAVING_MS = 4000;

export interface OnceOptions {
  /** The command ends with another page: it stays locked while that page is opened. */
  leaves?: boolean;
}

const isPromise = (value: unknown): value is PromiseLike<unknown> =>
  typeof value === "object" && value !== null && "then" in value;

/** Makes a command that does nothing while its last run has not completed. The result tells whether it ran. */
export function runOnce<Args extends readonly unknown[]>(
  act: (...args: Args) => unknown,
  { leaves = false }: OnceOptions = {},
): (...args: Args) => boolean {
  let running = false;
  return (...args) => {
    if (running) return false;
    const result = act(...args);
    if (!isPromise(result)) return true;
    running = true;
    const free = () => {
      running = false;
    };
    result.then(() => (leaves ? setTimeout(free, LEAVING_MS) : free()), free);
    return true;
  };
}

/** {@link runOnce} for a command of a component, shared by its buttons and keys; the newest `act` is run. */
export function useRunOnce<Args extends readonly unknown[]>(
  act: (...args: Args) => unknown,
  options: OnceOptions = {},
): (...args: Args) => boolean {
  const newest = useRef(act);
  useEffect(() => {
    newest.current = act;
  });
  const once = useRef<((...args: Args) => boolean) | null>(null);
  once.current ??= runOnce((...args: Args) => newest.current(...args), options);
  return once.current;
}

/** {@link useRunOnce} for the `onSubmit` of a form. A repeat is kept from the browser as well, which would load the page anew. */
export function useSubmitOnce(submit: () => unknown): (event: FormEvent) => void {
  const once = useRunOnce(submit);
  return (event) => {
    event.preventDefault();
    once();
  };
}
