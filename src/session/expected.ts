"use client";

import { useMemo } from "react";
import { type ExpectedRanges, rangesOfAll } from "@/core/diagnosis/explain/expected-range";
import type { KnownConditions } from "@/core/diagnosis/explain/sound-vehicles";
import { newestValues, type TestName, vehicleLabelsOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import { useAnswer } from "./answers";
import { useDay, useJob, useSession, useSimulatorOf } from "./session";
import { useSoundReadings } from "./sound-readings";

export interface Expected {
  ranges: ExpectedRanges;
  /** Conditions the bands were computed for. */
  ambientC: number;
  rpm: number;
  blowerPct: number;
}

/** Slower than this an engine does not run, rpm. */
const LEAST_RPM = 400;

/** Expected range of this vehicle now, from the worker; null while label, altitude or ambient are missing. */
export function useExpected(which: TestName): Expected | null {
  const { expected } = useSession();
  const { job } = useJob();
  const conditions = useConditionsNow(job, which);
  const own = useSoundReadings(job);
  const labels = vehicleLabelsOf(job);
  const key = labels.length === 0 || conditions === null ? null : JSON.stringify([labels, conditions, own]);
  const answer = useAnswer(
    key,
    async () => {
      const line = expected();
      const all: ExpectedRanges[] = [];
      for (const label of labels) {
        const ranges = await line.ranges(label, conditions!.known, conditions!.rpm, own);
        if (ranges !== null) all.push(ranges);
      }
      // Built one way or another: what either may show is inside.
      return { ranges: all.length < labels.length ? null : rangesOfAll(all), at: conditions! };
    },
    { inTurn: true, about: JSON.stringify(labels) },
  );
  return useMemo(() => {
    if (answer === null || answer.ranges === null) return null;
    const { known, rpm } = answer.at;
    return { ranges: answer.ranges, ambientC: known.ambientC, rpm, blowerPct: known.blowerPct ?? 100 };
  }, [answer]);
}

/** The conditions as they stream, else as they are typed with the readings; null while one of them is missing. */
function useConditionsNow(job: Job, which: TestName): { known: KnownConditions; rpm: number } | null {
  const running = useSimulatorOf(({ status, engine }) => status === "running" && engine !== "off");
  const day = useDay();
  const test = job[which];
  const altitudeM = entryValue(fields.altitude, job.altitude);
  // Typed readings are held against the conditions typed with them.
  const ambientC = running ? (day?.ambientC ?? null) : entryValue(fields.ambient, test.ambient);
  const rpm = running ? (day?.rpm ?? null) : newestValues(test).rpm;
  const humidityPct = running ? (day?.humidityPct ?? null) : entryValue(fields.humidity, test.humidity);
  if (ambientC === null || altitudeM === null || rpm === null || rpm < LEAST_RPM) return null;
  return {
    known: {
      ambientC: Math.round(ambientC * 2) / 2,
      humidityPct: humidityPct === null ? null : Math.round(humidityPct),
      altitudeM,
      cabinReturnC: entryValue(fields.cabinReturn, test.cabinReturn),
      airSource: test.airSource,
      blowerPct: entryValue(fields.blower, test.blower),
    },
    rpm: Math.round(rpm / 50) * 50,
  };
}
