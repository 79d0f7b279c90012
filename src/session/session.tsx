"use client";

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { labelOf, workableRefrigerant } from "@/core/records/derived/job-label";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { editJob, followJob, loadSimulator, mendJob, putBack } from "@/data/jobs";
import { takeOverJob } from "@/data/sharing/holders";
import { loadUndo, saveUndo } from "@/data/undo-steps";
import { vehicleWording, type Wording } from "@/words/diagnosis";
import { type ChargeConnection, connectCharge } from "@/worker/charge-client";
import { connectDiagnosis, type DiagnosisConnection } from "@/worker/diagnosis-client";
import { connectExpected, type ExpectedConnection } from "@/worker/expected-client";
import { connectSimulator } from "@/worker/simulator-client";
import { playLog } from "./instruments/log-player";
import {
  createSimulatorStore,
  type Simulator,
  type SimulatorPorts,
  type SimulatorStore,
} from "./instruments/simulator-store";
import { claimJob } from "./job/claim-job";
import { createDeskStore, type Desk, type DeskStore } from "./job/desk-store";
import { createDiagnosisStore, type DiagnosisState, type DiagnosisStore } from "./job/diagnosis-store";
import type { JobPort } from "./job/job-port";
import type { JobState } from "./job/job-state";
import { createJobStore, type JobStore } from "./job/job-store";
import { onLeave } from "./job/leave";
import { leftChanges } from "./job/left-changes";
import { createLiveStore, type LiveState, type LiveStore, type LiveValues, type StreamDay } from "./job/live-store";
import { closeRefused, forgetRefused, keepRefused } from "./job/refused-changes";
import { type ReadableStore, useOf, useParts } from "./store";

/** All that a session needs of the world: workers, database, clocks. */
export interface SessionPorts extends Omit<SimulatorPorts, "loadRack" | "keepRack" | "atmosphereKpa"> {
  jobs: JobPort;
  connectDiagnosis: () => DiagnosisConnection;
  connectExpected: () => ExpectedConnection;
  connectCharge: () => ChargeConnection;
}

/** Stores of an open job besides its record. */
export interface Session {
  jobs: JobStore;
  /** Job as drawn: typed letters arrive after a pause. */
  drawn: ReadableStore<JobState>;
  rack: SimulatorStore;
  live: LiveStore;
  verdict: DiagnosisStore;
  desk: DeskStore;
  /** Workers that are begun with their first question. */
  expected: () => ExpectedConnection["api"];
  charge: () => ChargeConnection["api"];
  /** Begins to follow job and stream; gives the way to end all of it. */
  start: () => () => void;
}

const browserPorts: SessionPorts = {
  jobs: {
    follow: followJob,
    edit: editJob,
    putBack,
    mend: mendJob,
    loadRack: loadSimulator,
    loadUndo,
    saveUndo,
    claimDesk: claimJob,
    takeOverJob,
    calm: { afterMs: 120, atMostMs: 600 },
    unsaved: {
      refused: (job, base, reason, open) => keepRefused({ job, base, reason, open }),
      stored: forgetRefused,
      closed: closeRefused,
    },
    left: leftChanges,
    onLeave,
  },
  connectRack: connectSimulator,
  playLog,
  connectDiagnosis,
  connectExpected,
  connectCharge,
  now: Date.now,
  clock: () => performance.now(),
};

/** A worker that is begun when it is first asked, and anew after it was closed. */
function lazily<Connection extends { api: unknown; close: () => void }>(connect: () => Connection) {
  let open: Connection | null = null;
  return {
    api: (): Connection["api"] => {
      open ??= connect();
      return open.api;
    },
    close: () => {
      open?.close();
      open = null;
    },
  };
}

export function createSession(id: string, ports: SessionPorts): Session {
  const jobs = createJobStore(id, ports.jobs, ports.now);
  const rack = createSimulatorStore({
    ...ports,
    loadRack: jobs.loadRack,
    keepRack: jobs.keepRack,
    atmosphereKpa: () => barometerOf(jobs.getState().job),
  });
  const live = createLiveStore(jobs, rack);
  const verdict = createDiagnosisStore(jobs, rack, live, ports.connectDiagnosis, ports.clock);
  const desk = createDeskStore(jobs, rack, ports.now);
  const expected = lazily(ports.connectExpected);
  const charge = lazily(ports.connectCharge);
  const { getState, getInitialState, subscribeCalmly } = jobs;
  return {
    jobs,
    drawn: {
      getState,
      getInitialState,
      subscribe: (listener) => subscribeCalmly(() => listener(getState(), getState())),
    },
    rack,
    live,
    verdict,
    desk,
    expected: expected.api,
    charge: charge.api,
    start: () => {
      jobs.onHandOver(rack.close);
      const ends = [jobs.start(), live.start(), verdict.start(), desk.start()];
      return () => {
        for (const end of ends) end();
        rack.close();
        expected.close();
        charge.close();
      };
    },
  };
}

