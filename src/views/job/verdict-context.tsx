"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import type { Cause } from "@/core/diagnosis/causes";
import { preparationKey } from "@/core/diagnosis/diagnose";
import type { Wording } from "@/core/diagnosis/sentences";
import { stableOrder } from "@/core/diagnosis/stable-order";
import type { RankedCause, Verdict } from "@/core/diagnosis/verdict";
import type { ReadingFile } from "@/core/readings/reading-file";
import { fields } from "@/core/records/fields";
import type { Job, TestSetting } from "@/core/records/job";
import {
  hasReadings,
  readingFileOf,
  type TestName,
  withSetting,
  workableRefrigerant,
} from "@/core/records/job-readings";
import { entryOf, entryValue } from "@/core/units/entry";
import { connectDiagnosis } from "@/worker/diagnosis-client";
import { useJob } from "./job-context";
import { type LiveValues, useLive } from "./live";
import { type LiveCycle, liveCycle } from "./live-cycle";
import { useRack } from "./rack-context";

/** One moment of the ranking: shares of the causes that led then. */
export interface RankingMoment {
  /** On the page's own clock, s. */
  atS: number;
  shares: Partial<Record<Cause, number>>;
}

interface VerdictState {
  verdict: Verdict | null;
  /** Causes in an order that does not jump about. */
  rows: RankedCause[];
  /** Share simulated; null when nothing is being simulated. */
  progress: number | null;
  cancel: () => void;
  /** It rests on needles that still move. */
  live: boolean;
  history: readonly RankingMoment[];
  wording: Wording | null;
}

const VerdictContext = createContext<VerdictState | null>(null);

/** A number is being typed until it has rested this long. */
const TYPING_PAUSE_MS = 350;

const VERDICT_MEASURE = "evrid-verdict";

/** Moving needles are weighed this often at most, ms. */
const LIVE_EVERY_MS = 900;
/** Moments of the ranking kept, and the change that makes a new one. */
const MOST_MOMENTS = 120;
const MOMENT_CHANGE = 0.03;

