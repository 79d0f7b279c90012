/** The one protocol between page and rack worker; both sides are typed from it. */
import type { LeakPlace } from "@/core/causes/leak-places";
import type { VacuumState } from "@/core/circuit/time/evacuation";
import type { LineHose } from "@/core/circuit/time/simulation";
import type { ChargeValve, Engine, Machine, RackIssue, RackSample } from "@/core/instruments/rack";
import type { RackState } from "@/core/instruments/rack-state";
import type { RackVehicle } from "@/core/instruments/rack-vehicles";
import type { LinePlace } from "@/core/line-places";

export interface RackSetup {
  vehicleId: string;
  /** A vehicle that is none of the rack's own, in their place. */
  made?: RackVehicle;
  /** Charge in the circuit now, kg. */
  chargeKg: number;
  seed: number;
  /** Under vacuum as it was left, and how long ago, s; null when there is refrigerant in it. */
  vacuum: { state: VacuumState; agoS: number } | null;
  /** As it was left, and how long ago, s; what is said above of charge and vacuum then says nothing. */
  resume: { state: RackState; agoS: number } | null;
  /** Share of full blower, %. */
  blowerPct: number;
  /** Simulated seconds per second. */
  pace: number;
}

export type OnSamples = (samples: RackSample[], state: RackState) => void;

/** Initial state of the simulator: as it was left, or everything off. */
export interface RackStanding {
  engine: Engine;
  machine: Machine;
  onScale: string | null;
}

export interface RackWorkerApi {
  /** Starts streaming; null when there is no such vehicle. Samples come in batches, in order of time, each with the rack as it then stands. */
  start(setup: RackSetup, onSamples: OnSamples): RackStanding | null;
  setPace(pace: number): void;
  setEngine(engine: Engine): void;
  /** Share of full blower, %. */
  setBlower(blowerPct: number): void;
  /** Spot thermometer at a place along the circuit, degC; null while nothing is connected. */
  spot(place: LinePlace): number | null;
  setContainer(put: { id: string; netKg: number } | null, hose: LineHose | null, warmWater: boolean): void;
  /** Shuts by itself when the container has emptied to `stopAtKg`; `opening` 0 to 1. */
  setValve(valve: ChargeValve, stopAtKg: number, opening: number): RackIssue | null;
  /** Fills the emptied circuit with nitrogen, kPa gauge. */
  pressurise(gaugeKpa: number, limitKpa: number): RackIssue | null;
  /** The vehicle has been repaired at these places. */
  closeLeaks(places: readonly LeakPlace[]): void;
  releaseTestGas(): void;
  /** Electronic detector at a place, g a year; 0 where it stays quiet, null while nothing is connected. */
  sniff(place: LeakPlace): number | null;
  tareMachine(): void;
  setMachine(machine: Machine): RackIssue | null;
}
