/** The instruments that are connected to a job, across its steps: the simulated rack, or a log that is played in its place. */
import { createStore, type StoreApi } from "zustand/vanilla";
import type { VacuumState } from "@/core/circuit/time/evacuation";
import type { ChargeValve, Engine, Machine, RackIssue, RackSample } from "@/core/instruments/rack";
import { rackVehicle } from "@/core/instruments/rack-vehicles";
import type { LinePlace } from "@/core/line-places";
import type { LogSample } from "@/core/readings/file/log-import";
import { SourceWatch } from "@/core/readings/stream/source-watch";
import { type TraceEvent, TraceStore } from "@/core/readings/stream/trace-store";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { balanceOf, recoveredOf } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import { engineWords } from "@/words/instruments";
import { newestOnly, OVERTAKEN } from "@/worker/newest";
import type { RackConnection } from "@/worker/rack-client";
import type { RackSetup } from "@/worker/rack-protocol";
import type { LogPlayer } from "./log-player";

export type RackStatus = "off" | "connecting" | "running" | "lost";

export interface Rack {
  status: RackStatus;
  /** What the stream comes from. */
  source: { kind: "rack" } | { kind: "log"; name: string; ended: boolean };
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
  /** Plays a log in place of the rack. */
  connectLog: (name: string, log: readonly LogSample[]) => void;
  disconnect: () => void;
  setEngine: (engine: Engine) => void;
  setPace: (pace: number) => void;
  /** Turns the simulated blower; a real one is turned by hand. */
  setBlower: (blowerPct: number) => void;
  /** Points the simulated spot thermometer, degC; null where there is none. */
  spot: (place: LinePlace) => Promise<number | null>;
  /** There is a spot thermometer to point. */
  canSpot: boolean;
  /** Notes on the trace what has just been done. */
  note: (kind: TraceEvent["kind"], text: string) => void;
  setContainer: (netKg: number | null, hoseSpaceKg: number, warmWater: boolean) => Promise<void>;
  setValve: (valve: ChargeValve, stopAtKg?: number, opening?: number) => Promise<RackIssue | null>;
  tareMachine: () => Promise<void>;
  setMachine: (machine: Machine) => Promise<RackIssue | null>;
}

export interface RackPorts {
  connectRack: (
    setup: RackSetup,
    onSamples: (samples: RackSample[]) => void,
    onLost: (reason: string) => void,
  ) => Promise<RackConnection | null>;
  playLog: (log: readonly LogSample[], onSamples: (batch: RackSample[]) => void, onEnd: () => void) => LogPlayer;
  /** The wall's clock, ms since 1970, and one that only rises, ms. */
  now: () => number;
  clock: () => number;
}

export interface RackStore extends StoreApi<Rack> {
  /** Ends whatever is connected. */
  close: () => void;
}

/** A quarter of an hour at 5 Hz: more than any test of the run-sheet judges at once. */
const KEPT_SAMPLES = 4500;
/** How often a silence is looked for, ms. */
const WATCH_MS = 1000;
/** A fan that goes from one side of this to the other has been switched, %. */
const FAN_ON_PCT = 30;

const nothing = {
  status: "off",
  source: { kind: "rack" },
  reason: null,
  samples: [],
  stalledS: null,
  latest: null,
  engine: "off",
  machine: "off",
  pace: 1,
  settingSince: 0,
  holdSince: null,
  canSpot: false,
} as const satisfies Partial<Rack>;

