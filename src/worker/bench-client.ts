"use client";

import type { BenchAnswer } from "@/core/bench/bench-answer";
import type { BenchState } from "@/core/bench/bench-state";
import type { BenchQuestion, BenchQuestions, BenchWorkerApi } from "./bench-protocol";
import { newestOnly, OVERTAKEN } from "./newest";
import { startWorker, type WorkerLine } from "./start-worker";

export interface BenchConnection {
  /** The answer to the newest state; null for one that a newer has overtaken. */
  answer: (state: BenchState) => Promise<BenchAnswer | null>;
  /** Hears part after part of the newest question of its kind; an older one is given up. Gives whether it was answered to its end. */
  ask: <Which extends BenchQuestion>(
    which: Which,
    state: BenchState,
    given: BenchQuestions[Which]["with"],
    onPart: (part: BenchQuestions[Which]["gives"]) => void,
  ) => Promise<boolean>;
  close: () => void;
}

/** Two threads: a control is answered at once whatever longer question is being answered beside it. */
export function connectBench(): BenchConnection {
  const lines = [0, 1].map(() =>
    startWorker<BenchWorkerApi>(
      "bench",
      () => new Worker(new URL("./bench.worker.ts", import.meta.url), { type: "module" }),
    ),
  );
  const [quick, long] = lines.map(({ api }) => api) as [Line, Line];
  const newest = newestOnly();
  /** One state is solved at a time, and then the newest of those that came meanwhile. */
  let busy: Promise<unknown> = Promise.resolve();
  let tickets = 0;
  const open = new Map<BenchQuestion, number>();
  return {
    async answer(state) {
      const answer = await newest.settle(async (isNewest) => {
        await busy;
        if (!isNewest()) return null;
        const solving = quick.answer(state);
        busy = solving.catch(() => undefined);
        return solving;
      });
      return answer === OVERTAKEN ? null : answer;
    },
    async ask(which, state, given, onPart) {
      const before = open.get(which);
      if (before !== undefined) long.giveUp(before).catch(() => undefined);
      const ticket = ++tickets;
      open.set(which, ticket);
      const hears = lines[1]!.listen((part: Parameters<typeof onPart>[0]) => {
        if (open.get(which) === ticket) onPart(part);
      });
      // The library's own types do not follow the question through.
      const ended = await (long.ask as unknown as (...all: unknown[]) => Promise<boolean>)(
        ticket,
        which,
        state,
        given,
        hears,
      );
      return ended && open.get(which) === ticket;
    },
    close: () => {
      newest.drop();
      for (const line of lines) line.close();
    },
  };
}
type Line = WorkerLine<BenchWorkerApi>["api"];
