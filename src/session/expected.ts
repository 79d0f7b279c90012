"use client";

import { useMemo } from "react";
import type { CircuitConditions } from "@/core/circuit/vehicle/vehicle";
import { bandsOfAll } from "@/core/diagnosis/explain/bands-of-all";
import type { ExpectedBands } from "@/core/diagnosis/explain/expected";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { newestValues, type TestName, vehicleLabelsOf } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import { useAnswer } from "./answers";
import { useDay, useJob, useRackOf, useSession } from "./session";
import { useSoundReadings } from "./sound-readings";

export interface Expected {
  bands: ExpectedBands;
  /** Conditions the bands were computed for. */
  ambientC: number;
  rpm: number;
  blowerPct: number;
}

/** Slower than this an engine does not run, rpm. */
const LEAST_RPM = 400;

/** What this vehicle should show now, from the worker; null while label, altitude or ambient are missing. */
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
      const all: ExpectedBands[] = [];
      for (const label of labels) {
        const bands = await line.bands(label, conditions!, own);
        if (bands !== null) all.push(bands);
      }
      // Built one way or another: what either may show is inside.
      return { bands: all.length < labels.length ? null : bandsOfAll(all), at: conditions! };
    },
    { inTurn: true, about: JSON.stringify(labels) },
  );
  return useMemo(() => {
    if (answer === null || answer.bands === null) return null;
    const { ambientC, rpm, blowerPct } = answer.at;
    return { bands: answer.bands, ambientC, rpm, blowerPct };
  }, [answer]);
}

/** The conditions as they stream, else as they are typed with the readings; null while one of them is missing. */
function useConditionsNow(job: Job, which: TestName): CircuitConditions | null {
  const running = useRackOf(({ status, engine }) => status === "running" && engine !== "off");
  const day = useDay();
  const test = job[which];
  const altitudeM = entryValue(fields.altitude, job.altitude);
  // Typed readings are held against the conditions typed with them.
  const ambientC = running ? (day?.ambientC ?? null) : entryValue(fields.ambient, test.ambient);
  const rpm = running ? (day?.rpm ?? null) : newestValues(test).rpm;
  const humidityPct = running ? (day?.humidityPct ?? null) : entryValue(fields.humidity, test.humidity);
  if (ambientC === null || altitudeM === null || rpm === null || rpm < LEAST_RPM) return null;
  return {
    ambientC: Math.round(ambientC * 2) / 2,
    humidityPct: Math.round(humidityPct ?? 50),
    altitudeM,
    cabinReturnC: entryValue(fields.cabinReturn, test.cabinReturn),
    airSource: test.airSource,
    blowerPct: entryValue(fields.blower, test.blower) ?? 100,
    rpm: Math.round(rpm / 50) * 50,
  };
}
