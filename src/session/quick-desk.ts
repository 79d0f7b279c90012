"use client";

import { useEffect, useRef, useState } from "react";
import type { QuickDesk } from "@/core/records/quick-desk";
import { reasonOf } from "@/core/result";
import { loadQuickDesk, saveQuickDesk } from "@/data/quick-desk";
import { closeRefusedWords, forgetRefusedWords, keepRefusedWords, refusedWords } from "./job/refused-words";

const KEY = "desk";

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
    const kept = refusedWords(KEY);
    const show = (loaded: QuickDesk) => {
      if (!here) return;
      newest.current = loaded;
      setDesk(loaded);
    };
    if (kept?.kind === "desk") {
      keepRefusedWords({ ...kept, open: true });
      setStoreError(kept.reason);
      show(kept.desk);
    } else
      loadQuickDesk().then(show, (error: unknown) => {
        // A browser that stores nothing still computes.
        setStoreError(reasonOf(error));
        show(blank());
      });
    return () => {
      here = false;
      closeRefusedWords(KEY);
    };
  }, [blank]);
  const write = () => {
    const wanted = newest.current;
    if (writing.current || wanted === null) return;
    writing.current = true;
    saveQuickDesk(wanted)
      .then(
        () => {
          forgetRefusedWords(KEY);
          setStoreError(null);
        },
        (error: unknown) => {
          const reason = reasonOf(error);
          keepRefusedWords({ kind: "desk", desk: newest.current ?? wanted, reason, open: true });
          setStoreError(reason);
        },
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
