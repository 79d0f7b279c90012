"use client";

import { useEffect, useState } from "react";
import { reasonOf } from "@/core/result";
import { follow } from "@/data/follow";

export type Stored<Value> =
  | { state: "loading" }
  /** Nothing has come for so long that something is wrong. */
  | { state: "silent" }
  | { state: "failed"; reason: string }
  | { state: "ready"; value: Value };

/** A store that answers at all answers sooner than this, ms. */
const SILENT_MS = 8000;

const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Result of a query of the browser's store, now and after every change; reports a store that refuses or stays silent. */
export function useStored<Value>(query: () => Promise<Value>): Stored<Value> & { again: () => void } {
  const [stored, setStored] = useState<Stored<Value>>({ state: "loading" });
  const [attempt, setAttempt] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: an attempt asks anew
  useEffect(() => {
    const silence = setTimeout(
      () => setStored((now) => (now.state === "loading" ? { state: "silent" } : now)),
      SILENT_MS,
    );
    const stop = follow(
      query,
      // A change elsewhere in the store is no reason to draw anew what is the same.
      (value) =>
        setStored((now) => (now.state === "ready" && same(now.value, value) ? now : { state: "ready", value })),
      (error: unknown) => setStored({ state: "failed", reason: reasonOf(error) }),
    );
    return () => {
      clearTimeout(silence);
      stop();
    };
  }, [query, attempt]);
  return {
    ...stored,
    again: () => {
      setStored({ state: "loading" });
      setAttempt((n) => n + 1);
    },
  };
}

const never = () => new Promise<never>(() => undefined);

/** Query in two parts: the first screen, then everything. Reading all at once would delay the first rows of a large store. */
export function useStoredInParts<First, All>(
  first: () => Promise<First>,
  all: () => Promise<All>,
): { first: First | null; all: Stored<All> & { again: () => void } } {
  const [allThere, setAllThere] = useState(false);
  // Once all of it is there, its first part is followed no longer.
  const begun = useStored<First>(allThere ? never : first);
  const isThere = begun.state === "ready";
  const [drawn, setDrawn] = useState(false);
  useEffect(() => {
    if (!isThere) return;
    // One frame to draw it, one to have it drawn.
    let second = 0;
    const frame = requestAnimationFrame(() => {
      second = requestAnimationFrame(() => setDrawn(true));
    });
    return () => {
      cancelAnimationFrame(frame);
      cancelAnimationFrame(second);
    };
  }, [isThere]);
  const whole = useStored<All>(drawn ? all : never);
  const isWhole = whole.state === "ready";
  useEffect(() => setAllThere(isWhole), [isWhole]);
  const failed = begun.state === "failed" || begun.state === "silent";
  return { first: begun.state === "ready" ? begun.value : null, all: failed ? begun : whole };
}
