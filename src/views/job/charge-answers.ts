"use client";

import { useEffect, useRef, useState } from "react";
import { type ChargeConnection, connectCharge } from "@/worker/charge-client";

/**
 * An answer of the charge desk's worker to a question; asked anew when `key` changes, and the newest answer stays until the next one is there.
 * A null key asks nothing.
 */
export function useChargeAnswer<Answer>(
  key: string | null,
  ask: (api: ChargeConnection["api"]) => Promise<Answer>,
): Answer | null {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const connection = useRef<ChargeConnection | null>(null);
  const asked = useRef(ask);
  asked.current = ask;
  useEffect(() => {
    const made = connectCharge();
    connection.current = made;
    return () => {
      connection.current = null;
      made.close();
    };
  }, []);
  const latest = useRef(0);
  useEffect(() => {
    const mine = ++latest.current;
    if (key === null || connection.current === null) return;
    asked.current(connection.current.api).then(
      (made) => mine === latest.current && setAnswer(made),
      () => undefined,
    );
  }, [key]);
  return key === null ? null : answer;
}
