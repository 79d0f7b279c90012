"use client";

import { useEffect, useRef, useState } from "react";
import type { CircuitConditions } from "@/core/circuit/vehicle";
import type { ExpectedBands } from "@/core/diagnosis/expected";
import { fields } from "@/core/records/fields";
import { type TestName, vehicleLabelOf } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import { connectExpected, type ExpectedConnection } from "@/worker/expected-client";
import { useJob } from "./job-context";
import { useLive } from "./live";
import { useRack } from "./rack-context";

export interface Expected {
  bands: ExpectedBands;
  /** Conditions the bands were computed for. */
  ambientC: number;
  rpm: number;
}

/** Steps in which conditions count as changed: finer ones are within the instruments. */
const AMBIENT_STEP_K = 0.5;
const HUMIDITY_STEP_PCT = 5;
const RPM_STEP = 100;

/** What this vehicle should show now, from the worker; null while label, altitude or ambient are missing or nothing runs. */
export function useExpected(which: TestName): Expected | null {
  const { job } = useJob();
  const live = useLive();
  const rack = useRack();
  const [expected, setExpected] = useState<Expected | null>(null);
  const connection = useRef<ExpectedConnection | null>(null);
  useEffect(() => {
    const made = connectExpected();
    connection.current = made;
    return () => {
      connection.current = null;
      made.close();
    };
  }, []);

  const test = job[which];
  const label = vehicleLabelOf(job);
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const running = rack.status === "running" && rack.engine !== "off";
  const ambientC = running ? (live?.values.ambient ?? null) : null;
  const step = (value: number, by: number) => Math.round(value / by) * by;
  const rpm = rack.latest?.rpm ?? null;
  const conditions: CircuitConditions | null =
    ambientC === null || altitudeM === null || rpm === null || rpm < 400
      ? null
      : {
          ambientC: step(ambientC, AMBIENT_STEP_K),
          humidityPct: step(live?.humidityPct ?? 50, HUMIDITY_STEP_PCT),
          altitudeM,
          cabinReturnC: entryValue(fields.cabinReturn, test.cabinReturn),
          airSource: test.airSource,
          blowerPct: 100,
          rpm: step(rpm, RPM_STEP),
        };
  const key = label === null || conditions === null ? null : JSON.stringify([label, conditions]);

  useEffect(() => {
    if (key === null || connection.current === null) return;
    const [asked, at] = JSON.parse(key) as [NonNullable<typeof label>, CircuitConditions];
    let gone = false;
    connection.current.ask(asked, at).then(
      (bands) => {
        if (!gone && bands !== null) setExpected({ bands, ambientC: at.ambientC, rpm: at.rpm });
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [key]);
  return key === null ? null : expected;
}
