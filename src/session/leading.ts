"use client";

import { useEffect, useMemo } from "react";
import type { FaultCause } from "@/core/causes/catalogue";
import { type TestName, takenReadings } from "@/core/records/derived/job-readings";
import type { Job } from "@/core/records/job";
import { causeName } from "@/words/causes";
import { connectDiagnosis } from "@/worker/diagnosis-client";
import { useAnswer } from "./answers";

/** The leading causes of a job in a few words, once the worker has weighed them; null before, or without readings. */
export function useLeading(job: Job, which: TestName = "baseline"): string | null {
  const connection = useMemo(() => connectDiagnosis(), []);
  useEffect(() => () => connection.cancel(), [connection]);
  const readings = takenReadings(job, which);
  const key = readings.length === 0 ? null : JSON.stringify(readings);
  const verdict = useAnswer(key, () => connection.judge(readings));
  if (verdict === null) return null;
  const [first, second] = verdict.causes;
  const name = (one: typeof first) => (one ? `${causeName(one.cause)}, ${Math.round(one.probability * 100)} %` : "");
  return second && second.probability > 0.2 ? `${name(first)}; ${name(second)}` : name(first);
}

export interface LeadingFault {
  cause: FaultCause;
  probability: number;
  /** Median severity, 0 to 1, and median charge by the readings, g; null where not judged. */
  severity: number;
  chargeG: number | null;
}

/** The leading fault of a job by its first test; null without readings, or where no fault leads. */
export async function leadingFaultOf(job: Job): Promise<LeadingFault | null> {
  const readings = takenReadings(job, "baseline");
  if (readings.length === 0) return null;
  const connection = connectDiagnosis();
  const verdict = await connection.judge(readings);
  const first = verdict?.causes[0];
  if (first === undefined || first.cause === "none") return null;
  return {
    cause: first.cause,
    probability: first.probability,
    severity: first.severity.median,
    chargeG: verdict?.charge?.medianG ?? null,
  };
}
