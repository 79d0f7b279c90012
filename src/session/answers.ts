"use client";

import { useEffect, useMemo, useState } from "react";
import { newestInTurn, newestOnly, OVERTAKEN } from "@/worker/newest";
import { useNewestRef } from "./newest-ref";
import { useWorkerRestarts } from "./worker-health";

interface AnswerOptions {
  /** Subject of the question: an answer about another subject is not shown while the next is computed. */
  about?: string | null;
  /** One question at a time: for a worker whose work cannot be given up. */
  inTurn?: boolean;
}

/**
 * A worker's answer to a question: asked anew when `key` changes, and the newest answer stays until the next one is there, as long as it is
 * about the same. A null key asks nothing and shows nothing; an answer to another key than the one asked last is never taken up, and where the
 * newest question finds none, none is shown.
 */
export function useAnswer<Answer>(
  key: string | null,
  question: () => Promise<Answer>,
  { about = null, inTurn = false }: AnswerOptions = {},
): Answer | null {
  const [answer, setAnswer] = useState<{ given: Answer; about: string | null } | null>(null);
  const restarts = useWorkerRestarts();
  const newest = useMemo(() => (inTurn ? newestInTurn() : newestOnly()), [inTurn]);
  const ask = useNewestRef(question);
  const subject = useNewestRef(about);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a restart asks again
  useEffect(() => {
    if (key === null) {
      newest.drop();
      setAnswer(null);
      return;
    }
    const of = subject.current;
    newest.settle(ask.current).then(
      (given) => given !== OVERTAKEN && setAnswer({ given, about: of }),
      // The failure is reported where all workers are; an answer about the same subject stays meanwhile.
      () => setAnswer((last) => (last?.about === of ? last : null)),
    );
  }, [key, newest, restarts]);
  useEffect(() => () => newest.drop(), [newest]);
  return key === null || answer === null || answer.about !== about ? null : answer.given;
}
