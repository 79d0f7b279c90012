"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import type { ChargeValve, Engine, Machine, RackIssue, RackSample } from "@/core/instruments/rack";
import { rackVehicle } from "@/core/instruments/rack-vehicles";
import { type ChannelHealth, channelHealth } from "@/core/readings/channel-health";
import { type StreamChannel, steadyLimits } from "@/core/readings/channels";
import type { LogSample } from "@/core/readings/log-import";
import { type StreamState, streamState } from "@/core/readings/stream-state";
import type { Job } from "@/core/records/job";
import { balanceOf, recoveredOf } from "@/core/records/job-readings";
import { connectRack, type RackConnection } from "@/worker/rack-client";
import { type LogPlayer, playLog } from "./log-player";

export type RackStatus = "off" | "connecting" | "running" | "lost";

interface Rack {
  status: RackStatus;
  /** What the stream comes from. */
  source: { kind: "rack" } | { kind: "log"; name: string; ended: boolean };
  /** Plays a log in place of the rack. */
  connectLog: (name: string, log: readonly LogSample[]) => void;
  /** Why it was lost. */
  reason: string | null;
  samples: readonly RackSample[];
  latest: RackSample | null;
  engine: Engine;
  machine: Machine;
  pace: number;
  /** Stream time of the last change of engine speed: older samples say nothing about the present state. */
  settingSince: number;
  /** Stream time at which the pump was shut off; null before. */
  holdSince: number | null;
  connect: (vehicleId: string, job: Job) => void;
  disconnect: () => void;
  setEngine: (engine: Engine) => void;
  setPace: (pace: number) => void;
  setContainer: (netKg: number | null, hoseSpaceKg: number) => Promise<void>;
  setValve: (valve: ChargeValve, stopAtKg?: number) => Promise<RackIssue | null>;
  setMachine: (machine: Machine) => Promise<RackIssue | null>;
}

const RackContext = createContext<Rack | null>(null);

/** Twenty minutes of samples: more than any test of the run-sheet needs at once. */
const KEPT_SAMPLES = 2400;

/** Holds the connection for as long as the job is open, across its steps. */
export function RackProvider({ children }: { children: ReactNode }) {
  const [status, setStatus] = useState<RackStatus>("off");
  const [reason, setReason] = useState<string | null>(null);
  const [samples, setSamples] = useState<readonly RackSample[]>([]);
  const [engine, setEngineState] = useState<Engine>("off");
  const [machine, setMachineState] = useState<Machine>("off");
  const [pace, setPaceState] = useState(1);
  const [settingSince, setSettingSince] = useState(0);
  const [holdSince, setHoldSince] = useState<number | null>(null);
  const [source, setSource] = useState<Rack["source"]>({ kind: "rack" });
  const player = useRef<LogPlayer | null>(null);
  const connection = useRef<RackConnection | null>(null);

  const disconnect = useCallback(() => {
    connection.current?.close();
    connection.current = null;
    player.current?.close();
    player.current = null;
    setSource({ kind: "rack" });
    setStatus("off");
    setSamples([]);
    setEngineState("off");
    setMachineState("off");
  }, []);

  useEffect(
    () => () => {
      connection.current?.close();
      player.current?.close();
    },
    [],
  );

  const keep = useCallback(
    (batch: readonly RackSample[]) => setSamples((kept) => [...kept, ...batch].slice(-KEPT_SAMPLES)),
    [],
  );

  const connectLog = useCallback(
    (name: string, log: readonly LogSample[]) => {
      disconnect();
      setSource({ kind: "log", name, ended: false });
      setStatus("running");
      setPaceState(1);
      setSettingSince(0);
      let before: Engine = "off";
      const receive = (batch: RackSample[]) => {
        // A log says by its engine speed what the person did; without one it is taken to run at idle.
        for (const sample of batch) {
          const now = engineOf(sample.rpm, before);
          if (now === before) continue;
          before = now;
          setEngineState(now);
          setSettingSince(sample.time);
        }
        keep(batch);
      };
      const ended = () => setSource({ kind: "log", name, ended: true });
      player.current = playLog(log, receive, ended);
    },
    [disconnect, keep],
  );

  const connect = useCallback(
    (vehicleId: string, job: Job) => {
      disconnect();
      setStatus("connecting");
      const lost = (why: string) => {
        setStatus("lost");
        setReason(why);
      };
      const setup = { vehicleId, chargeKg: chargeInCircuitKg(job, vehicleId), seed: seedOf(job.id), pace: 1 };
      setPaceState(1);
      setSettingSince(0);
      connectRack(setup, keep, lost).then(
        (made) => {
          connection.current = made;
          if (made) setStatus("running");
          else lost("this job names a simulated vehicle that is not there");
        },
        (error: unknown) => lost(String(error)),
      );
    },
    [disconnect, keep],
  );

  const rack = useMemo<Rack>(
    () => ({
      status,
      source,
      reason,
      samples,
      latest: samples.at(-1) ?? null,
      engine,
      machine,
      pace,
      settingSince,
      holdSince,
      connect,
      connectLog,
      disconnect,
      setEngine: (next) => {
        setEngineState(next);
        setSettingSince(samples.at(-1)?.time ?? 0);
        void connection.current?.api.setEngine(next);
      },
      setPace: (next) => {
        setPaceState(next);
        void connection.current?.api.setPace(next);
        player.current?.setPace(next);
      },
      setContainer: async (netKg, hoseSpaceKg) => connection.current?.api.setContainer(netKg, hoseSpaceKg),
      setValve: async (valve, stopAtKg = 0) => (await connection.current?.api.setValve(valve, stopAtKg)) ?? null,
      setMachine: async (next) => {
        const issue = (await connection.current?.api.setMachine(next)) ?? null;
        if (issue === null) {
          setHoldSince(machine === "pump" && next === "off" ? (samples.at(-1)?.time ?? null) : null);
          setMachineState(next);
        }
        return issue;
      },
    }),
    [status, source, reason, samples, engine, machine, pace, settingSince, holdSince, connect, connectLog, disconnect],
  );
  return <RackContext.Provider value={rack}>{children}</RackContext.Provider>;
}

