"use client";

import { useEffect, useMemo } from "react";
import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import type { SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import { conditionShift } from "@/core/records/condition-shift";
import { conditionsOfSetting, type TestName, takenReadings, vehicleLabelOf } from "@/core/records/derived/job-readings";
import type { Job } from "@/core/records/job";
import type { ReportAnswers } from "@/words/report";
import { connectDiagnosis } from "@/worker/diagnosis-client";
import { connectExpected } from "@/worker/expected-client";
import { useAnswer } from "./answers";
import { useSoundReadings } from "./sound-readings";

/** Computed parts of a closed job; each is null until it arrives. `ready` once nothing is pending. */
export function useReportAnswers(job: Job): ReportAnswers & { ready: boolean } {
  const own = useSoundReadings(job);
  const before = useJudged(job, "baseline", own);
  const after = useJudged(job, "proof", own);
  const label = vehicleLabelOf(job);
  const asked = ([0, 1] as const).flatMap((index) =>
    (["baseline", "proof"] as const).map((which) => conditionsOfSetting(job, which, index)),
  );
  const key = label === null || asked.every((one) => one === null) ? null : JSON.stringify([label, asked, own]);
  const bands = useAnswer(key, async () => {
    const { api, close } = connectExpected();
    try {
      const made = [];
      for (const one of asked) made.push(one === null ? null : await api.ranges(label!, one, one.rpm, own));
      return made;
    } finally {
      close();
    }
  });
  return useMemo(() => {
    const shifts = [0, 1].map((index) => {
      const [first, second] = [bands?.[2 * index], bands?.[2 * index + 1]];
      return first && second ? conditionShift(first, second) : null;
    });
    return {
      before: before.verdict,
      after: after.verdict,
      shifts,
      // Expected range of the last test, or of the first where there is no other.
      bands: [0, 1].map((index) => bands?.[2 * index + 1] ?? bands?.[2 * index] ?? null),
      ready: before.ready && after.ready && (key === null || bands !== null),
    };
  }, [before, after, bands, key]);
}

function useJudged(
  job: Job,
  which: TestName,
  own: readonly SoundReading[],
): { verdict: Diagnosis | null; ready: boolean } {
  const connection = useMemo(() => connectDiagnosis(), []);
  useEffect(() => () => connection.cancel(), [connection]);
  const readings = takenReadings(job, which);
  const key = readings.length === 0 ? null : JSON.stringify([readings, own]);
  const verdict = useAnswer(key, () => connection.judge(readings, own));
  return useMemo(() => ({ verdict, ready: key === null || verdict !== null }), [verdict, key]);
}
