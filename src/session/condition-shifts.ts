"use client";

import { withUsualConditions } from "@/core/circuit/vehicle/usual";
import type { CircuitConditions } from "@/core/circuit/vehicle/vehicle";
import type { ExpectedRanges } from "@/core/diagnosis/explain/expected-range";
import { type ConditionShift, conditionShift } from "@/core/records/condition-shift";
import { conditionsOfSetting, vehicleLabelOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import { useAnswer } from "./answers";
import { useSession } from "./session";
import { useSoundReadings } from "./sound-readings";

/** A hot day in town. */
export const HOT_DAY = { ambientC: 38, humidityPct: 40 } as const;

/** Expected ranges under several conditions, asked one after the other; null until all have arrived. */
function useExpectedRanges(job: Job, asked: readonly (CircuitConditions | null)[]): (ExpectedRanges | null)[] | null {
  const { expected } = useSession();
  const label = vehicleLabelOf(job);
  const own = useSoundReadings(job);
  const key = label === null || asked.every((one) => one === null) ? null : JSON.stringify([label, asked, own]);
  return useAnswer(key, async () => {
    const made: (ExpectedRanges | null)[] = [];
    for (const one of asked) made.push(one === null ? null : await expected().ranges(label!, one, one.rpm, own));
    return made;
  });
}

/** Corrections from the second test's conditions to the first, for idle and fast idle. */
export function useConditionShifts(job: Job): (ConditionShift | null)[] {
  const asked = ([0, 1] as const).flatMap((index) =>
    (["baseline", "proof"] as const).map((which) => conditionsOfSetting(job, which, index)),
  );
  const bands = useExpectedRanges(job, asked);
  return [0, 1].map((index) => {
    const first = bands?.[2 * index];
    const second = bands?.[2 * index + 1];
    return first && second ? conditionShift(first, second) : null;
  });
}

/** Expected range at idle on a hot day. */
export function useHotDay(job: Job): ExpectedRanges | null {
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const conditions =
    altitudeM === null
      ? null
      : withUsualConditions({ ambientC: HOT_DAY.ambientC, rpm: 800 }, { humidityPct: HOT_DAY.humidityPct, altitudeM });
  return useExpectedRanges(job, [conditions])?.[0] ?? null;
}