/** Weighs one test of the job whenever its readings change, in a worker. */
export function VerdictProvider({ which, children }: { which: TestName; children: ReactNode }) {
  const { job } = useJob();
  const rack = useRack();
  const live = useLive();
  const connection = useMemo(() => connectDiagnosis(), []);
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [history, setHistory] = useState<readonly RankingMoment[]>([]);
  const [order, setOrder] = useState<readonly Cause[]>([]);

  const running = rack.status === "running" && rack.engine !== "off" && rack.stalledS === null;
  const index = rack.engine === "fast" ? 1 : 0;
  // What was taken or typed stands; only a setting that is still open is filled from the needles.
  const moving = running && live !== null && !hasReadings(job[which].settings[index]) && somethingSettles(live);
  const reading = useMemo(
    () =>
      readingOf(
        moving && live !== null
          ? withNeedles(job, which, index, live, liveCycle(rack, live), rack.latest?.rpm ?? null)
          : job,
        which,
      ),
    [job, which, moving, live, index, rack],
  );
  const key = reading === null ? null : JSON.stringify(reading);
  const asked = useRef({ key: null as string | null, at: 0, preparation: null as string | null });

  useEffect(() => {
    if (key === null) {
      setVerdict(null);
      return;
    }
    const now = performance.now();
    if (key === asked.current.key || (moving && now - asked.current.at < LIVE_EVERY_MS)) return;
    const given = JSON.parse(key) as ReadingFile;
    const preparation = preparationKey(given);
    const ask = () => {
      const start = performance.now();
      asked.current = { key, at: start, preparation };
      connection
        .judge(given, (share) => setProgress(share))
        .then((answer) => {
          if (answer === null) return;
          // For `npm run bench:trace`, which reads how long a verdict took on its way through the worker.
          performance.measure(VERDICT_MEASURE, { start });
          setProgress(null);
          setVerdict(answer);
          setOrder((before) => stableOrder(before, answer.causes).map(({ cause }) => cause));
          setHistory((moments) => withMoment(moments, answer));
        });
    };
    // Another vehicle or day is simulated anew: not for every digit that is typed.
    if (preparation === asked.current.preparation || moving || asked.current.preparation === null) {
      ask();
      return;
    }
    const timer = setTimeout(ask, TYPING_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [key, moving, connection]);

  const cancel = useCallback(() => {
    connection.cancel();
    setProgress(null);
  }, [connection]);
  useEffect(() => () => connection.cancel(), [connection]);

  const wording = useMemo((): Wording | null => {
    const refrigerant = workableRefrigerant(job);
    if (refrigerant === null) return null;
    return {
      refrigerant,
      altitudeM: entryValue(fields.altitude, job.altitude) ?? 0,
      pressureUnit: job[which].settings[0].low.unit,
      ...(job.intake.metering === null ? {} : { metering: job.intake.metering }),
    };
  }, [job, which]);
  const rows = useMemo(
    () => (verdict === null ? [] : order.flatMap((cause) => verdict.causes.filter((one) => one.cause === cause))),
    [verdict, order],
  );
  const state = useMemo(
    (): VerdictState => ({
      verdict: key === null ? null : verdict,
      rows: key === null ? [] : rows,
      progress,
      cancel,
      live: moving,
      history,
      wording,
    }),
    [key, verdict, rows, progress, cancel, moving, history, wording],
  );
  return <VerdictContext.Provider value={state}>{children}</VerdictContext.Provider>;
}

export function useVerdict(): VerdictState {
  const state = useContext(VerdictContext);
  if (state === null) throw new Error("useVerdict outside of a job");
  return state;
}

function readingOf(job: Job, which: TestName): ReadingFile | null {
  return job[which].settings.some(hasReadings) ? readingFileOf(job, which) : null;
}

function somethingSettles({ states }: LiveValues): boolean {
  return states.low.state !== "waiting" || states.high.state !== "waiting";
}

/** Conditions rounded so that the same day asks the same simulation. */
const ROUND_RPM = 100;
const ROUND_AMBIENT = 2;
const ROUND_HUMIDITY = 5;

/** The job as if the needles had been taken now. */
function withNeedles(
  job: Job,
  which: TestName,
  index: 0 | 1,
  live: LiveValues,
  cycling: LiveCycle | null,
  rpm: number | null,
): Job {
  const { values } = live;
  const taken = (setting: TestSetting): TestSetting => {
    const put = (channel: "low" | "high" | "vent" | "suction" | "liquid") => {
      const value = cycling?.at(channel) ?? values[channel];
      return value === null
        ? setting[channel]
        : entryOf(value, channel === "low" || channel === "high" ? "kPa" : "degC");
    };
    return {
      ...setting,
      low: put("low"),
      high: put("high"),
      vent: put("vent"),
      suction: put("suction"),
      liquid: put("liquid"),
      rpm: rpm === null ? setting.rpm : entryOf(Math.round(rpm / ROUND_RPM) * ROUND_RPM, "rpm"),
      // Whole cycles are judged, not the moment.
      cycle: cycling?.cycle ?? null,
    };
  };
  const changed = withSetting(job, which, index, taken);
  const test = changed[which];
  const ambient =
    values.ambient === null
      ? test.ambient
      : entryOf(Math.round(values.ambient * ROUND_AMBIENT) / ROUND_AMBIENT, "degC");
  const humidity =
    live.humidityPct === null
      ? test.humidity
      : entryOf(Math.round(live.humidityPct / ROUND_HUMIDITY) * ROUND_HUMIDITY, "pct");
  // What was taken before stands with the conditions it was taken in.
  const known = entryValue(fields.ambient, test.ambient) !== null;
  return known ? changed : { ...changed, [which]: { ...test, ambient, humidity } };
}

function withMoment(moments: readonly RankingMoment[], { causes }: Verdict): readonly RankingMoment[] {
  const shares = Object.fromEntries(
    causes.filter(({ probability }) => probability > 0.01).map(({ cause, probability }) => [cause, probability]),
  );
  const last = moments.at(-1)?.shares ?? {};
  const names = new Set([...Object.keys(last), ...Object.keys(shares)]) as Set<Cause>;
  const moved = [...names].some((cause) => Math.abs((last[cause] ?? 0) - (shares[cause] ?? 0)) > MOMENT_CHANGE);
  return moved ? [...moments.slice(-MOST_MOMENTS), { atS: performance.now() / 1000, shares }] : moments;
}