export function useRack(): Rack {
  const rack = useContext(RackContext);
  if (rack === null) throw new Error("useRack outside of a job");
  return rack;
}

/** State of one channel at the end of the stream, judged from what came after `since`. */
export function stateOf(samples: readonly RackSample[], channel: StreamChannel, since: number): StreamState {
  return streamState(seriesOf(samples.slice(-STATE_SAMPLES), channel, since), steadyLimits[channel]);
}

/** The longest window the judgement looks at, at 5 Hz. */
const STATE_SAMPLES = 750;

/** A channel's readings after `since`; gaps are left out. */
export function seriesOf(
  samples: readonly RackSample[],
  channel: StreamChannel,
  since: number,
): { time: number; value: number }[] {
  return samples.flatMap((sample) => {
    const value = sample[channel];
    return value === null || sample.time <= since ? [] : [{ time: sample.time, value }];
  });
}

/** What the instruments can read at all; beyond it a reading is a fault of the instrument. */
const readable: Record<StreamChannel, { min: number; max: number }> = {
  low: { min: -103, max: 2500 },
  high: { min: -103, max: 4200 },
  vent: { min: -30, max: 90 },
  suction: { min: -45, max: 130 },
  liquid: { min: -45, max: 130 },
  ambient: { min: -35, max: 65 },
};

export function healthOf(samples: readonly RackSample[], channel: StreamChannel): ChannelHealth {
  const recent = samples.slice(-120).map((sample) => ({ time: sample.time, value: sample[channel] }));
  // Gauges tremble while anything lives; probes may stand still on a tenth of a degree.
  return channelHealth(recent, readable[channel], channel === "low" || channel === "high");
}

/** Idle or fast idle by the engine speed of a log. */
function engineOf(rpm: number | null, before: Engine): Engine {
  if (rpm === null) return before === "off" ? "idle" : before;
  return rpm < 200 ? "off" : rpm < 1300 ? "idle" : "fast";
}

/** Mean over the last `seconds` of the stream; null without samples. */
export function recentMean(samples: readonly RackSample[], channel: StreamChannel, seconds: number): number | null {
  const end = samples.at(-1)?.time;
  if (end === undefined) return null;
  let sum = 0;
  let count = 0;
  for (let i = samples.length - 1; i >= 0 && samples[i]!.time > end - seconds; i--) {
    const value = samples[i]![channel];
    if (value === null) continue;
    sum += value;
    count++;
  }
  return count === 0 ? null : sum / count;
}

/** After recovery the circuit holds what was charged; before it, what the vehicle came in with. */
function chargeInCircuitKg(job: Job, vehicleId: string): number {
  const recovered = recoveredOf(job);
  if (recovered.ok && recovered.value !== null) {
    const balance = balanceOf(job);
    return balance?.ok ? balance.value.inVehicleG / 1000 : 0;
  }
  return rackVehicle(vehicleId)?.foundKg ?? 0;
}

/** The same job meets the same instruments again. */
function seedOf(id: string): number {
  let hash = 2166136261;
  for (const character of id) hash = Math.imul(hash ^ character.charCodeAt(0), 16777619);
  return hash >>> 0;
}
