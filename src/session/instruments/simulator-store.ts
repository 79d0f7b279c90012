/** The instruments that are connected to a job, across its steps: the simulated rack, or a log that is played in its place. */

import { createStore, type StoreApi } from "zustand/vanilla";
import type { LeakPlace } from "@/core/causes/leak-places";
import type { LineHose } from "@/core/circuit/time/simulation";
import type {
  ChargeValve,
  Engine,
  Machine,
  SimulatorIssue,
  SimulatorSample,
} from "@/core/instruments/instrument-simulator";
import type { SimulatorState } from "@/core/instruments/simulator-state";
import type { LinePlace } from "@/core/line-places";
import type { LogColumns } from "@/core/readings/file/log-columns";
import type { Assignment } from "@/core/readings/live/live-decoder";
import { SourceWatch } from "@/core/readings/stream/source-watch";
import { type TraceEvent, TraceStore } from "@/core/readings/stream/trace-store";
import type { Job } from "@/core/records/job";
import { liveMarkWords } from "@/words/live-sources";
import type { SimulatorConnection } from "@/worker/simulator-client";
import type { OnSamples, SimulatorSetup, SimulatorStart } from "@/worker/simulator-protocol";
import { assignmentOf } from "./live-memory";
import { type LiveSourceStanding, LiveSources, type OpenPort } from "./live-sources";
import type { LogPlayer } from "./log-player";
import { simulatorSetup } from "./simulator-setup";
import { engineFollower, noteSwitching } from "./switching";
import { NO_ANSWER, type VehicleLink, vehicleLink } from "./vehicle-link";

type SimulatorStatus = "off" | "connecting" | "running" | "lost";

export interface Simulator {
  status: SimulatorStatus;
  /** Source of the stream. */
  source: { kind: "rack" } | { kind: "log"; name: string; ended: boolean } | { kind: "live" };
  /** Live sources, as they stand; empty where none is connected. */
  sources: readonly LiveSourceStanding[];
  /** Valve that the hand at a real vehicle has open, as it was told here. */
  handValve: ChargeValve;
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
  /** Adds a live source; what was connected before, a rack or a log, is left. */
  connectLive: (name: string, open: OpenPort) => void;
  assignLive: (id: number, assignment: Assignment) => void;
  dropLive: (id: number) => void;
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
  /** Barometer at the job's altitude, kPa. */
  atmosphereKpa: () => number;
  /** The rack of this job as it was left, unchecked, and where it is kept. */
  loadRack: () => Promise<unknown>;
  keepRack: (state: SimulatorState) => void;
  /** The wall's clock, ms since 1970, and one that only rises, ms. */
  now: () => number;
  clock: () => number;
}

export interface SimulatorStore extends StoreApi<Simulator> {
  /** Ends whatever is connected. */
  close: () => void;
}

/** A quarter of an hour at 5 Hz: more than any test of the run-sheet judges at once. */
const KEPT_SAMPLES = 4500;
/** Interval of the silence check, ms. */
const WATCH_MS = 1000;
/** Patience with the simulator while a valve is open, ms. */
const OPEN_DRAW_ANSWER_MS = 1500;

const nothing = {
  status: "off",
  source: { kind: "rack" },
  sources: [],
  handValve: "shut",
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
  const store = createStore<Simulator>((set, get) => {
    const trace = new TraceStore();
    const watch = silenceWatch(ports.clock, (stalledS) => {
      if (stalledS !== get().stalledS) set({ stalledS });
      // An open valve waits for nobody: whether the simulator still lives is asked, not waited for.
      const { latest, pace } = get();
      if (stalledS !== null && latest !== null && latest.valve !== "shut")
        void link.ask((api) => api.setPace(pace), OPEN_DRAW_ANSWER_MS);
    });
    const link = vehicleLink((reason) => {
      watch.stop();
      set({ status: "lost", reason, stalledS: null });
    });
    return { ...nothing, trace, ...sourceActs({ ports, link, watch, set, get }), ...vehicleActs(link, set, get) };
  });
  return Object.assign(store, { close: () => store.getState().disconnect() });
}

