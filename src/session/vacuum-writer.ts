/** Writes the vacuum gauge into the job as it goes. The clock of the trace is the stream's; after an interruption it goes on by the wall's. */
import { MOST_TRACE } from "@/core/records/job";
import type { JobStore } from "./job-store";
import type { RackStore } from "./rack-store";

/** A hold changes slowly: a point every so many seconds tells all of it. */
const VACUUM_EVERY_S = 5;

export function vacuumWriter(jobs: JobStore, rack: RackStore, now: () => number) {
  /** Trace time at stream time zero, and the newest stream time that was written. */
  let running: { base: number; lastTime: number } | null = null;

  const write = () => {
    const { job, record } = jobs.getState();
    const { samples, latest } = rack.getState();
    if (job === null || latest === null) return;
    const { startedAt, marks, seenAt, trace } = job.evacuate;
    const kind = marks.at(-1)?.kind ?? null;
    if (startedAt === null || kind === null || kind === "end") return;
    if (running === null || latest.time < running.lastTime) {
      const agoS = seenAt === null ? 0 : Math.max(0, (now() - Date.parse(seenAt)) / 1000);
      const newest = Math.max(trace.at(-1)?.t ?? 0, marks.at(-1)?.t ?? 0);
      running = { base: newest + agoS - latest.time, lastTime: latest.time - 1e-6 };
    }
    const { base } = running;
    const after = Math.max(trace.at(-1)?.t ?? Number.NEGATIVE_INFINITY, running.lastTime + base);
    const fresh: { t: number; kpa: number }[] = [];
    for (const sample of samples) {
      if (sample.time <= running.lastTime || sample.vacuumKpa === null) continue;
      const t = base + sample.time;
      if (t - (fresh.at(-1)?.t ?? after) >= VACUUM_EVERY_S || (fresh.length === 0 && trace.length === 0)) {
        fresh.push({ t: Math.round(t * 10) / 10, kpa: sample.vacuumKpa });
      }
    }
    if (fresh.length === 0) return;
    running.lastTime = fresh.at(-1)!.t - base;
    const simulated = latest.vacuumState;
    const seen = new Date(now()).toISOString();
    record((stored) => ({
      ...stored,
      evacuate: {
        ...stored.evacuate,
        trace: [...stored.evacuate.trace, ...fresh].slice(-MOST_TRACE),
        seenAt: seen,
        simulated,
      },
    }));
  };

  return {
    /** Now, on the trace's clock, s. With nothing connected the clock on the wall goes on. */
    clock: (): number => {
      const { job } = jobs.getState();
      if (job === null) return 0;
      const { marks, seenAt, trace } = job.evacuate;
      const { latest } = rack.getState();
      const newest = Math.max(trace.at(-1)?.t ?? 0, marks.at(-1)?.t ?? 0);
      if (running !== null && latest !== null) return Math.max(newest, running.base + latest.time);
      return seenAt === null ? newest : newest + Math.max(0, (now() - Date.parse(seenAt)) / 1000);
    },
    start: () =>
      rack.subscribe((state, before) => {
        if (state.samples !== before.samples) write();
      }),
  };
}
