/** Writes gauge and thermometer into the job while a pressure test stands. */
import { type Job, MOST_TEST_POINTS } from "@/core/records/job";
import type { TraceKind } from "./trace-writer";

export const pressureTrace: TraceKind<Job["leak"]["test"]["trace"][number]> = {
  everyS: 10,
  kept: ({ leak: { test } }) => ({
    open: test.startedAt !== null && test.endedAt === null,
    lastT: test.trace.at(-1)?.t ?? null,
    newestT: test.trace.at(-1)?.t ?? 0,
    seenAt: test.seenAt,
  }),
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
