"use client";

/** Learners and drills as the store keeps them, and in the memory of this tab where it refuses. */
import { useMemo } from "react";
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import type { DrillRecord, Learner } from "@/core/drill/progress";
import { reasonOf } from "@/core/result";
import { type KeptDrills, keepDrill, loadDrills, saveLearner } from "@/data/drills";
import { useStored } from "./stored";

interface Unsaved {
  learners: readonly Learner[];
  drills: readonly DrillRecord[];
  /** Why the store refused last; null while it has not. */
  reason: string | null;
}

const unsaved = createStore<Unsaved>(() => ({ learners: [], drills: [], reason: null }));

/** Notes that the store refused something of a drill. */
export const noteUnsavedDrill = (error: unknown): void => unsaved.setState({ reason: reasonOf(error) });

const withOne = <One extends { id: string }>(all: readonly One[], one: One) => [
  ...all.filter(({ id }) => id !== one.id),
  one,
];

/** Stores a learner; where the store refuses, this tab remembers it. */
export async function keepLearner(learner: Learner): Promise<void> {
  try {
    await saveLearner(learner);
  } catch (error) {
    noteUnsavedDrill(error);
    unsaved.setState(({ learners }) => ({ learners: withOne(learners, learner) }));
  }
}

/** Stores a finished run; where the store refuses, this tab remembers it. */
export async function keepRun(record: DrillRecord, key: string): Promise<void> {
  try {
    await keepDrill(record, key);
  } catch (error) {
    noteUnsavedDrill(error);
    unsaved.setState(({ drills }) => ({ drills: withOne(drills, record) }));
  }
}

export interface DrillBookState {
  /** Null while the store has not answered. */
  kept: KeptDrills | null;
  /** Why nothing is saved; null while the store works. */
  unsavedReason: string | null;
}

const empty: KeptDrills = { learners: [], drills: [], damaged: 0 };

/** Records of both kinds by their id, the stored one where both have it. */
const union = <One extends { id: string }>(here: readonly One[], more: readonly One[]) => [
  ...here,
  ...more.filter(({ id }) => here.every((one) => one.id !== id)),
];

/** Learners and drills of the store and of this tab; a store that fails or stays silent counts as empty. */
export function useDrillBook(): DrillBookState {
  const stored = useStored(loadDrills);
  const { learners, drills, reason } = useStore(unsaved);
  const waits = stored.state === "loading";
  const value = stored.state === "ready" ? stored.value : null;
  const failure = stored.state === "failed" ? stored.reason : stored.state === "silent" ? "" : null;
  return useMemo(() => {
    if (waits) return { kept: null, unsavedReason: null };
    const book = value ?? empty;
    return {
      kept: { ...book, learners: union(book.learners, learners), drills: union(book.drills, drills) },
      unsavedReason: failure ?? reason,
    };
  }, [waits, value, failure, learners, drills, reason]);
}
