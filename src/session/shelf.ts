"use client";

import { useCallback } from "react";
import type { Job } from "@/core/records/job";
import { isPractice } from "@/core/records/practice";
import { type OnShelf, shelfFor } from "@/data/stock";
import { useStored } from "./stored";

const nothing: OnShelf[] = [];

/** Stock for the refrigerant of a job, the emptiest first; none for a practice job. */
export function useShelf(job: Job): OnShelf[] {
  const { refrigerant } = job.intake;
  const practice = isPractice(job);
  const query = useCallback(async () => (practice ? nothing : shelfFor(refrigerant)), [practice, refrigerant]);
  const stored = useStored(query);
  return stored.state === "ready" ? stored.value : nothing;
}
