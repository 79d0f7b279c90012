"use client";

import { useCallback } from "react";
import type { SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import { vehicleLabelOf } from "@/core/records/derived/job-readings";
import { situationOf } from "@/core/records/derived/outcome-row";
import type { Job } from "@/core/records/job";
import { sisterReadingsOf, soundReadingsOf } from "@/core/records/vehicles/sound-tests";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import { jobsOfVehicle } from "@/data/jobs";
import { jobsOfSimilar } from "@/data/outcomes";
import { useNewestRef } from "./newest-ref";
import { useStored } from "./stored";

const none: SoundReading[] = [];

/** Earlier readings of the same vehicle when sound; without any those of similar vehicles. */
export function useSoundReadings(job: Job): SoundReading[] {
  const newest = useNewestRef(job);
  // Only name and label of the job identify other jobs of the vehicle.
  const vehicle = JSON.stringify([job.id, job.intake.vehicle, vehicleLabelOf(job)]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another vehicle asks anew
  const query = useCallback(async () => {
    const of = newest.current;
    const own = soundReadingsOf(of, await jobsOfVehicle(of.intake.vehicle));
    if (own.length > 0) return own;
    const { label } = situationOf(of);
    return label === null ? [] : sisterReadingsOf(of, await jobsOfSimilar(label, vehicleKey(of.intake.vehicle)));
  }, [vehicle]);
  const stored = useStored(query);
  return stored.state === "ready" ? stored.value : none;
}
