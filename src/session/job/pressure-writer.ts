/** Writes gauge and thermometer into the job while a pressure test stands. */
import { type Job, MOST_TEST_POINTS, pressureTestRuns } from "@/core/records/job";
import type { TraceKind } from "./trace-writer";

export const pressureTrace: TraceKind<Job["leak"]["test"]["trace"][number]> = {
  everyS: 10,
  kept: (job) => {
    const { trace, seenAt } = job.leak.test;
    const lastT = trace.at(-1)?.t ?? null;
    return { open: pressureTestRuns(job.leak), lastT, newestT: lastT ?? 0, seenAt };
  },
  point: ({ low, high, ambient }, t) => {
    const kpa = high ?? low;
    return kpa === null || ambient === null ? null : { t, kpa, celsius: ambient };
  },
  write: (job, fresh, seenAt) => ({
    ...job,
    leak: {
      ...job.leak,
      test: { ...job.leak.test, trace: [...job.leak.test.trace, ...fresh].slice(-MOST_TEST_POINTS), seenAt },
    },
  }),
};
