"use client";

import { useCallback } from "react";
import type { Job } from "@/core/records/job";
import { type OnShelf, shelfFor } from "@/data/stock";
import { useStored } from "./stored";

const nothing: OnShelf[] = [];

/** What this shop has on its shelf for the refrigerant of a job, the emptiest first. */
export function useShelf(job: Job): OnShelf[] {
  const { refrigerant } = job.intake;
  const query = useCallback(() => shelfFor(refrigerant), [refrigerant]);
  const stored = useStored(query);
  return stored.state === "ready" ? stored.value : nothing;
}
