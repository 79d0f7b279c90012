"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import type { VacuumState } from "@/core/circuit/evacuation";
import type { ChargeValve, Engine, Machine, RackIssue, RackSample } from "@/core/instruments/rack";
import { rackVehicle } from "@/core/instruments/rack-vehicles";
import type { LinePlace } from "@/core/line-places";
import { type ChannelHealth, channelHealth } from "@/core/readings/channel-health";
import { type StreamChannel, steadyLimits } from "@/core/readings/channels";
import type { LogSample } from "@/core/readings/log-import";
import { SourceWatch } from "@/core/readings/source-watch";
import { type StreamState, streamState } from "@/core/readings/stream-state";
import { type TraceEvent, TraceStore } from "@/core/readings/trace-store";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { balanceOf, recoveredOf } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import { connectRack, type RackConnection } from "@/worker/rack-client";
import { type LogPlayer, playLog } from "./log-player";

export type RackStatus = "off" | "connecting" | "running" | "lost";

export interface Rack {
  status: RackStatus;
  /** What the stream comes from. */
  source: { kind: "rack" } | { kind: "log"; name: string; ended: boolean };
  /** Plays a log in place of the rack. */
  connectLog: (name: string, log: readonly LogSample[]) => void;
  /** Why it was lost. */
  reason: string | null;
  /** The newest stretch, for judging; the trace keeps far more. */
  samples: readonly RackSample[];
  trace: TraceStore;
  /** Seconds of the wall clock for which nothing has come although it should; null while it speaks. */
  stalledS: number | null;
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
  /** Turns the simulated blower; a real one is turned by hand. */
  setBlower: (blowerPct: number) => void;
  /** Points the simulated spot thermometer; null where there is none. */
  spot: ((place: LinePlace) => Promise<number | null>) | null;
  /** Notes on the trace what has just been done. */
  note: (kind: TraceEvent["kind"], text: string) => void;
  setContainer: (netKg: number | null, hoseSpaceKg: number, warmWater: boolean) => Promise<void>;
  setValve: (valve: ChargeValve, stopAtKg?: number, opening?: number) => Promise<RackIssue | null>;
  tareMachine: () => Promise<void>;
  setMachine: (machine: Machine) => Promise<RackIssue | null>;
}

const RackContext = createContext<Rack | null>(null);

/** A quarter of an hour at 5 Hz: more than any test of the run-sheet judges at once. */
const KEPT_SAMPLES = 4500;
/** How often a silence is looked for, ms. */
const WATCH_MS = 1000;
/** A fan that goes from one side of this to the other has been switched, %. */
const FAN_ON_PCT = 30;

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
  const [trace, setTrace] = useState(() => new TraceStore());
  const [stalledS, setStalledS] = useState<number | null>(null);
  const watch = useRef(new SourceWatch());
  const stream = useRef<{ trace: TraceStore; last: RackSample | null }>({ trace, last: null });
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
    stream.current = { trace: new TraceStore(), last: null };
    setTrace(stream.current.trace);
    setStalledS(null);
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

  const keep = useCallback((batch: readonly RackSample[]) => {
    watch.current.arrived(performance.now());
    setStalledS(null);
    const { trace: into, last } = stream.current;
    noteSwitching(into, batch, last);
    into.append(batch);
    stream.current.last = batch.at(-1) ?? last;
    setSamples((kept) => [...kept, ...batch].slice(-KEPT_SAMPLES));
  }, []);

  const ended = source.kind === "log" && source.ended;
  useEffect(() => {
    if (status !== "running" || ended) return;
    watch.current.restart(performance.now());
    const timer = setInterval(() => setStalledS(watch.current.stalledS(performance.now())), WATCH_MS);
    return () => clearInterval(timer);
  }, [status, ended]);

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
      const setup = {
        vehicleId,
        chargeKg: chargeInCircuitKg(job, vehicleId),
        seed: seedOf(job.id),
        vacuum: vacuumOf(job, Date.now()),
        blowerPct: entryValue(fields.blower, job.baseline.blower) ?? 100,
        pace: 1,
      };
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
      trace,
      stalledS,
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
      setBlower: (blowerPct) => void connection.current?.api.setBlower(blowerPct),
      spot:
        source.kind === "rack" && status === "running"
          ? async (place) => (await connection.current?.api.spot(place)) ?? null
          : null,
      note: (kind, text) => {
        const time = samples.at(-1)?.time;
        if (time !== undefined) trace.note({ time, kind, text });
      },
      setContainer: async (netKg, hoseSpaceKg, warmWater) =>
        connection.current?.api.setContainer(netKg, hoseSpaceKg, warmWater),
      setValve: async (valve, stopAtKg = 0, opening = 1) =>
        (await connection.current?.api.setValve(valve, stopAtKg, opening)) ?? null,
      tareMachine: async () => connection.current?.api.tareMachine(),
      setMachine: async (next) => {
        const issue = (await connection.current?.api.setMachine(next)) ?? null;
        if (issue === null) {
          setHoldSince(machine === "pump" && next === "off" ? (samples.at(-1)?.time ?? null) : null);
          setMachineState(next);
        }
        return issue;
      },
    }),
    [
      status,
      source,
      reason,
      samples,
      trace,
      stalledS,
      engine,
      machine,
      pace,
      settingSince,
      holdSince,
      connect,
      connectLog,
      disconnect,
    ],
  );
  return <RackContext.Provider value={rack}>{children}</RackContext.Provider>;
}

