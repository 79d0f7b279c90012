/** Writes the vacuum gauge into the job while pump or hold run. */
import { type Job, MOST_TRACE } from "@/core/records/job";
import type { TraceKind } from "./trace-writer";

export const vacuumTrace: TraceKind<Job["evacuate"]["trace"][number]> = {
  everyS: 5,
  kept: ({ evacuate: { startedAt, marks, seenAt, trace } }) => {
    const last = marks.at(-1);
    return {
      open: startedAt !== null && last !== undefined && last.kind !== "end",
      lastT: trace.at(-1)?.t ?? null,
      newestT: Math.max(trace.at(-1)?.t ?? 0, last?.t ?? 0),
      seenAt,
    };
  },
  point: ({ vacuumKpa }, t) => (vacuumKpa === null ? null : { t, kpa: vacuumKpa }),
  write: (job, fresh, seenAt, { vacuumState }) => ({
    ...job,
    evacuate: {
      ...job.evacuate,
      trace: [...job.evacuate.trace, ...fresh].slice(-MOST_TRACE),
      seenAt,
      simulated: vacuumState,
    },
  }),
};
