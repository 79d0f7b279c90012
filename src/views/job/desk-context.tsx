"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import {
  advanceLive,
  type ChargeAim,
  type ChargeCall,
  callOf,
  type LiveCharge,
  SLOW_OPENING,
  startLive,
} from "@/core/charge/live-charge";
import { wantedFromContainersG } from "@/core/charge/mass-balance";
import type { ChargeValve, RackIssue, RackSample } from "@/core/instruments/rack";
import { drawBegun, drawEnded, drawMoved } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { balanceOf, chargeInputsOf } from "@/core/records/job-readings";
import { ChargeWorkerProvider } from "./charge-answers";
import { useJob } from "./job-context";
import { useRack } from "./rack-context";

/** Why nothing was opened, beyond what the rack itself refuses. */
export type DeskIssue = RackIssue | { code: "weight-is-in" } | { code: "not-tared" };

interface Desk {
  /** Container on the scale. */
  onScale: string | null;
  live: LiveCharge | null;
  call: ChargeCall | null;
  putOn: (containerId: string) => Promise<void>;
  open: (valve: Exclude<ChargeValve, "shut">) => Promise<DeskIssue | null>;
  shut: () => Promise<void>;
  /** Points of this charge: scale and pressures, for the picture. */
  track: readonly TrackPoint[];
  /** Now, on the clock of the vacuum's trace, s. */
  vacuumClock: () => number;
}

export interface TrackPoint {
  time: number;
  rateGPerMin: number;
  low: number | null;
  high: number | null;
}

interface Fold {
  live: LiveCharge | null;
  aim: ChargeAim | null;
  /** Newest sample that was taken in, and newest point of the track. */
  seen: number;
  tracked: number;
  /** The valve has been told to throttle; it has been seen open since it was told to. */
  slow: boolean;
  flowed: boolean;
}

function nothingOn(): Fold {
  const never = Number.NEGATIVE_INFINITY;
  return { live: null, aim: null, seen: -1, tracked: never, slow: false, flowed: false };
}

const DeskContext = createContext<Desk | null>(null);

/** Above this high side charging stops, kPa gauge: well under relief valve and pressure switch. */
const MOST_HIGH_KPA = 2200;
/** A charge of an hour at half a point a second. */
const MOST_TRACK = 3600;
const TRACK_EVERY_S = 1;

