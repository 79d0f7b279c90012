/**
 * The simulated rack of a job: a demo vehicle with the instruments of a workshop on it, and the acts a technician does to it,
 * each refused where it would harm a compressor or a person.
 */
import type { LeakPlace } from "../causes/leak-places";
import { fullCan } from "../circuit/time/container";
import type { VacuumState } from "../circuit/time/evacuation";
import {
  type ChargePort,
  CircuitSimulation,
  EMPTY_KG,
  type LineHose,
  type MachineKind,
} from "../circuit/time/simulation";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import type { LinePlace } from "../line-places";
import { InstrumentSet } from "./instrument-set";
import type { SimulatedVehicle } from "./simulated-vehicles";
import type { Engine, SimulatorState } from "./simulator-state";
import type { InstrumentSample } from "./stream";

export type { Engine } from "./simulator-state";

export const SAMPLE_S = 0.5;

export const engineRpm: Record<Engine, number> = { off: 0, idle: 800, fast: 1800 };

/**
 * Liquid through the high side only with the engine off; vapour through the low side only with it running. "hose-low": the container is closed, and
 * the running low side draws in what is in the hose.
 */
export type ChargeValve = "shut" | "liquid-high" | "vapour-low" | "hose-low";

/** Device on the ports besides the gauges. */
export type Machine = MachineKind;

/**
 * One moment of what is connected to a job. Gauge pressures kPa, temperatures degC; null where there was no reading. `scaleG` is the net content
 * of the container on the scale, `recoveredG` the net weight in the recovery machine since it was tared, `vacuumKpa` absolute and null while
 * refrigerant is in the circuit; clutch and fan come from the vehicle's own network.
 */
export interface SimulatorSample extends Omit<InstrumentSample, "recoveredG" | "clutchIn"> {
  recoveredG: number;
  clutchIn: boolean | null;
  valve: ChargeValve;
  /** Oil that came with what was recovered. */
  recoveredOilG: number | null;
  machine: Machine;
  /** State of the simulated circuit under vacuum, for resuming; null at a real car. */
  vacuumState: VacuumState | null;
}

export type SimulatorIssue =
  | { code: "liquid-while-running" }
  | { code: "vapour-while-off" }
  | { code: "no-container" }
  | { code: "engine-running" }
  | { code: "not-recovered" }
  /** Nitrogen stands in the circuit. */
  | { code: "test-gas-in" }
  | { code: "over-limit" }
  /** It is gone, or answers nothing: what was asked has not happened. */
  | { code: "no-answer" };

/** Warm water the container stands in, degC: never above 40. */
const WARM_WATER_C = 38;
const ports: Record<Exclude<ChargeValve, "shut">, Pick<ChargePort, "side" | "phase">> = {
  "liquid-high": { side: "high", phase: "liquid" },
  "vapour-low": { side: "low", phase: "vapour" },
  "hose-low": { side: "low", phase: "hose" },
};

export class InstrumentSimulator {
  private readonly simulation: CircuitSimulation;
  private readonly instruments: InstrumentSet;
  private engine: Engine = "off";
  private onScale: string | null = null;
  /** Content of each cylinder when it was last taken off the scale, kg. */
  private readonly containers = new Map<string, number>();
  private machine: Machine = "off";
  /** The charging hose has been put on. */
  private hoseOn = false;

  /** Errors: RangeError for a vehicle whose label cannot be sized; the vehicles of the demo all can. */
  constructor(
    private readonly vehicle: SimulatedVehicle,
    chargeKg: number,
    seed: number,
    vacuum: VacuumState | null = null,
    resume: SimulatorState | null = null,
  ) {
    const sized = sizeVehicle(vehicle.label);
    if (!sized.ok) throw new RangeError(`${vehicle.id}: no such circuit (${sized.issue.code})`);
    const conditions = {
      ...vehicle.site,
      cabinReturnC: null,
      airSource: "fresh" as const,
      blowerPct: 100,
      rpm: engineRpm.idle,
      ...vehicle.cabin,
    };
    const { faults, leaks } = vehicle;
    this.simulation = new CircuitSimulation({
      vehicle: sized.value,
      conditions,
      faults,
      leaks,
      chargeKg,
      waterKg: vehicle.waterKg ?? 0,
      airKg: vehicle.airKg ?? 0,
      ...(vacuum ? { vacuum } : {}),
      ...(resume ? { resume: resume.circuit } : {}),
    });
    this.instruments = new InstrumentSet(this.simulation, { seed, rateHz: 1 / SAMPLE_S });
    if (resume) this.takeUp(resume);
  }

  /** As it stands; taken up again it goes on from here. */
  get state(): SimulatorState {
    const circuit = this.simulation.state;
    const containers = Object.fromEntries(this.containers);
    if (this.onScale !== null && circuit.container) containers[this.onScale] = circuit.container.netKg;
    const { vehicle, engine, onScale } = this;
    return { vehicleId: vehicle.id, engine, circuit, instruments: this.instruments.state, onScale, containers };
  }

  /** Engine, machine and the cylinder on the scale. */
  get standing(): { engine: Engine; machine: Machine; onScale: string | null } {
    const { engine, machine, onScale } = this;
    return { engine, machine, onScale };
  }