type SetSimulator = StoreApi<Simulator>["setState"];
type GetSimulator = StoreApi<Simulator>["getState"];

interface Sources {
  ports: SimulatorPorts;
  link: VehicleLink;
  watch: ReturnType<typeof silenceWatch>;
  set: SetSimulator;
  get: GetSimulator;
}

/** Connecting and leaving a source, and what is asked of it whichever it is. */
function sourceActs({ ports, link, watch, set, get }: Sources) {
  let player: LogPlayer | null = null;
  let sources: LiveSources | null = null;
  /** Set while it is still being connected. */
  let engineAsked: Engine | null = null;
  const { keep, keepByHand } = keepers(watch, set, get);
  const disconnect = () => {
    link.close();
    watch.stop();
    player?.close();
    player = null;
    sources?.close();
    sources = null;
    set({ ...nothing, pace: get().pace, settingSince: get().settingSince, trace: new TraceStore() });
  };
  return {
    disconnect,
    connect: (vehicleId, job) => {
      disconnect();
      engineAsked = null;
      set({ status: "connecting", pace: 1, settingSince: 0 });
      link.open(
        (isNewest) => connectRack(ports, { vehicleId, job }, keep, { isNewest, fail: link.fail }),
        ({ standing }) => {
          const engine = engineAsked ?? standing.engine;
          set({ status: "running", canSpot: true, standing, engine, machine: standing.machine });
          if (engine !== standing.engine) void link.ask((api) => api.setEngine(engine));
          watch.start();
        },
      );
    },
    connectLog: (name, log) => {
      disconnect();
      set({ source: { kind: "log", name, ended: false }, status: "running", pace: 1, settingSince: 0 });
      const followEngine = engineFollower((engine, time) => set({ engine, settingSince: time }));
      watch.start();
      player = ports.playLog(
        log,
        (batch) => {
          followEngine(batch);
          keepByHand(batch);
        },
        () => {
          watch.stop();
          set({ source: { kind: "log", name, ended: true }, stalledS: null });
        },
      );
    },
    connectLive: (name, open) => {
      if (sources === null) {
        disconnect();
        set({ source: { kind: "live" }, status: "running", pace: 1, settingSince: 0 });
        sources = liveSources(ports, keepByHand, set, get);
        watch.start();
      }
      void sources.open(name, open);
    },
    assignLive: (id, assignment) => sources?.assign(id, assignment),
    dropLive: (id) => {
      sources?.drop(id);
      if (get().sources.length === 0) disconnect();
    },
    setEngine: (engine) => {
      if (get().status === "lost") return;
      set({ engine, settingSince: get().latest?.time ?? 0 });
      if (!link.isOpen()) engineAsked = engine;
      else void link.ask((api) => api.setEngine(engine));
    },
    setPace: (pace) => {
      set({ pace });
      if (link.isOpen()) void link.ask((api) => api.setPace(pace));
      player?.setPace(pace);
    },
  } satisfies Partial<Simulator>;
}

/** Appending what has come: to the trace, and to the samples that are judged. */
function keepers(watch: Sources["watch"], set: SetSimulator, get: GetSimulator) {
  const keep: Keep = (batch) => {
    watch.arrived();
    const { trace, latest, samples } = get();
    // An instrument that measures no engine speed says nothing of the engine.
    if (get().source.kind !== "live") noteSwitching(trace, batch, latest);
    trace.append(batch);
    set({
      samples: [...samples, ...batch].slice(-KEPT_SAMPLES),
      latest: batch.at(-1) ?? latest,
      stalledS: null,
    });
  };
  /** Valve and machine are as a person says. */
  const keepByHand: Keep = (batch) => {
    const { handValve, machine } = get();
    keep(batch.map((sample) => ({ ...sample, valve: handValve, machine })));
  };
  return { keep, keepByHand };
}

