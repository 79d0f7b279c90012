/** The one protocol between page and rack worker; both sides are typed from it. */
import type { VacuumState } from "@/core/circuit/time/evacuation";
import type { ChargeValve, Engine, Machine, RackIssue, RackSample } from "@/core/instruments/rack";
import type { LinePlace } from "@/core/line-places";

export interface RackSetup {
  vehicleId: string;
  /** What is in the circuit now, kg. */
  chargeKg: number;
  seed: number;
  /** Under vacuum as it was left, and how long ago, s; null when there is refrigerant in it. */
  vacuum: { state: VacuumState; agoS: number } | null;
  /** Share of full blower, %. */
  blowerPct: number;
  /** Simulated seconds per second. */
  pace: number;
}

export interface RackWorkerApi {
  /** Starts streaming; false when there is no such vehicle. Samples come in batches, in order of time. */
  start(setup: RackSetup, onSamples: (samples: RackSample[]) => void): boolean;
  setPace(pace: number): void;
  setEngine(engine: Engine): void;
  /** Share of full blower, %. */
  setBlower(blowerPct: number): void;
  /** Spot thermometer at a place along the circuit, degC; null while nothing is connected. */
  spot(place: LinePlace): number | null;
  setContainer(netKg: number | null, hoseSpaceKg: number, warmWater: boolean): void;
  /** Shuts by itself when the container has emptied to `stopAtKg`; `opening` 0 to 1. */
  setValve(valve: ChargeValve, stopAtKg: number, opening: number): RackIssue | null;
  tareMachine(): void;
  setMachine(machine: Machine): RackIssue | null;
}