/** Keeps the tally of the scale and the trace of the vacuum for as long as the job is open, whatever step is looked at. */
export function DeskProvider({ children }: { children: ReactNode }) {
  const { job, record } = useJob();
  const rack = useRack();
  const [onScale, setOnScale] = useState<string | null>(null);
  const [live, setLive] = useState<LiveCharge | null>(null);
  const [aim, setAim] = useState<ChargeAim | null>(null);
  const [track, setTrack] = useState<readonly TrackPoint[]>([]);
  const fold = useRef<Fold>(nothingOn());
  const vacuumClock = useVacuumTrace(job, record, rack.samples);
  usePumpThatWasOn(job);

  // A new connection begins its clock anew, with nothing on the scale.
  const { status, samples, setValve } = rack;
  useEffect(() => {
    if (status === "running") return;
    fold.current = nothingOn();
    setOnScale(null);
    setLive(null);
    setTrack([]);
    // The valve shut when its worker went.
    record((stored) => drawEnded(stored, new Date().toISOString()));
  }, [status, record]);

  useEffect(() => {
    const state = fold.current;
    const { aim: at } = state;
    if (state.live === null || at === null) return;
    const fresh = samples.filter(({ time }) => time > state.seen);
    if (fresh.length === 0) return;
    let next = state.live;
    const points: TrackPoint[] = [];
    for (const sample of fresh) {
      next = advanceLive(next, { ...sample, engineOn: (sample.rpm ?? 0) > RUNS_RPM }, at);
      if (sample.valve !== "shut") state.flowed = true;
      if (sample.time - state.tracked < TRACK_EVERY_S) continue;
      state.tracked = sample.time;
      points.push(pointOf(sample, next));
    }
    const { valve, time } = fresh.at(-1)!;
    const { call } = callOf(next, at, time);
    // The simulated hand throttles when it is told to; a real one reads it from the screen.
    if (call === "slow" && valve !== "shut" && !state.slow) {
      state.slow = true;
      void setValve(valve, (at.containerG - at.wantedG) / 1000, SLOW_OPENING);
    }
    state.live = next;
    state.seen = time;
    setLive(next);
    setTrack((kept) => [...kept, ...points].slice(-MOST_TRACK));
    const leftG = at.containerG - next.drawnG;
    // Between the order to open and the valve's answer a sample or two still say shut.
    const ended = call === "shut" && state.flowed;
    record((stored) => {
      const moved = drawMoved(stored, leftG, next.offsetG);
      return ended ? drawEnded(moved, new Date().toISOString()) : moved;
    });
  }, [samples, record, setValve]);

  const putOn = useCallback(
    async (containerId: string) => {
      const inputs = chargeInputsOf(job);
      const balance = balanceOf(job);
      if (inputs === null || !balance?.ok) return;
      const container = balance.value.perContainer.find(({ id }) => id === containerId);
      if (!container) return;
      const { drawnG } = balance.value;
      const wantedG = wantedFromContainersG(inputs) - drawnG;
      const hoseRoomG = Math.max(0, wantedFromContainersG(inputs) - inputs.labelG + inputs.residualG - drawnG);
      const at: ChargeAim = { containerG: container.leftG, wantedG, mostHighKpa: MOST_HIGH_KPA };
      const begun = startLive();
      const { tracked } = fold.current;
      fold.current = {
        ...nothingOn(),
        live: begun,
        aim: at,
        seen: samples.at(-1)?.time ?? -1,
        tracked,
      };
      setOnScale(containerId);
      setAim(at);
      setLive(begun);
      await rack.setContainer(container.leftG / 1000, hoseRoomG / 1000, job.charge.warmWater);
    },
    [job, samples, rack],
  );

  const open = useCallback(
    async (valve: Exclude<ChargeValve, "shut">): Promise<DeskIssue | null> => {
      const state = fold.current;
      if (onScale === null || state.aim === null || state.live === null) return { code: "no-container" };
      if (!state.live.tared) return { code: "not-tared" };
      const leftG = state.aim.containerG - state.live.drawnG;
      const inputs = chargeInputsOf(job);
      const balance = balanceOf(job);
      if (inputs !== null && balance?.ok) {
        // Hoses or purge may have been corrected since it was put on.
        state.aim = { ...state.aim, wantedG: state.live.drawnG + wantedFromContainersG(inputs) - balance.value.drawnG };
        setAim(state.aim);
      }
      if (state.aim.wantedG - state.live.drawnG <= 0.5) return { code: "weight-is-in" };
      await rack.setMachine("off");
      state.slow = false;
      state.flowed = false;
      const issue = await rack.setValve(valve, Math.max(0, state.aim.containerG - state.aim.wantedG) / 1000);
      if (issue === null) {
        const { offsetG } = state.live;
        record((stored) =>
          stored.charge.open?.containerId === onScale
            ? stored
            : drawBegun(stored, { containerId: onScale, leftG, offsetG, valve }, new Date().toISOString()),
        );
      }
      return issue;
    },
    [onScale, rack, record, job],
  );

  const shut = useCallback(async () => {
    await rack.setValve("shut");
  }, [rack]);

  const now = samples.at(-1)?.time ?? 0;
  const call = live === null || aim === null ? null : callOf(live, aim, now);
  const desk = useMemo<Desk>(
    () => ({ onScale, live, call, putOn, open, shut, track, vacuumClock }),
    [onScale, live, call, putOn, open, shut, track, vacuumClock],
  );
  return (
    <DeskContext.Provider value={desk}>
      <ChargeWorkerProvider>{children}</ChargeWorkerProvider>
    </DeskContext.Provider>
  );
}

