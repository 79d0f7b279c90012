import * as Comlink from "comlink";
import { InstrumentSimulator, SAMPLE_S, type SimulatorSample } from "@/core/instruments/instrument-simulator";
import { simulatedVehicle } from "@/core/instruments/simulated-vehicles";
import type { SimulatorWorkerApi } from "./simulator-protocol";

/** Interval of batches, ms: twice a second is as fast as a person follows. */
const TICK_MS = 500;

let rack: InstrumentSimulator | null = null;
let pace = 1;
let timer: ReturnType<typeof setInterval> | undefined;

const api: SimulatorWorkerApi = {
  start(setup, onSamples) {
    const vehicle = setup.made ?? simulatedVehicle(setup.vehicleId);
    if (!vehicle) return null;
    clearInterval(timer);
    const { chargeKg, seed, vacuum, resume } = setup;
    const running = new InstrumentSimulator(vehicle, chargeKg, seed, vacuum?.state, resume?.state);
    const agoS = resume?.agoS ?? vacuum?.agoS ?? 0;
    if (agoS > 0) running.standUnderVacuum(agoS);
    running.setBlower(setup.blowerPct);
    rack = running;
    pace = setup.pace;
    let owed = 0;
    timer = setInterval(() => {
      owed += (pace * TICK_MS) / 1000 / SAMPLE_S;
      const samples: SimulatorSample[] = [];
      for (; owed >= 1; owed--) samples.push(running.step());
      if (samples.length > 0) onSamples(samples, running.state);
    }, TICK_MS);
    return running.standing;
  },
  setPace(next) {
    pace = next;
  },
  setEngine: (engine) => rack?.setEngine(engine),
  setBlower: (blowerPct) => rack?.setBlower(blowerPct),
  spot: (place) => rack?.spotC(place) ?? null,
  setContainer: (put, hose, warmWater) => rack?.setContainer(put, hose, warmWater),
  setValve: (valve, stopAtKg, opening) => rack?.setValve(valve, stopAtKg, opening) ?? null,
  pressurise: (gaugeKpa, limitKpa) => rack?.pressurise(gaugeKpa, limitKpa) ?? null,
  closeLeaks: (places) => rack?.closeLeaks(places),
  releaseTestGas: () => rack?.releaseTestGas(),
  sniff: (place) => rack?.sniffGYear(place) ?? null,
  tareMachine: () => rack?.tareMachine(),
  setMachine: (machine) => rack?.setMachine(machine) ?? null,
};

Comlink.expose(api);
