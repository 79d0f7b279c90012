"use client";

import { useEffect, useMemo, useState } from "react";
import { causeNames } from "@/core/diagnosis/causes";
import type { ReadingFile } from "@/core/readings/reading-file";
import type { Job } from "@/core/records/job";
import { hasReadings, readingFileOf } from "@/core/records/job-readings";
import { connectDiagnosis } from "@/worker/diagnosis-client";

/** The leading causes of a job in a few words, once the worker has weighed them; null before, or without readings. */
export function useLeading(job: Job): string | null {
  const connection = useMemo(() => connectDiagnosis(), []);
  const [leading, setLeading] = useState<string | null>(null);
  const reading = job.baseline.settings.some(hasReadings) ? readingFileOf(job, "baseline") : null;
  const key = reading === null ? null : JSON.stringify(reading);
  useEffect(() => {
    if (key === null) {
      setLeading(null);
      return;
    }
    connection.judge(JSON.parse(key) as ReadingFile).then((verdict) => {
      if (verdict === null) return;
      const [first, second] = verdict.causes;
      const name = (one: typeof first) =>
        one ? `${causeNames[one.cause]}, ${Math.round(one.probability * 100)} %` : "";
      setLeading(second && second.probability > 0.2 ? `${name(first)}; ${name(second)}` : name(first));
    });
    return () => connection.cancel();
  }, [key, connection]);
  return leading;
}