/** Valves and machines of such a source are worked by a person, who says so on the screen. */
export const worksByHand = ({ kind }: Pick<Simulator["source"], "kind">): boolean => kind !== "rack";

type Keep = (batch: readonly SimulatorSample[]) => void;

/** The simulated vehicle of a job, as it was left; a worker let go while it was still starting says nothing any more. */
async function connectRack(
  ports: SimulatorPorts,
  { vehicleId, job }: { vehicleId: string; job: Job },
  keep: Keep,
  { isNewest, fail }: { isNewest: () => boolean; fail: (reason: string) => void },
): Promise<SimulatorConnection | null> {
  // A store that gives nothing is no reason not to begin.
  const kept = await ports.loadRack().catch(() => null);
  return ports.connectRack(
    simulatorSetup(vehicleId, job, kept, ports.now()),
    (batch, state) => {
      if (!isNewest()) return;
      ports.keepRack(state);
      keep(batch);
    },
    (reason) => {
      if (isNewest()) fail(reason);
    },
  );
}

function liveSources(ports: SimulatorPorts, keep: Keep, set: SetSimulator, get: GetSimulator): LiveSources {
  return new LiveSources({
    clock: ports.clock,
    atmosphereKpa: ports.atmosphereKpa,
    recall: assignmentOf,
    onStandings: (standings) => set({ sources: standings }),
    onSample: (sample) => keep([sample]),
    onMark: (kind, from) => {
      const { trace, latest } = get();
      if (latest !== null) trace.note({ time: latest.time, kind: "mark", text: liveMarkWords(kind, from) });
    },
  });
}

/** What is done to the simulated vehicle and read off it. */
function vehicleActs(link: VehicleLink, set: SetSimulator, get: GetSimulator) {
  // At a real vehicle a hand does it: it is believed.
  const byHand = () => worksByHand(get().source);
  return {
    setBlower: (blowerPct) => {
      if (link.isOpen()) void link.ask((api) => api.setBlower(blowerPct));
    },
    spot: async (place) => {
      const shown = await link.ask((api) => api.spot(place));
      return shown === NO_ANSWER ? null : shown;
    },
    note: (kind, text) => {
      const { trace, latest } = get();
      if (latest !== null) trace.note({ time: latest.time, kind, text });
    },
    setContainer: async (put, hose, warmWater) =>
      byHand() ? null : link.certain((api) => api.setContainer(put, hose, warmWater)),
    setValve: async (valve, stopAtKg = 0, opening = 1) => {
      if (byHand()) {
        set({ handValve: valve });
        return null;
      }
      return link.refusable((api) => api.setValve(valve, stopAtKg, opening));
    },
    pressurise: (gaugeKpa, limitKpa) => link.refusable((api) => api.pressurise(gaugeKpa, limitKpa)),
    closeLeaks: (places) => link.certain((api) => api.closeLeaks(places)),
    releaseTestGas: () => link.certain((api) => api.releaseTestGas()),
    sniff: async (place) => {
      const shown = await link.ask((api) => api.sniff(place));
      return shown === NO_ANSWER ? null : shown;
    },
    tareMachine: () => link.certain((api) => api.tareMachine()),
    setMachine: async (machine) => {
      const issue = byHand() ? null : await link.refusable((api) => api.setMachine(machine));
      if (issue === null) {
        const held = get().machine === "pump" && machine === "off";
        set({ machine, holdSince: held ? (get().latest?.time ?? null) : null });
      }
      return issue;
    },
  } satisfies Partial<Simulator>;
}

/** Looks once a second for how long nothing has come although it should: seconds, or null while the source speaks. */
function silenceWatch(clock: () => number, onLook: (stalledS: number | null) => void) {
  const watch = new SourceWatch();
  let timer: ReturnType<typeof setInterval> | undefined;
  const stop = () => clearInterval(timer);
  return {
    start() {
      stop();
      watch.restart(clock());
      timer = setInterval(() => onLook(watch.stalledS(clock())), WATCH_MS);
    },
    stop,
    arrived: () => watch.arrived(clock()),
  };
}
