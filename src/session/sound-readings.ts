"use client";

import { useCallback } from "react";
import type { SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import { vehicleLabelOf } from "@/core/records/derived/job-readings";
import type { Job } from "@/core/records/job";
import { soundReadingsOf } from "@/core/records/vehicles/sound-tests";
import { jobsOfVehicle } from "@/data/jobs";
import { useNewestRef } from "./newest-ref";
import { useStored } from "./stored";

const none: SoundReading[] = [];

/** Earlier readings of the same vehicle when sound. */
export function useSoundReadings(job: Job): SoundReading[] {
  const newest = useNewestRef(job);
  // Only name and label of the job identify other jobs of the vehicle.
  const vehicle = JSON.stringify([job.id, job.intake.vehicle, vehicleLabelOf(job)]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another vehicle asks anew
  const query = useCallback(
    async () => soundReadingsOf(newest.current, await jobsOfVehicle(newest.current.intake.vehicle)),
    [vehicle],
  );
  const stored = useStored(query);
  return stored.state === "ready" ? stored.value : none;
}