export function useRack(): Rack {
  const rack = useContext(RackContext);
  if (rack === null) throw new Error("useRack outside of a job");
  return rack;
}

const engineWords: Record<Engine, string> = { off: "engine off", idle: "idle", fast: "fast idle" };

/** Notes what the samples themselves tell of switching: engine, fan, clutch. */
function noteSwitching(trace: TraceStore, fresh: readonly RackSample[], last: RackSample | null): void {
  let before = last;
  for (const sample of fresh) {
    const engine = engineOf(sample.rpm, "off");
    if (before === null ? engine !== "off" : engine !== engineOf(before.rpm, "off")) {
      trace.note({ time: sample.time, kind: "engine", text: engineWords[engine] });
    }
    if (before !== null && engine !== "off" && engineOf(before.rpm, "off") !== "off") {
      const fan = (sample.fanPct ?? 0) > FAN_ON_PCT;
      if (sample.fanPct !== null && before.fanPct !== null && fan !== before.fanPct > FAN_ON_PCT) {
        trace.note({ time: sample.time, kind: "fan", text: fan ? "fan on" : "fan off" });
      }
      if (sample.clutchIn !== null && before.clutchIn !== null && sample.clutchIn !== before.clutchIn) {
        trace.note({ time: sample.time, kind: "clutch", text: sample.clutchIn ? "clutch in" : "clutch out" });
      }
    }
    before = sample;
  }
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

/** A vacuum that was left standing goes on as long as nobody has charged; null otherwise. */
function vacuumOf(job: Job, now: number): { state: VacuumState; agoS: number } | null {
  const { simulated, seenAt } = job.evacuate;
  const balance = balanceOf(job);
  if (simulated === null || seenAt === null || (balance?.ok && balance.value.drawnG > 0)) return null;
  return { state: simulated, agoS: Math.max(0, (now - Date.parse(seenAt)) / 1000) };
}

/** After recovery the circuit holds what was charged; before it, what the vehicle came in with. */
function chargeInCircuitKg(job: Job, vehicleId: string): number {
  const recovered = recoveredOf(job);
  if (job.correction !== null) {
    const balance = balanceOf(job);
    const changed = balance?.ok ? balance.value.inVehicleG - job.correction.startG : 0;
    return Math.max(0, (rackVehicle(vehicleId)?.foundKg ?? 0) + changed / 1000);
  }
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