const SessionContext = createContext<Session | null>(null);

interface SessionProviderProps {
  id: string;
  ports?: SessionPorts;
  children: ReactNode;
}

/** Holds the session of one job for as long as it is open, across its steps. Give it a key by the job. */
export function SessionProvider({ id, ports = browserPorts, children }: SessionProviderProps) {
  const [session] = useState(() => createSession(id, ports));
  useEffect(() => session.start(), [session]);
  return <SessionContext.Provider value={session}>{children}</SessionContext.Provider>;
}

export function useSession(): Session {
  const session = useContext(SessionContext);
  if (session === null) throw new Error("useSession outside of a job");
  return session;
}

/** The state of loading, before the job is there. */
export function useJobState<Key extends keyof JobState>(...keys: Key[]): Pick<JobState, Key> {
  return useParts(useSession().drawn, keys);
}

/** The open job and the acts that change it. */
export function useJob(): Omit<JobState, "job" | "undo"> & { job: Job; undo: (() => void) | null } {
  const state = useOf(useSession().drawn, (whole) => whole);
  return useMemo(() => {
    if (state.job === null) throw new Error("useJob before the job is there");
    return { ...state, job: state.job, undo: state.canUndo ? state.undo : null };
  }, [state]);
}

/** Selects from the open job: rendered again only when the selection has changed. */
export function useJobOf<Value>(select: (job: Job) => Value): Value {
  return useOf(useSession().drawn, ({ job }) => {
    if (job === null) throw new Error("useJobOf before the job is there");
    return select(job);
  });
}

/** The acts that change the job; they never change themselves. */
export function useJobActs(): Pick<JobState, "edit" | "record" | "markDone" | "markStarted" | "markSkipped"> {
  return useSession().jobs.getState();
}

type JobPart =
  | "hookUp"
  | "rest"
  | "baseline"
  | "proof"
  | "shutOff"
  | "recover"
  | "repair"
  | "evacuate"
  | "charge"
  | "prove"
  | "signOff";

/** Changes fields of one part of the job, to values or to what they are made from; the rest of it stays. */
export function useSetPart<Part extends JobPart>(
  part: Part,
): (change: Partial<Job[Part]> | ((now: Job[Part]) => Partial<Job[Part]>)) => void {
  const { edit } = useJobActs();
  return (change) =>
    void edit((stored) => {
      const fields = typeof change === "function" ? change(stored[part]) : change;
      return { ...stored, [part]: { ...stored[part], ...fields } };
    });
}

/** The named parts of the connected instruments, acts among them. */
export function useSimulator<Key extends keyof Simulator>(...keys: Key[]): Pick<Simulator, Key> {
  return useParts(useSession().rack, keys);
}

/** Selects from the instruments. */
export function useSimulatorOf<Value>(select: (rack: Simulator) => Value): Value {
  return useOf(useSession().rack, select);
}

/** The stream as a person follows it; null while nothing streams. Changes with every batch. */
export function useLive(): LiveValues | null {
  return useLiveOf((live) => live);
}

/** Selects from the judged stream. */
export function useLiveOf<Value>(select: (live: LiveValues | null) => Value): Value {
  return useOf(useSession().live, ({ live }: LiveState) => select(live));
}

/** The day as it streams; null while nothing does. */
export function useDay(): StreamDay | null {
  return useOf(useSession().live, ({ day }: LiveState) => day);
}

/** Barometer at the job's altitude, kPa; at sea level while that is not known. */
function barometerOf(job: Job | null): number {
  return atmosphericPressureKpa((job === null ? null : entryValue(fields.altitude, job.altitude)) ?? 0);
}

/** A middling workshop day, where none was measured, degC. */
const USUAL_AMBIENT_C = 25;

/** The air now: as it streams, else as written with the first test, else a middling day's. */
export function useAmbientC(): number {
  const streams = useDay()?.ambientC ?? null;
  const typed = useJobOf((job) => entryValue(fields.ambient, job.baseline.ambient));
  return streams ?? typed ?? USUAL_AMBIENT_C;
}

export function useDiagnosis<Key extends keyof DiagnosisState>(...keys: Key[]): Pick<DiagnosisState, Key> {
  return useParts(useSession().verdict, keys);
}

/** Wording of reasons and readings of this job; null while its refrigerant is not known. */
export function useWording(figures: Figures): Wording | null {
  return useJobOf((job): Wording | null => {
    const refrigerant = workableRefrigerant(job);
    if (refrigerant === null) return null;
    return {
      refrigerant,
      altitudeM: entryValue(fields.altitude, job.altitude) ?? 0,
      figures,
      ...vehicleWording({ ...job.intake, chargeG: labelOf(job).chargeG }),
    };
  });
}

export function useDesk<Key extends keyof Desk>(...keys: Key[]): Pick<Desk, Key> {
  return useParts(useSession().desk, keys);
}
