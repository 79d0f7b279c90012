"use client";

import { useCallback } from "react";
import type { Job } from "@/core/records/job";
import { isPractice } from "@/core/records/practice";
import { type InStock, stockFor } from "@/data/stock";
import { useStored } from "./stored";

const nothing: InStock[] = [];

/** Stock for the refrigerant of a job, the emptiest first; none for a practice job. */
export function useStock(job: Job): InStock[] {
  const { refrigerant } = job.intake;
  const practice = isPractice(job);
  const query = useCallback(async () => (practice ? nothing : stockFor(refrigerant)), [practice, refrigerant]);
  const stored = useStored(query);
  return stored.state === "ready" ? stored.value : nothing;
}
