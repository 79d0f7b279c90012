/** The instruments that are connected to a job, across its steps: the simulated rack, or a log that is played in its place. */

import { createStore, type StoreApi } from "zustand/vanilla";
import type { LeakPlace } from "@/core/causes/leak-places";
import type { VacuumState } from "@/core/circuit/time/evacuation";
import type { LineHose } from "@/core/circuit/time/simulation";
import { secondsSince } from "@/core/dates";
import type {
  ChargeValve,
  Engine,
  Machine,
  SimulatorIssue,
  SimulatorSample,
} from "@/core/instruments/instrument-simulator";
import { simulatedVehicle } from "@/core/instruments/simulated-vehicles";
import { readSimulatorState, type SimulatorState } from "@/core/instruments/simulator-state";
import type { LinePlace } from "@/core/line-places";
import type { LogColumns } from "@/core/readings/file/log-columns";
import { SourceWatch } from "@/core/readings/stream/source-watch";
import { type TraceEvent, TraceStore } from "@/core/readings/stream/trace-store";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { balanceOf, recoveredOf } from "@/core/records/job-readings";
import { reasonOf } from "@/core/result";
import { entryValue } from "@/core/units/entry";
import { engineWords } from "@/words/instruments";
import { simulatorStoreText } from "@/words/screens/session";
import { newestOnly, OVERTAKEN } from "@/worker/newest";
import type { SimulatorConnection } from "@/worker/simulator-client";
import type { OnSamples, SimulatorSetup, SimulatorStart } from "@/worker/simulator-protocol";
import type { LogPlayer } from "./log-player";

type SimulatorStatus = "off" | "connecting" | "running" | "lost";

export interface Simulator {
  status: SimulatorStatus;
  /** Source of the stream. */
  source: { kind: "rack" } | { kind: "log"; name: string; ended: boolean };
  /** Why it was lost. */
  reason: string | null;
  /** The newest stretch, for judging; the trace keeps far more. */
  samples: readonly SimulatorSample[];
  trace: TraceStore;
  /** Seconds of the wall clock for which nothing has come although it should; null while it speaks. */
  stalledS: number | null;
  latest: SimulatorSample | null;
  engine: Engine;
  machine: Machine;
  pace: number;
  /** Stream time of the last change of engine speed: older samples say nothing about the present state. */
  settingSince: number;
  /** State of the simulator when connected; null before. */
  standing: SimulatorStart | null;
  /** Stream time at which the pump was shut off; null before. */
  holdSince: number | null;
  connect: (vehicleId: string, job: Job) => void;
  /** Plays a log in place of the rack. */
  connectLog: (name: string, log: LogColumns) => void;
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
  setContainer: (
    put: { id: string; netKg: number } | null,
    hose: LineHose | null,
    warmWater: boolean,
  ) => Promise<SimulatorIssue | null>;
  setValve: (valve: ChargeValve, stopAtKg?: number, opening?: number) => Promise<SimulatorIssue | null>;
  pressurise: (gaugeKpa: number, limitKpa: number) => Promise<SimulatorIssue | null>;
  /** Tells the simulated vehicle that it has been repaired at these places. */
  closeLeaks: (places: readonly LeakPlace[]) => Promise<SimulatorIssue | null>;
  releaseTestGas: () => Promise<SimulatorIssue | null>;
  /** Holds the simulated leak detector at a place, g a year; 0 where it stays quiet, null where there is none. */
  sniff: (place: LeakPlace) => Promise<number | null>;
  tareMachine: () => Promise<SimulatorIssue | null>;
  setMachine: (machine: Machine) => Promise<SimulatorIssue | null>;
}

export interface SimulatorPorts {
  connectRack: (
    setup: SimulatorSetup,
    onSamples: OnSamples,
    onLost: (reason: string) => void,
  ) => Promise<SimulatorConnection | null>;
  playLog: (log: LogColumns, onSamples: (batch: SimulatorSample[]) => void, onEnd: () => void) => LogPlayer;
  /** The rack of this job as it was left, unchecked, and where it is kept. */
  loadRack: () => Promise<unknown>;
  keepRack: (state: SimulatorState) => void;
  /** The wall's clock, ms since 1970, and one that only rises, ms. */
  now: () => number;
  clock: () => number;
}

const NO_ANSWER = Symbol(simulatorStoreText.theSimulatorHasNotResponded);

type Remote = SimulatorConnection["api"];

export interface SimulatorStore extends StoreApi<Simulator> {
  /** Ends whatever is connected. */
  close: () => void;
}

