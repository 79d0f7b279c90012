"use client";

import { useCallback } from "react";
import type { Job } from "@/core/records/job";
import { isPractice } from "@/core/records/practice";
import { containersElsewhere } from "@/data/sharing/holders";
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

const nowhere: Readonly<Record<string, string>> = {};

/** Names of the devices that use a container on a job elsewhere, by the container's id. */
export function useContainersElsewhere(): Readonly<Record<string, string>> {
  const stored = useStored(containersElsewhere);
  return stored.state === "ready" ? stored.value : nowhere;
}
