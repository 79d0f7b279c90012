"use client";

import { vehicleLabelOf } from "@/core/records/derived/job-readings";
import type { ChargeConnection } from "@/worker/charge-client";
import { useAnswer } from "./answers";
import { useJobOf, useSession } from "./session";

/** An answer of the charge desk's worker about a vehicle; asked anew when `key` changes. A null key asks nothing. */
export function useChargeAnswer<Answer>(
  key: string | null,
  question: (api: ChargeConnection["api"]) => Promise<Answer>,
): Answer | null {
  const { charge } = useSession();
  const about = useJobOf((job) => JSON.stringify(vehicleLabelOf(job)));
  return useAnswer(key, () => question(charge()), { about });
}
