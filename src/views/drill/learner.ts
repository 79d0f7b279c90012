"use client";

import { useEffect, useState } from "react";
import type { Learner } from "@/core/drill/progress";
import { keepLearner } from "@/session/drill-book";

const CHOSEN = "evrid.learner";

/** Whose drills these are: several may share a device; there is no account. The first one is there without a name. */
export function useLearner(learners: readonly Learner[] | null): {
  learner: Learner | null;
  choose: (id: string) => void;
} {
  const [chosen, setChosen] = useState<string | null>(null);
  useEffect(() => setChosen(localStorage.getItem(CHOSEN)), []);
  const none = learners !== null && learners.length === 0;
  useEffect(() => {
    if (none) void keepLearner({ id: crypto.randomUUID(), name: "", createdAt: new Date().toISOString() });
  }, [none]);
  return {
    learner: learners?.find(({ id }) => id === chosen) ?? learners?.[0] ?? null,
    choose(id) {
      localStorage.setItem(CHOSEN, id);
      setChosen(id);
    },
  };
}

export const learnerName = ({ name }: Learner) => name.trim() || "You";
