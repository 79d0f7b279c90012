"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { newestInTurn, newestOnly, OVERTAKEN } from "@/worker/newest";

interface AnswerOptions {
  /** One question at a time: for a worker whose work cannot be given up. */
  inTurn?: boolean;
}

/**
 * A worker's answer to a question: asked anew when `key` changes, and the newest answer stays until the next one is there. A null key asks
 * nothing and shows nothing; an answer to another key than the one asked last is never taken up.
 */
export function useAnswer<Answer>(
  key: string | null,
  question: () => Promise<Answer>,
  { inTurn = false }: AnswerOptions = {},
): Answer | null {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const newest = useMemo(() => (inTurn ? newestInTurn() : newestOnly()), [inTurn]);
  const ask = useRef(question);
  useEffect(() => {
    ask.current = question;
  });
  useEffect(() => {
    if (key === null) {
      newest.drop();
      setAnswer(null);
      return;
    }
    const asked = ask.current;
    newest.settle(asked).then(
      (given) => given !== OVERTAKEN && setAnswer(given),
      () => undefined,
    );
  }, [key, newest]);
  useEffect(() => () => newest.drop(), [newest]);
  return key === null ? null : answer;
}
