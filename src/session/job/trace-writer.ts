/** Writes what an instrument shows into the job as it goes. The clock of the trace is the stream's; after an interruption it goes on by the wall's. */
import { secondsSince } from "@/core/dates";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import type { Job } from "@/core/records/job";
import type { SimulatorStore } from "../instruments/simulator-store";
import type { JobStore } from "./job-store";

/** A trace as the record holds it; times in s on its own clock. */
interface KeptTrace {
  /** It is being taken. */
  open: boolean;
  /** Newest point; null before the first. */
  lastT: number | null;
  /** Newest of all that stands on this clock. */
  newestT: number;
  /** ISO instant of the newest point. */
  seenAt: string | null;
}

export interface TraceKind<Point extends { t: number }> {
  /** A point every so many seconds tells all of it. */
  everyS: number;
  kept: (job: Job) => KeptTrace;
  /** Null where the sample says nothing of it. */
  point: (sample: SimulatorSample, t: number) => Point | null;
  write: (job: Job, fresh: readonly Point[], seenAt: string, latest: SimulatorSample) => Job;
}

export function traceWriter<Point extends { t: number }>(
  jobs: JobStore,
  rack: SimulatorStore,
  now: () => number,
  kind: TraceKind<Point>,
) {
  /** Trace time at stream time zero, and the newest stream time that was written. */
  let running: { base: number; lastTime: number } | null = null;

  const write = () => {
    const { job, record } = jobs.getState();
    const { samples, latest } = rack.getState();
    if (job === null || latest === null) return;
    const { open, lastT, newestT, seenAt } = kind.kept(job);
    if (!open) return;
    if (running === null || latest.time < running.lastTime) {
      running = { base: newestT + secondsSince(seenAt, now()) - latest.time, lastTime: latest.time - 1e-6 };
    }
    const { base } = running;
    const after = Math.max(lastT ?? Number.NEGATIVE_INFINITY, running.lastTime + base);
    const fresh: Point[] = [];
    for (const sample of samples) {
      if (sample.time <= running.lastTime) continue;
      const t = base + sample.time;
      const first = fresh.length === 0 && lastT === null;
      if (!first && t - (fresh.at(-1)?.t ?? after) < kind.everyS) continue;
      const point = kind.point(sample, Math.round(t * 10) / 10);
      if (point !== null) fresh.push(point);
    }
    if (fresh.length === 0) return;
    running.lastTime = fresh.at(-1)!.t - base;
    const seen = new Date(now()).toISOString();
    record((stored) => kind.write(stored, fresh, seen, latest));
  };

  return {
    /** Now, on the trace's clock, s. With nothing connected the clock on the wall goes on. */
    clock: (): number => {
      const { job } = jobs.getState();
      if (job === null) return 0;
      const { newestT, seenAt } = kind.kept(job);
      const { latest } = rack.getState();
      if (running !== null && latest !== null) return Math.max(newestT, running.base + latest.time);
      return newestT + secondsSince(seenAt, now());
    },
    start: () =>
      rack.subscribe((state, before) => {
        if (state.samples !== before.samples) write();
      }),
  };
}
