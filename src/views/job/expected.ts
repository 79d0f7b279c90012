"use client";

import { useEffect, useRef, useState } from "react";
import type { CircuitConditions } from "@/core/circuit/vehicle";
import type { ExpectedBands, SoundReading } from "@/core/diagnosis/expected";
import { fields } from "@/core/records/fields";
import { settingValues, type TestName, vehicleLabelOf } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import { connectExpected, type ExpectedConnection } from "@/worker/expected-client";
import { useJob } from "./job-context";
import { useLive } from "./live";
import { useRack } from "./rack-context";
import { useSoundReadings } from "./sound-readings";

export interface Expected {
  bands: ExpectedBands;
  /** Conditions the bands were computed for. */
  ambientC: number;
  rpm: number;
  blowerPct: number;
}

/** Changes smaller than these are the instruments' trembling, not the day's: the conditions asked for stay. */
const AMBIENT_CHANGE_K = 0.6;
const HUMIDITY_CHANGE_PCT = 6;
const RPM_CHANGE = 120;

/** What this vehicle should show now, from the worker; null while label, altitude or ambient are missing. */
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
  const own = useSoundReadings(job);
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const running = rack.status === "running" && rack.engine !== "off";
  const [idle, fast] = test.settings.map(settingValues);
  // Typed readings are held against the conditions typed with them.
  const ambientC = running ? (live?.values.ambient ?? null) : entryValue(fields.ambient, test.ambient);
  const rpm = running ? (rack.latest?.rpm ?? null) : fast!.high !== null ? fast!.rpm : idle!.rpm;
  const humidityPct = running ? live?.humidityPct : entryValue(fields.humidity, test.humidity);
  const kept = useRef<CircuitConditions | null>(null);
  const now: CircuitConditions | null =
    ambientC === null || altitudeM === null || rpm === null || rpm < 400
      ? null
      : {
          ambientC: Math.round(ambientC * 2) / 2,
          humidityPct: Math.round(humidityPct ?? 50),
          altitudeM,
          cabinReturnC: entryValue(fields.cabinReturn, test.cabinReturn),
          airSource: test.airSource,
          blowerPct: entryValue(fields.blower, test.blower) ?? 100,
          rpm: Math.round(rpm / 50) * 50,
        };
  kept.current = now !== null && kept.current !== null && sameDay(kept.current, now) ? kept.current : now;
  const conditions = kept.current;
  const key = label === null || conditions === null ? null : JSON.stringify([label, conditions, own]);

  useEffect(() => {
    if (key === null || connection.current === null) return;
    const [asked, at, sound] = JSON.parse(key) as [NonNullable<typeof label>, CircuitConditions, SoundReading[]];
    // An answer that comes late is still the newest there is: an older question never answers after a newer one.
    connection.current.ask(asked, at, sound).then(
      (bands) => bands !== null && setExpected({ bands, ambientC: at.ambientC, rpm: at.rpm, blowerPct: at.blowerPct }),
      () => undefined,
    );
  }, [key]);
  return key === null ? null : expected;
}

function sameDay(a: CircuitConditions, b: CircuitConditions): boolean {
  return (
    Math.abs(a.ambientC - b.ambientC) < AMBIENT_CHANGE_K &&
    Math.abs(a.humidityPct - b.humidityPct) < HUMIDITY_CHANGE_PCT &&
    Math.abs(a.rpm - b.rpm) < RPM_CHANGE &&
    a.altitudeM === b.altitudeM &&
    a.blowerPct === b.blowerPct &&
    a.cabinReturnC === b.cabinReturnC &&
    a.airSource === b.airSource
  );
}
