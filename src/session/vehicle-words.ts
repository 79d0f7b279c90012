"use client";

import { useEffect, useRef, useState } from "react";
import type { VehicleWords } from "@/core/records/vehicles/vehicle";
import { reasonOf } from "@/core/result";
import { editVehicle } from "@/data/vehicles";
import { closeRefusedWords, forgetRefusedWords, keepRefusedWords, refusedWords, wordsId } from "./job/refused-words";
import { useNewestRef } from "./newest-ref";

/** A store that refused is asked again after this long, ms. */
const AGAIN_MS = 3000;

export interface VehicleWordsState {
  /** As stored, with everything typed that the store refused. */
  words: VehicleWords;
  change: (next: Partial<VehicleWords>) => void;
  /** Why the last words could not be stored; they are kept with the tab and tried again. */
  failure: string | null;
}

/**
 * Words about a vehicle, stored with one write at a time. What the store refuses is kept with the tab and tried again.
 *
 * @param stored - What the record says now.
 * @param written - Called with the id of the record after each write.
 */
export function useVehicleWords(id: string, stored: VehicleWords, written: (id: string) => void): VehicleWordsState {
  const [refused, setRefused] = useState<{ words: Partial<VehicleWords>; reason: string } | null>(() => {
    const kept = refusedWords(wordsId({ kind: "vehicle", id }));
    return kept?.kind === "vehicle" ? { words: kept.words, reason: kept.reason } : null;
  });
  // Letters come faster than the store answers: what has come meanwhile is written together, so that at most one write is ever waited for.
  const waiting = useRef<Partial<VehicleWords>>(refused?.words ?? {});
  const writing = useRef(false);
  const newest = useNewestRef({ stored, written });
  const write = useRef(() => {});
  useEffect(() => {
    const key = wordsId({ kind: "vehicle", id });
    let here = true;
    let again: ReturnType<typeof setTimeout> | undefined;
    write.current = () => {
      clearTimeout(again);
      const next = waiting.current;
      if (writing.current || Object.keys(next).length === 0) return;
      waiting.current = {};
      writing.current = true;
      void editVehicle(id, next).then(
        (now) => {
          writing.current = false;
          forgetRefusedWords(key);
          if (here) {
            setRefused(null);
            newest.current.written(now);
          }
          write.current();
        },
        (error: unknown) => {
          writing.current = false;
          const words = { ...next, ...waiting.current };
          waiting.current = words;
          const reason = reasonOf(error);
          keepRefusedWords({ kind: "vehicle", id, name: newest.current.stored.name, words, reason, open: here });
          if (!here) return;
          setRefused({ words, reason });
          again = setTimeout(write.current, AGAIN_MS);
        },
      );
    };
    write.current();
    return () => {
      here = false;
      clearTimeout(again);
      closeRefusedWords(key);
    };
  }, [id]);
  return {
    words: { ...stored, ...refused?.words },
    change: (next) => {
      waiting.current = { ...waiting.current, ...next };
      setRefused((now) => (now === null ? null : { ...now, words: { ...now.words, ...next } }));
      write.current();
    },
    failure: refused?.reason ?? null,
  };
}
