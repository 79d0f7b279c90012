"use client";

import { useEffect, useRef, useState } from "react";
import type { QuickDesk } from "@/core/records/quick-desk";
import { reasonOf } from "@/core/result";
import { loadQuickDesk, saveQuickDesk } from "@/data/quick-desk";

export interface QuickDeskState {
  /** Null until it was loaded. */
  desk: QuickDesk | null;
  change: (change: (desk: QuickDesk) => QuickDesk) => void;
  /** Why the last change could not be stored; what is shown is kept all the same. */
  storeError: string | null;
}

/** The quick desk, shown at once and stored as it is typed: the newest state with one write at a time. */
export function useQuickDesk(blank: () => QuickDesk): QuickDeskState {
  const [desk, setDesk] = useState<QuickDesk | null>(null);
  const [storeError, setStoreError] = useState<string | null>(null);
  const newest = useRef<QuickDesk | null>(null);
  const writing = useRef(false);
  useEffect(() => {
    let here = true;
    const show = (loaded: QuickDesk) => {
      if (!here) return;
      newest.current = loaded;
      setDesk(loaded);
    };
    loadQuickDesk().then(show, (error: unknown) => {
      // A browser that stores nothing still computes.
      setStoreError(reasonOf(error));
      show(blank());
    });
    return () => {
      here = false;
    };
  }, [blank]);
  const write = () => {
    const wanted = newest.current;
    if (writing.current || wanted === null) return;
    writing.current = true;
    saveQuickDesk(wanted)
      .then(
        () => setStoreError(null),
        (error: unknown) => setStoreError(reasonOf(error)),
      )
      .finally(() => {
        writing.current = false;
        if (newest.current !== wanted) write();
      });
  };
  return {
    desk,
    storeError,
    change: (change) => {
      if (newest.current === null) return;
      newest.current = change(newest.current);
      setDesk(newest.current);
      write();
    },
  };
}
