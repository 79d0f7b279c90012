/** A test that was recorded at a real car, before a class, and a case made after it: without names, plates, words or dates. */

import type { BenchState } from "@/core/bench/bench-state";
import { asSound } from "@/core/bench/bench-state";
import type { Work } from "@/core/causes/work";
import { type Lesson, lessonOfLog } from "@/core/drill/lesson-shapes";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { foundOf, readingFilesOf } from "@/core/records/derived/job-readings";
import { loadJob } from "@/session/records/jobs";
import { benchOfJob } from "@/views/bench/from-record";

/** Between two settings the engine was changed: so long, s. */
const BETWEEN_S = 60;
const USUAL_RPM = [800, 1800] as const;

/** Null where the job is not here, or kept no trace. */
export async function loadLessonOfJob(id: string): Promise<Lesson | null> {
  const job = await loadJob(id);
  if (!job?.ok) return null;
  const samples: Parameters<typeof lessonOfLog>[0][number][] = [];
  let from = 0;
  for (const [i, { trace }] of job.value.baseline.settings.entries()) {
    if (trace === null) continue;
    const rpm = USUAL_RPM[i] ?? null;
    for (let k = 0; k < trace.low.length; k++)
      samples.push({
        time: from + k * trace.everyS,
        rpm,
        low: trace.low[k] ?? null,
        high: trace.high[k] ?? null,
        vent: trace.vent[k] ?? null,
      });
    from += trace.low.length * trace.everyS + BETWEEN_S;
  }
  return samples.length < 3 ? null : lessonOfLog(samples);
}

export interface TestOfJob {
  reading: ReadingFile;
  state: BenchState;
  work: readonly Work[];
}

/** Case from a job; null where label or readings are missing. */
export async function loadTestOfJob(id: string): Promise<TestOfJob | null> {
  const job = await loadJob(id);
  if (!job?.ok) return null;
  const state = benchOfJob(job.value);
  const reading = readingFilesOf(job.value, "baseline")[0] ?? null;
  if (state === null || reading === null) return null;
  const foundG = foundOf(job.value);
  return {
    reading: foundG === null ? reading : { ...reading, recoveredG: Math.round(foundG) },
    state: asSound({ ...state, name: "" }),
    work: readingFilesOf(job.value, "proof")[0]?.work ?? [],
  };
}
