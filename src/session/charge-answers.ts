"use client";

import type { ChargeConnection } from "@/worker/charge-client";
import { useAnswer } from "./answers";
import { useSession } from "./session";

/** An answer of the charge desk's worker; asked anew when `key` changes. A null key asks nothing. */
export function useChargeAnswer<Answer>(
  key: string | null,
  question: (api: ChargeConnection["api"]) => Promise<Answer>,
): Answer | null {
  const { charge } = useSession();
  return useAnswer(key, () => question(charge()));
}