  /** Engine and machines run on; a charging valve shut when the page went, so that nothing flows while nobody looks. */
  private takeUp({ engine, onScale, containers, circuit, instruments }: SimulatorState): void {
    this.engine = engine;
    this.onScale = onScale;
    for (const [id, kg] of Object.entries(containers)) this.containers.set(id, kg);
    this.machine = circuit.machine;
    this.hoseOn = circuit.hose.liquidKg > 0;
    this.simulation.setCharging(null);
    this.instruments.takeUp(instruments);
  }

  get charge(): number {
    return this.simulation.chargeKg;
  }

  setEngine(engine: Engine): void {
    const valve = this.valve;
    if (
      (engine !== "off" && valve === "liquid-high") ||
      (engine === "off" && (valve === "vapour-low" || valve === "hose-low"))
    ) {
      this.simulation.setCharging(null);
    }
    this.engine = engine;
    this.simulation.setEngine(engine !== "off", engine === "off" ? engineRpm.idle : engineRpm[engine]);
  }

  /** Share of full blower. */
  setBlower(blowerPct: number): void {
    this.simulation.setConditions({ blowerPct });
  }

  /** Surface temperature at a place along the circuit, as a spot thermometer shows it, degC. */
  spotC(place: LinePlace): number {
    return this.instruments.spotC(place);
  }

  /**
   * Puts a container on the scale, or takes it off; `hose` is the charging hose as the books have it, believed the first time. The container's net content (kg) is believed the first time;
   * afterwards it holds what it held when it was taken off.
   */
  setContainer(put: { id: string; netKg: number } | null, hose: LineHose | null = null, warmWater = true): void {
    const standsKg = this.simulation.containerKg;
    if (this.onScale !== null && standsKg !== null) this.containers.set(this.onScale, standsKg);
    this.onScale = put?.id ?? null;
    const { ambientC } = this.vehicle.site;
    const around = warmWater ? Math.max(WARM_WATER_C, ambientC) : ambientC;
    const netKg = put === null ? null : (this.containers.get(put.id) ?? put.netKg);
    this.simulation.setContainer(netKg === null ? null : fullCan(netKg, ambientC, around));
    if (hose !== null && !this.hoseOn) this.simulation.setHose(hose);
    this.hoseOn ||= hose !== null;
  }

  /** The time that went by while nobody watched: a circuit under vacuum goes on standing. */
  standUnderVacuum(seconds: number): void {
    this.simulation.standUnderVacuum(seconds);
  }

  /** Zeroes the recovery machine's scale. */
  tareMachine(): void {
    this.simulation.tareMachine();
  }

  /** Starts or stops recovery machine or pump; both want the engine off, the pump an empty circuit. */
  setMachine(machine: Machine): SimulatorIssue | null {
    if (machine !== "off" && this.engine !== "off") return { code: "engine-running" };
    if (machine !== "off" && this.simulation.holdsTestGas) return { code: "test-gas-in" };
    if (machine === "pump" && this.charge > EMPTY_KG) return { code: "not-recovered" };
    if (machine !== "off") this.simulation.setCharging(null);
    this.machine = machine;
    this.simulation.setMachine(machine);
    return null;
  }

  /** Fills the emptied circuit with nitrogen through a regulator set to this, kPa gauge; `limitKpa` is what its low side stands. */
  pressurise(gaugeKpa: number, limitKpa: number): SimulatorIssue | null {
    if (this.engine !== "off") return { code: "engine-running" };
    if (this.charge > EMPTY_KG) return { code: "not-recovered" };
    if (gaugeKpa > limitKpa) return { code: "over-limit" };
    this.machine = "off";
    this.simulation.setCharging(null);
    this.simulation.pressurise(gaugeKpa);
    return null;
  }

  /** The vehicle has been repaired at these places. */
  closeLeaks(places: readonly LeakPlace[]): void {
    this.simulation.closeLeaks(places);
  }

  releaseTestGas(): void {
    this.simulation.releaseTestGas();
  }

  /** Reading of an electronic detector at a place, g a year; 0 where it stays quiet. */
  sniffGYear(place: LeakPlace): number {
    return this.instruments.sniffGYear(place);
  }

  /**
   * Opens or shuts a charging valve; what would harm a compressor or a person is refused. It shuts by itself when the
   * container has emptied to `stopAtKg`.
   */
  setValve(valve: ChargeValve, stopAtKg = 0, opening = 1): SimulatorIssue | null {
    if (valve === "liquid-high" && this.engine !== "off") return { code: "liquid-while-running" };
    if ((valve === "vapour-low" || valve === "hose-low") && this.engine === "off") return { code: "vapour-while-off" };
    if (valve !== "shut" && valve !== "hose-low" && this.onScale === null) return { code: "no-container" };
    if (valve !== "shut" && this.simulation.holdsTestGas) return { code: "test-gas-in" };
    this.simulation.setCharging(
      valve === "shut" ? null : { ...ports[valve], opening, stopAtKg: Math.max(0, stopAtKg) },
    );
    return null;
  }

  /** Moves on by one sample. */
  step(): SimulatorSample {
    const read = this.instruments.next();
    return {
      ...read,
      valve: this.valve,
      recoveredG: Math.max(0, read.recoveredG!),
      recoveredOilG: this.simulation.recoveredOilKg * 1000,
      machine: this.machine,
      vacuumState: this.simulation.vacuumState,
      clutchIn: read.clutchIn === 1,
    };
  }

  private get valve(): ChargeValve {
    const port = this.simulation.chargingPort;
    if (port === null) return "shut";
    if (port.phase === "hose") return "hose-low";
    return port.side === "high" ? "liquid-high" : "vapour-low";
  }
}
