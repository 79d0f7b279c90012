"use client";

import { useEffect, useMemo } from "react";
import type { Job } from "@/core/records/job";
import { hasReadings, readingFilesOf, type TestName } from "@/core/records/job-readings";
import { causeName } from "@/words/causes";
import { connectDiagnosis } from "@/worker/diagnosis-client";
import { useAnswer } from "./answers";

/** The leading causes of a job in a few words, once the worker has weighed them; null before, or without readings. */
export function useLeading(job: Job, which: TestName = "baseline"): string | null {
  const connection = useMemo(() => connectDiagnosis(), []);
  useEffect(() => () => connection.cancel(), [connection]);
  const readings = job[which].settings.some(hasReadings) ? readingFilesOf(job, which) : [];
  const key = readings.length === 0 ? null : JSON.stringify(readings);
  const verdict = useAnswer(key, () => connection.judge(readings));
  if (verdict === null) return null;
  const [first, second] = verdict.causes;
  const name = (one: typeof first) => (one ? `${causeName(one.cause)}, ${Math.round(one.probability * 100)} %` : "");
  return second && second.probability > 0.2 ? `${name(first)}; ${name(second)}` : name(first);
}
