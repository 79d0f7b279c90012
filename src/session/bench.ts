"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import type { BenchAnswer, BenchRunning } from "@/core/bench/bench-answer";
import type { BenchState } from "@/core/bench/bench-state";
import { type BenchConnection, connectBench } from "@/worker/bench-client";
import type { BenchQuestion, BenchQuestions } from "@/worker/bench-protocol";
import { useNewestRef } from "./newest-ref";
import { useWorkerRestarts } from "./worker-health";

/** Both threads of the bench for as long as its view stands; null until then. */
export function useBench(connect: () => BenchConnection = connectBench): BenchConnection | null {
  const [bench, setBench] = useState<BenchConnection | null>(null);
  const make = useRef(connect);
  useEffect(() => {
    const made = make.current();
    setBench(made);
    return () => made.close();
  }, []);
  return bench;
}

export interface BenchShown {
  /** Answer to the newest state; null until the first. */
  answer: BenchAnswer | null;
  /** Last state that ran: kept where the newest has no solution. */
  last: BenchRunning | null;
  failed: boolean;
}

/** Solves a state anew whenever its key changes, as fast as the control moves; `measure` names it for npm run bench:what-if. */
export function useBenchAnswer(bench: BenchConnection | null, key: string, state: BenchState): BenchShown {
  const [shown, setShown] = useState<BenchShown>({ answer: null, last: null, failed: false });
  const set = useNewestRef(state);
  const restarts = useWorkerRestarts();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another key, or a restart, asks again
  useEffect(() => {
    if (bench === null) return;
    const start = performance.now();
    bench.answer(set.current).then(
      (answer) => {
        if (answer === null) return;
        performance.measure("evrid-bench-answer", { start });
        setShown(({ last }) => ({
          answer,
          last: answer.kind === "running" ? answer : last,
          failed: false,
        }));
      },
      () => setShown((now) => ({ ...now, failed: true })),
    );
  }, [bench, key, restarts]);
  return shown;
}

/** A control is let rest this long before the longer questions are asked, ms. */
const REST_MS = 220;

export interface Part<Which extends BenchQuestion> {
  part: BenchQuestions[Which]["gives"] | null;
  /** The question it answers; another than asked: an answer to a former state. */
  of: string | null;
  done: boolean;
  failed: boolean;
}

/**
 * A longer question about a state, asked once its key has rested, and answered in parts as they come. Of a former key the last answer stays until
 * the first part of the new one. A null key asks nothing.
 */
export function useBenchQuestion<Which extends BenchQuestion>(
  bench: BenchConnection | null,
  which: Which,
  key: string | null,
  state: BenchState,
  given: BenchQuestions[Which]["with"],
): Part<Which> {
  const [answered, setAnswered] = useState<Part<Which>>({ part: null, of: null, done: false, failed: false });
  const asks = useNewestRef({ state, given });
  const restarts = useWorkerRestarts();
  // biome-ignore lint/correctness/useExhaustiveDependencies: a restart asks again
  useEffect(() => {
    if (bench === null || key === null) return;
    const timer = setTimeout(() => {
      const { state: of, given: beside } = asks.current;
      const start = performance.now();
      bench
        .ask(which, of, beside, (part) => setAnswered({ part, of: key, done: false, failed: false }))
        .then(
          (ended) => {
            if (!ended) return;
            performance.measure(`evrid-bench-${which}`, { start });
            setAnswered((now) => (now.of === key ? { ...now, done: true } : now));
          },
          () => setAnswered((now) => ({ ...now, failed: true })),
        );
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [bench, which, key, restarts]);
  return useMemo(
    () => (key === null ? { part: null, of: null, done: false, failed: false } : answered),
    [key, answered],
  );
}