export function createRackStore(ports: RackPorts): RackStore {
  const watch = new SourceWatch();
  const newest = newestOnly();
  let connection: RackConnection | null = null;
  let player: LogPlayer | null = null;
  let watching: ReturnType<typeof setInterval> | undefined;

  const store = createStore<Rack>((set, get) => {
    const keep = (batch: readonly RackSample[]) => {
      watch.arrived(ports.clock());
      const { trace, latest, samples } = get();
      noteSwitching(trace, batch, latest);
      trace.append(batch);
      set({
        samples: [...samples, ...batch].slice(-KEPT_SAMPLES),
        latest: batch.at(-1) ?? latest,
        stalledS: null,
      });
    };
    const stopWatching = () => clearInterval(watching);
    const startWatching = () => {
      stopWatching();
      watch.restart(ports.clock());
      watching = setInterval(() => {
        const stalledS = watch.stalledS(ports.clock());
        if (stalledS !== get().stalledS) set({ stalledS });
      }, WATCH_MS);
    };
    const disconnect = () => {
      newest.drop();
      stopWatching();
      connection?.close();
      connection = null;
      player?.close();
      player = null;
      set({ ...nothing, pace: get().pace, settingSince: get().settingSince, trace: new TraceStore() });
    };
    const lost = (reason: string) => {
      stopWatching();
      set({ status: "lost", reason });
    };
    return {
      ...nothing,
      trace: new TraceStore(),
      disconnect,
      connect: (vehicleId, job) => {
        disconnect();
        set({ status: "connecting", pace: 1, settingSince: 0 });
        const setup: RackSetup = {
          vehicleId,
          chargeKg: chargeInCircuitKg(job, vehicleId),
          seed: seedOf(job.id),
          vacuum: vacuumOf(job, ports.now()),
          blowerPct: entryValue(fields.blower, job.baseline.blower) ?? 100,
          pace: 1,
        };
        newest
          .settle(async (isNewest) => {
            // A worker that was let go while it was still starting says nothing any more.
            const made = await ports.connectRack(
              setup,
              (batch) => isNewest() && keep(batch),
              (reason) => isNewest() && lost(reason),
            );
            if (!isNewest()) made?.close();
            return made;
          })
          .then(
            (made) => {
              if (made === OVERTAKEN) return;
              connection = made;
              if (made === null) return lost("this job names a simulated vehicle that is not there");
              set({ status: "running", canSpot: true });
              startWatching();
            },
            (error: unknown) => lost(String(error)),
          );
      },
      connectLog: (name, log) => {
        disconnect();
        set({ source: { kind: "log", name, ended: false }, status: "running", pace: 1, settingSince: 0 });
        let before: Engine = "off";
        const receive = (batch: RackSample[]) => {
          // A log says by its engine speed what the person did; without one it is taken to run at idle.
          for (const sample of batch) {
            const now = engineOf(sample.rpm, before);
            if (now === before) continue;
            before = now;
            set({ engine: now, settingSince: sample.time });
          }
          keep(batch);
        };
        startWatching();
        player = ports.playLog(log, receive, () => {
          stopWatching();
          set({ source: { kind: "log", name, ended: true }, stalledS: null });
        });
      },
      setEngine: (engine) => {
        set({ engine, settingSince: get().latest?.time ?? 0 });
        void connection?.api.setEngine(engine);
      },
      setPace: (pace) => {
        set({ pace });
        void connection?.api.setPace(pace);
        player?.setPace(pace);
      },
      setBlower: (blowerPct) => void connection?.api.setBlower(blowerPct),
      spot: async (place) => (await connection?.api.spot(place)) ?? null,
      note: (kind, text) => {
        const { trace, latest } = get();
        if (latest !== null) trace.note({ time: latest.time, kind, text });
      },
      setContainer: async (netKg, hoseSpaceKg, warmWater) =>
        connection?.api.setContainer(netKg, hoseSpaceKg, warmWater),
      setValve: async (valve, stopAtKg = 0, opening = 1) =>
        (await connection?.api.setValve(valve, stopAtKg, opening)) ?? null,
      tareMachine: async () => connection?.api.tareMachine(),
      setMachine: async (machine) => {
        const issue = (await connection?.api.setMachine(machine)) ?? null;
        if (issue === null) {
          const held = get().machine === "pump" && machine === "off";
          set({ machine, holdSince: held ? (get().latest?.time ?? null) : null });
        }
        return issue;
      },
    };
  });
  return Object.assign(store, { close: () => store.getState().disconnect() });
}

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

/** Idle or fast idle by the engine speed of a log. */
function engineOf(rpm: number | null, before: Engine): Engine {
  if (rpm === null) return before === "off" ? "idle" : before;
  return rpm < 200 ? "off" : rpm < 1300 ? "idle" : "fast";
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
