"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useRef, useState } from "react";
import { type ChargeConnection, connectCharge } from "@/worker/charge-client";

type Ask = <Answer>(question: (api: ChargeConnection["api"]) => Promise<Answer>) => Promise<Answer>;

const ChargeWorker = createContext<Ask | null>(null);

/** One worker for the whole charge desk, begun with the first question. */
export function ChargeWorkerProvider({ children }: { children: ReactNode }) {
  const connection = useRef<ChargeConnection | null>(null);
  useEffect(
    () => () => {
      connection.current?.close();
      connection.current = null;
    },
    [],
  );
  const ask = useCallback<Ask>(<Answer,>(question: (api: ChargeConnection["api"]) => Promise<Answer>) => {
    connection.current ??= connectCharge();
    return question(connection.current.api);
  }, []);
  return <ChargeWorker.Provider value={ask}>{children}</ChargeWorker.Provider>;
}

/**
 * An answer of the charge desk's worker; asked anew when `key` changes, and the newest answer stays until the next one is there. A null key
 * asks nothing.
 */
export function useChargeAnswer<Answer>(
  key: string | null,
  question: (api: ChargeConnection["api"]) => Promise<Answer>,
): Answer | null {
  const ask = useContext(ChargeWorker);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const newest = useRef(question);
  newest.current = question;
  const latest = useRef(0);
  useEffect(() => {
    const mine = ++latest.current;
    if (key === null || ask === null) return;
    ask(newest.current).then(
      (made) => mine === latest.current && setAnswer(made),
      () => undefined,
    );
  }, [key, ask]);
  return key === null ? null : answer;
}
