"use client";

import { useCallback, useEffect, useRef, useState } from "react";
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
import { reasonOf } from "@/core/result";
import { engineWords, machineWords, valveWords } from "@/words/instruments";
import { benchTimeText } from "@/words/screens/session";
import { connectSimulator, type SimulatorConnection } from "@/worker/simulator-client";
import { useNewestRef } from "./newest-ref";

const NOT_CONNECTED: unique symbol = Symbol(benchTimeText.notConnected);

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
  const [time, setTime] = useState(nothing);
  const connection = useRef<SimulatorConnection | null>(null);
  const starts = useNewestRef(state);
  const run = useRef(0);
  const opening = useRef<Promise<SimulatorConnection | null>>(Promise.resolve(null));
  /** Current stream and its newest moment: updated outside of rendering. */
  const stream = useRef<{ trace: TraceStore; endS: number | null }>({ trace: time.trace, endS: null });
  const close = useCallback(() => {
    run.current++;
    connection.current?.close();
    connection.current = null;
  }, []);
  useEffect(() => close, [close]);
  const lost = (reason: string) => setTime((now) => ({ ...now, status: "lost", reason }));
  const note = (text: string) => {
    const { trace, endS } = stream.current;
    if (endS !== null) trace.note({ time: endS, kind: "mark", text });
  };
  const act = (
    does: (api: SimulatorConnection["api"]) => Promise<SimulatorIssue | null | undefined>,
    done: Partial<BenchTime>,
    words: string,
  ) => {
    const mine = run.current;
    // Requests made while connecting are carried out afterwards.
    const acted = opening.current.then(
      (open): Promise<SimulatorIssue | null | undefined | typeof NOT_CONNECTED> =>
        open === null || mine !== run.current ? Promise.resolve(NOT_CONNECTED) : does(open.api),
    );
    acted.then(
      (issue) => {
        if (mine !== run.current || issue === NOT_CONNECTED) return;
        if (issue) return setTime((now) => ({ ...now, refused: issue }));
        note(words);
        setTime((now) => ({ ...now, ...done, refused: null }));
      },
      (error: unknown) => lost(reasonOf(error)),
    );
  };
  return {
    ...time,
    start: () => {
      close();
      const mine = run.current;
      const made = simulatedVehicleOf(starts.current);
      const begun = nothing();
      stream.current = { trace: begun.trace, endS: null };
      setTime({ ...begun, status: "connecting" });
      const setup = {
        vehicleId: made.id,
        made,
        chargeKg: made.foundKg,
        seed: 1,
        vacuum: null,
        resume: null,
        blowerPct: starts.current.conditions.blowerPct,
        pace: 1,
      };
      opening.current = connectSimulator(
        setup,
        (batch) => {
          if (mine !== run.current) return;
          stream.current.trace.append(batch);
          stream.current.endS = batch.at(-1)?.time ?? stream.current.endS;
          setTime((now) => ({ ...now, latest: batch.at(-1) ?? now.latest }));
        },
        (reason) => mine === run.current && lost(reason),
      ).then(
        (made) => {
          if (mine !== run.current) {
            made?.close();
            return null;
          }
          connection.current = made;
          setTime((now) => ({ ...now, status: made === null ? "lost" : "running" }));
          return made;
        },
        (error: unknown) => {
          if (mine === run.current) lost(reasonOf(error));
          return null;
        },
      );
    },
    stop: () => {
      close();
      setTime((now) => ({ ...now, status: "off" }));
    },
    setEngine: (engine) => act(async (api) => void (await api.setEngine(engine)), { engine }, engineWords[engine]),
    setPace: (pace) => act(async (api) => void (await api.setPace(pace)), { pace }, `× ${pace}`),
    setMachine: (machine) => act((api) => api.setMachine(machine), { machine }, machineWords[machine]),
    setCan: (canOn) =>
      act(
        async (api) => void (await api.setContainer(canOn ? { id: CAN, netKg: CAN_G / 1000 } : null, null, true)),
        { canOn },
        canOn ? benchTimeText.canOnTheScale : benchTimeText.canOff,
      ),
    setValve: (valve) => act((api) => api.setValve(valve, 0, 1), {}, valveWords[valve]),
  };
}