/** A quarter of an hour at 5 Hz: more than any test of the run-sheet judges at once. */
const KEPT_SAMPLES = 4500;
/** Interval of the silence check, ms. */
const WATCH_MS = 1000;
/** A rack that has not answered an act for this long is gone, ms. */
const ANSWER_MS = 5000;
/** Patience with the simulator while a valve is open, ms. */
const OPEN_DRAW_ANSWER_MS = 1500;
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
  standing: null,
  canSpot: false,
} as const satisfies Partial<Simulator>;

export function createSimulatorStore(ports: SimulatorPorts): SimulatorStore {
  const watch = new SourceWatch();
  const newest = newestOnly();
  let connection: SimulatorConnection | null = null;
  let player: LogPlayer | null = null;
  let watching: ReturnType<typeof setInterval> | undefined;
  /** Set while it is still being connected. */
  let engineAsked: Engine | null = null;

  const store = createStore<Simulator>((set, get) => {
    const keep = (batch: readonly SimulatorSample[]) => {
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
        // An open valve waits for nobody: whether the simulator still lives is asked, not waited for.
        const { latest, pace } = get();
        if (stalledS !== null && latest !== null && latest.valve !== "shut")
          void ask((api) => api.setPace(pace), OPEN_DRAW_ANSWER_MS);
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
      newest.drop();
      stopWatching();
      connection?.close();
      connection = null;
      set({ status: "lost", reason, stalledS: null });
    };
    /** Waits for the simulator's answer; an act without answer has not happened, and the simulator counts as lost. */
    const ask = async <Answer>(
      act: (api: Remote) => Promise<Answer>,
      withinMs = ANSWER_MS,
    ): Promise<Answer | typeof NO_ANSWER> => {
      const asked = connection;
      if (asked === null) return NO_ANSWER;
      let patience: ReturnType<typeof setTimeout> | undefined;
      const silence = new Promise<typeof NO_ANSWER>((resolve) => {
        patience = setTimeout(() => resolve(NO_ANSWER), withinMs);
      });
      const answer = await Promise.race([act(asked.api), silence]).catch((): typeof NO_ANSWER => NO_ANSWER);
      clearTimeout(patience);
      if (answer === NO_ANSWER && connection === asked) lost(simulatorStoreText.itDoesNotRespond);
      return answer;
    };
    /** Act that may be refused. */
    const refusable = async (act: (api: Remote) => Promise<SimulatorIssue | null>): Promise<SimulatorIssue | null> => {
      const answer = await ask(act);
      return answer === NO_ANSWER ? { code: "no-answer" } : answer;
    };
    const silent = async (act: (api: Remote) => Promise<void>): Promise<SimulatorIssue | null> =>
      (await ask(act)) === NO_ANSWER ? { code: "no-answer" } : null;
    return {
      ...nothing,
      trace: new TraceStore(),
      disconnect,
      connect: (vehicleId, job) => {
        disconnect();
        engineAsked = null;
        set({ status: "connecting", pace: 1, settingSince: 0 });
        const setup: Omit<SimulatorSetup, "resume"> = {
          vehicleId,
          chargeKg: chargeInCircuitKg(job, vehicleId),
          seed: seedOf(job.id),
          vacuum: vacuumOf(job, ports.now()),
          blowerPct: entryValue(fields.blower, job.baseline.blower) ?? 100,
          pace: 1,
        };
        newest
          .settle(async (isNewest) => {
            // A store that gives nothing is no reason not to begin.
            const kept = readSimulatorState(await ports.loadRack().catch(() => null), vehicleId);
            const resume =
              kept === null ? null : { state: kept, agoS: kept.circuit.vacuum ? agoS(job, ports.now()) : 0 };
            // A worker that was let go while it was still starting says nothing any more.
            const made = await ports.connectRack(
              { ...setup, resume },
              (batch, state) => {
                if (!isNewest()) return;
                ports.keepRack(state);
                keep(batch);
              },
              (reason) => isNewest() && lost(reason),
            );
            if (!isNewest()) made?.close();
            return made;
          })
          .then(
            (made) => {
              if (made === OVERTAKEN) return;
              connection = made;
              if (made === null) return lost(simulatorStoreText.thisJobNamesAMissing);
              const { standing } = made;
              const engine = engineAsked ?? standing.engine;
              set({ status: "running", canSpot: true, standing, engine, machine: standing.machine });
              if (engine !== standing.engine) void ask((api) => api.setEngine(engine));
              startWatching();
            },
            (error: unknown) => lost(reasonOf(error)),
          );
      },
      connectLog: (name, log) => {
        disconnect();
        set({ source: { kind: "log", name, ended: false }, status: "running", pace: 1, settingSince: 0 });
        let before: Engine = "off";
        const receive = (batch: SimulatorSample[]) => {
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
        if (get().status === "lost") return;
        set({ engine, settingSince: get().latest?.time ?? 0 });
        if (connection === null) engineAsked = engine;
        else void ask((api) => api.setEngine(engine));
      },
      setPace: (pace) => {
        set({ pace });
        if (connection !== null) void ask((api) => api.setPace(pace));
        player?.setPace(pace);
      },
      setBlower: (blowerPct) => {
        if (connection !== null) void ask((api) => api.setBlower(blowerPct));
      },
      spot: async (place) => {
        const shown = await ask((api) => api.spot(place));
        return shown === NO_ANSWER ? null : shown;
      },
      note: (kind, text) => {
        const { trace, latest } = get();
        if (latest !== null) trace.note({ time: latest.time, kind, text });
      },
      setContainer: (put, hose, warmWater) => silent((api) => api.setContainer(put, hose, warmWater)),
      setValve: (valve, stopAtKg = 0, opening = 1) => refusable((api) => api.setValve(valve, stopAtKg, opening)),
      pressurise: (gaugeKpa, limitKpa) => refusable((api) => api.pressurise(gaugeKpa, limitKpa)),
      closeLeaks: (places) => silent((api) => api.closeLeaks(places)),
      releaseTestGas: () => silent((api) => api.releaseTestGas()),
      sniff: async (place) => {
        const shown = await ask((api) => api.sniff(place));
        return shown === NO_ANSWER ? null : shown;
      },
      tareMachine: () => silent((api) => api.tareMachine()),
      setMachine: async (machine) => {
        const issue = await refusable((api) => api.setMachine(machine));
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
function noteSwitching(trace: TraceStore, fresh: readonly SimulatorSample[], last: SimulatorSample | null): void {
  let before = last;
  for (const sample of fresh) {
    const engine = engineOf(sample.rpm, "off");
    if (before === null ? engine !== "off" : engine !== engineOf(before.rpm, "off")) {
      trace.note({ time: sample.time, kind: "engine", text: engineWords[engine] });
    }
    if (before !== null && engine !== "off" && engineOf(before.rpm, "off") !== "off") {
      const fan = (sample.fanPct ?? 0) > FAN_ON_PCT;
      if (sample.fanPct !== null && before.fanPct !== null && fan !== before.fanPct > FAN_ON_PCT) {
        trace.note({
          time: sample.time,
          kind: "fan",
          text: fan ? simulatorStoreText.fanOn : simulatorStoreText.fanOff,
        });
      }
      if (sample.clutchIn !== null && before.clutchIn !== null && sample.clutchIn !== before.clutchIn) {
        trace.note({
          time: sample.time,
          kind: "clutch",
          text: sample.clutchIn ? simulatorStoreText.clutchEngaged : simulatorStoreText.clutchDisengaged,
        });
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
  return { state: simulated, agoS: secondsSince(seenAt, now) };
}

/** Since vacuum or pressure test was seen last, s. */
function agoS({ evacuate, leak }: Job, now: number): number {
  const seen = [evacuate.seenAt, leak.test.seenAt].filter((at) => at !== null);
  return secondsSince(seen.sort().at(-1) ?? null, now);
}

/** After recovery the circuit holds what was charged; before it, what the vehicle came in with. */
function chargeInCircuitKg(job: Job, vehicleId: string): number {
  const recovered = recoveredOf(job);
  if (job.correction !== null) {
    const balance = balanceOf(job);
    const changed = balance?.ok ? balance.value.inVehicleG - job.correction.startG : 0;
    return Math.max(0, (simulatedVehicle(vehicleId)?.foundKg ?? 0) + changed / 1000);
  }
  if (recovered.ok && recovered.value !== null) {
    const balance = balanceOf(job);
    return balance?.ok ? balance.value.inVehicleG / 1000 : 0;
  }
  return simulatedVehicle(vehicleId)?.foundKg ?? 0;
}

/** A reopened job meets the same instruments again. */
function seedOf(id: string): number {
  let hash = 2166136261;
  for (const character of id) hash = Math.imul(hash ^ character.charCodeAt(0), 16777619);
  return hash >>> 0;
}
