"use client";

import { useLiveQuery } from "dexie-react-hooks";
import type { SoundReading } from "@/core/diagnosis/explain/expected";
import type { Job } from "@/core/records/job";
import { soundReadingsOf } from "@/core/records/sound-tests";
import { listJobs } from "@/data/jobs";

const none: SoundReading[] = [];

/** What this workshop read of the same vehicle when it was sound. */
export function useSoundReadings(job: Job): SoundReading[] {
  const jobs = useLiveQuery(listJobs);
  return jobs === undefined ? none : soundReadingsOf(job, jobs);
}
