/** The one protocol between page and rack worker; both sides are typed from it. */
import type { LeakPlace } from "@/core/causes/leak-places";
import type { VacuumState } from "@/core/circuit/time/evacuation";
import type { LineHose } from "@/core/circuit/time/simulation";
import type {
  ChargeValve,
  Engine,
  Machine,
  SimulatorIssue,
  SimulatorSample,
} from "@/core/instruments/instrument-simulator";
import type { SimulatedVehicle } from "@/core/instruments/simulated-vehicles";
import type { SimulatorState } from "@/core/instruments/simulator-state";
import type { LinePlace } from "@/core/line-places";

export interface SimulatorSetup {
  vehicleId: string;
  /** A vehicle that is none of the rack's own, in their place. */
  made?: SimulatedVehicle;
  /** Charge in the circuit now, kg. */
  chargeKg: number;
  seed: number;
  /** Under vacuum as it was left, and how long ago, s; null when there is refrigerant in it. */
  vacuum: { state: VacuumState; agoS: number } | null;
  /** As it was left, and how long ago, s; what is said above of charge and vacuum then says nothing. */
  resume: { state: SimulatorState; agoS: number } | null;
  /** Share of full blower, %. */
  blowerPct: number;
  /** Simulated seconds per second. */
  pace: number;
}

export type OnSamples = (samples: SimulatorSample[], state: SimulatorState) => void;

/** Initial state of the simulator: as it was left, or everything off. */
export interface SimulatorStart {
  engine: Engine;
  machine: Machine;
  onScale: string | null;
}

export interface SimulatorWorkerApi {
  /** Starts streaming; null when there is no such vehicle. Samples come in batches, in order of time, each with the rack as it then stands. */
  start(setup: SimulatorSetup, onSamples: OnSamples): SimulatorStart | null;
  setPace(pace: number): void;
  setEngine(engine: Engine): void;
  /** Share of full blower, %. */
  setBlower(blowerPct: number): void;
  /** Spot thermometer at a place along the circuit, degC; null while nothing is connected. */
  spot(place: LinePlace): number | null;
  setContainer(put: { id: string; netKg: number } | null, hose: LineHose | null, warmWater: boolean): void;
  /** Shuts by itself when the container has emptied to `stopAtKg`; `opening` 0 to 1. */
  setValve(valve: ChargeValve, stopAtKg: number, opening: number): SimulatorIssue | null;
  /** Fills the emptied circuit with nitrogen, kPa gauge. */
  pressurise(gaugeKpa: number, limitKpa: number): SimulatorIssue | null;
  /** The vehicle has been repaired at these places. */
  closeLeaks(places: readonly LeakPlace[]): void;
  releaseTestGas(): void;
  /** Electronic detector at a place, g a year; 0 where it stays quiet, null while nothing is connected. */
  sniff(place: LeakPlace): number | null;
  tareMachine(): void;
  setMachine(machine: Machine): SimulatorIssue | null;
}