export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (desk === null) throw new Error("useDesk outside of a job");
  return desk;
}

/** Turning slower than this it stands. */
const RUNS_RPM = 200;

function pointOf(sample: RackSample, live: LiveCharge): TrackPoint {
  return {
    time: sample.time,
    rateGPerMin: sample.valve === "shut" ? 0 : live.rateGPerS * 60,
    low: sample.low,
    high: sample.high,
  };
}

/** A pump that ran when the page went runs on when the rack is back. */
function usePumpThatWasOn(job: Job): void {
  const { status, machine, setMachine } = useRack();
  const was = job.evacuate.marks.at(-1)?.kind === "pump" && job.evacuate.simulated !== null;
  const back = useRef(false);
  useEffect(() => {
    if (status !== "running") {
      back.current = false;
      return;
    }
    if (back.current) return;
    back.current = true;
    if (was && machine === "off") void setMachine("pump");
  }, [status, machine, was, setMachine]);
}

/** A hold changes slowly: a point every so many seconds tells all of it. */
const VACUUM_EVERY_S = 5;
const MOST_POINTS = 4000;

/**
 * Writes the vacuum gauge into the job as it goes. The clock of the trace is the stream's; after an interruption it goes on by the wall's.
 */
function useVacuumTrace(
  job: Job,
  record: (change: (job: Job) => Job) => void,
  samples: readonly RackSample[],
): () => number {
  const clock = useRef<{ base: number; lastTime: number } | null>(null);
  const { startedAt, marks, seenAt, trace } = job.evacuate;
  const kind = marks.at(-1)?.kind ?? null;
  const wanted = startedAt !== null && kind !== null && kind !== "end";
  useEffect(() => {
    const last = samples.at(-1);
    if (!wanted || last === undefined) return;
    if (clock.current === null || last.time < clock.current.lastTime) {
      const agoS = seenAt === null ? 0 : Math.max(0, (Date.now() - Date.parse(seenAt)) / 1000);
      const newest = Math.max(trace.at(-1)?.t ?? 0, marks.at(-1)?.t ?? 0);
      clock.current = { base: newest + agoS - last.time, lastTime: last.time - 1e-6 };
    }
    const { base } = clock.current;
    const after = Math.max(trace.at(-1)?.t ?? Number.NEGATIVE_INFINITY, clock.current.lastTime + base);
    const fresh: { t: number; kpa: number }[] = [];
    for (const sample of samples) {
      if (sample.time <= clock.current.lastTime || sample.vacuumKpa === null) continue;
      const t = base + sample.time;
      if (t - (fresh.at(-1)?.t ?? after) >= VACUUM_EVERY_S || (fresh.length === 0 && trace.length === 0)) {
        fresh.push({ t: Math.round(t * 10) / 10, kpa: sample.vacuumKpa });
      }
    }
    if (fresh.length === 0) return;
    clock.current.lastTime = fresh.at(-1)!.t - base;
    const simulated = last.vacuumState;
    record((stored) => ({
      ...stored,
      evacuate: {
        ...stored.evacuate,
        trace: [...stored.evacuate.trace, ...fresh].slice(-MOST_POINTS),
        seenAt: new Date().toISOString(),
        simulated,
      },
    }));
  }, [samples, wanted, seenAt, trace, marks, record]);
  return useCallback(() => {
    const last = samples.at(-1);
    const newest = Math.max(trace.at(-1)?.t ?? 0, marks.at(-1)?.t ?? 0);
    if (clock.current !== null && last !== undefined) return Math.max(newest, clock.current.base + last.time);
    // With nothing connected the clock on the wall goes on.
    return seenAt === null ? newest : newest + Math.max(0, (Date.now() - Date.parse(seenAt)) / 1000);
  }, [samples, trace, marks, seenAt]);
}
