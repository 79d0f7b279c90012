"use client";

import { useEffect, useState } from "react";
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { type BenchState, benchFaults } from "@/core/bench/bench-state";
import type {
  ChargeValve,
  Engine,
  Machine,
  SimulatorIssue,
  SimulatorSample,
} from "@/core/instruments/instrument-simulator";
import type { SimulatedVehicle } from "@/core/instruments/simulated-vehicles";
import { TraceStore } from "@/core/readings/stream/trace-store";
import { engineWords, machineWords, valveWords } from "@/words/instruments";
import { benchTimeText } from "@/words/screens/session";
import { connectSimulator, type SimulatorConnection } from "@/worker/simulator-client";
import type { SimulatorSetup } from "@/worker/simulator-protocol";
import { NO_ANSWER, vehicleLink } from "./instruments/vehicle-link";
import { useNewestRef } from "./newest-ref";

/** A can that is put on the scale, g. */
export const CAN_G = 340;
const CAN = "can";

export interface BenchTime {
  status: "off" | "connecting" | "running" | "lost";
  reason: string | null;
  latest: SimulatorSample | null;
  trace: TraceStore;
  engine: Engine;
  machine: Machine;
  pace: number;
  canOn: boolean;
  /** Why the last act was refused. */
  refused: SimulatorIssue | null;
}

export interface BenchTimeActs {
  start: () => void;
  stop: () => void;
  setEngine: (engine: Engine) => void;
  setPace: (pace: number) => void;
  setMachine: (machine: Machine) => void;
  setCan: (on: boolean) => void;
  setValve: (valve: ChargeValve) => void;
}

const nothing = (): BenchTime => ({
  status: "off",
  reason: null,
  latest: null,
  trace: new TraceStore(),
  engine: "off",
  machine: "off",
  pace: 1,
  canOn: false,
  refused: null,
});

function setupOf(state: BenchState): SimulatorSetup {
  const made = simulatedVehicleOf(state);
  return {
    vehicleId: made.id,
    made,
    chargeKg: made.foundKg,
    seed: 1,
    vacuum: null,
    resume: null,
    blowerPct: state.conditions.blowerPct,
    pace: 1,
  };
}

/** Bench state as a vehicle of the simulator. */
function simulatedVehicleOf(state: BenchState): SimulatedVehicle {
  const { label, conditions, chargeG, airG } = state;
  return {
    id: "bench",
    name: state.name,
    label,
    foundKg: chargeG / 1000,
    airKg: airG / 1000,
    faults: benchFaults(state),
    leaks: [],
    site: {
      ambientC: conditions.ambientC,
      humidityPct: conditions.humidityPct,
      altitudeM: conditions.altitudeM,
    },
    cabin: { airSource: conditions.airSource, cabinReturnC: conditions.cabinReturnC },
  };
}

/** The state played in time, with all instruments as at the car; it is the state that stood when it was started. */
export function useBenchTime(state: BenchState): BenchTime & BenchTimeActs {
  const starts = useNewestRef(state);
  const [store] = useState(createBenchTime);
  useEffect(() => () => store.getState().stop(), [store]);
  const time = useStore(store);
  return { ...time, start: () => time.startWith(starts.current) };
}

type BenchTimeStore = BenchTime & Omit<BenchTimeActs, "start"> & { startWith: (state: BenchState) => void };

function createBenchTime() {
  return createStore<BenchTimeStore>((set, get) => {
    const link = vehicleLink((reason) => set({ status: "lost", reason }));
    const act = async (
      done: Partial<BenchTime>,
      words: string,
      does: (api: SimulatorConnection["api"]) => Promise<SimulatorIssue | null | undefined>,
    ) => {
      const { trace } = get();
      const refused = await link.ask(async (api) => (await does(api)) ?? null);
      // Without an answer it was stopped meanwhile, or is lost, which says so itself.
      if (refused === NO_ANSWER) return;
      if (refused !== null) return set({ refused });
      const { latest } = get();
      if (latest !== null) trace.note({ time: latest.time, kind: "mark", text: words });
      set({ ...done, refused: null });
    };
    return {
      ...nothing(),
      startWith: (state) => {
        const { trace, ...begun } = nothing();
        set({ ...begun, trace, status: "connecting" });
        link.open(
          (isNewest) =>
            connectSimulator(
              setupOf(state),
              (batch) => {
                if (!isNewest()) return;
                trace.append(batch);
                set({ latest: batch.at(-1) ?? get().latest });
              },
              (reason) => isNewest() && link.fail(reason),
            ),
          () => set({ status: "running" }),
        );
      },
      stop: () => {
        link.close();
        set({ status: "off" });
      },
      setEngine: (engine) => act({ engine }, engineWords[engine], (api) => api.setEngine(engine).then(() => null)),
      setPace: (pace) => act({ pace }, `× ${pace}`, (api) => api.setPace(pace).then(() => null)),
      setMachine: (machine) => act({ machine }, machineWords[machine], (api) => api.setMachine(machine)),
      setCan: (canOn) =>
        act({ canOn }, canOn ? benchTimeText.canOnTheScale : benchTimeText.canOff, (api) =>
          api.setContainer(canOn ? { id: CAN, netKg: CAN_G / 1000 } : null, null, true).then(() => null),
        ),
      setValve: (valve) => act({}, valveWords[valve], (api) => api.setValve(valve, 0, 1)),
    };
  });
}
