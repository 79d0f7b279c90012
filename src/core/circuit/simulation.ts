/**
 * A vehicle's circuit played in time with everything a technician can do to it: engine, conditions, recovery, vacuum, charging.
 * Asks for true values; what instruments make of them is theirs.
 */

import type { LinePlace } from "../line-places";
import { type Container, drawFrom } from "./container";
import { type ControlState, controlsOff, operate } from "./controls";
import { evacuate, type VacuumState, vacuumKpa } from "./evacuation";
import type { Fault } from "./faults";
import { type CondenserFace, condenserSurfaceC, lineTemperatureC } from "./line-profile";
import { makePlant, type Plant } from "./plant";
import { dischargeLineOf, mixWithHeater, ventOf } from "./steady";
import {
  type Drive,
  HIGH_KG,
  HIGH_KPA,
  LOW_AIR_KPA,
  LOW_KG,
  LOW_KPA,
  METAL_C,
  restingState,
  SENSOR_C,
  stillPlant,
  TransientCircuit,
  WET,
} from "./transient";
import { type CircuitConditions, type CircuitVehicle, innerVolumeM3 } from "./vehicle";

export type LeakPlace =
  | "condenser"
  | "service-port"
  | "suction-hose"
  | "discharge-hose"
  | "compressor-seal"
  | "evaporator";

export interface Leak {
  place: LeakPlace;
  areaM2: number;
}

export interface SimulationSetup {
  vehicle: CircuitVehicle;
  conditions: CircuitConditions;
  faults: readonly Fault[];
  /** Charge and air beyond what faults do; the label and none when absent. */
  chargeKg?: number;
  airKg?: number;
  /** Temperature everything has soaked to, degC; the ambient when absent. */
  soakC?: number;
  /** Holes: they lose refrigerant under pressure and let air in under vacuum. */
  leaks?: readonly Leak[];
  waterKg?: number;
}

/** True values now. Pressures kPa gauge at the ports, temperatures degC, masses kg. */
export interface CircuitTruth {
  lowKpa: number;
  highKpa: number;
  suctionLineC: number;
  liquidLineC: number;
  dischargeLineC: number;
  /** Just before the metering device. */
  meteringInletC: number;
  ventC: number;
  condenserInletAirC: number;
  condenserOutletAirC: number;
  chargeKg: number;
  recoveredKg: number;
  containerKg: number | null;
  /** Absolute pressure when the circuit is empty; null while refrigerant is in it. */
  vacuumKpa: number | null;
  clutchIn: boolean;
  heldBy: ControlState["heldBy"];
  /** Share of full stroke, 0 with the clutch out. */
  duty: number;
  fan: number;
}

export interface ChargePort {
  side: "low" | "high";
  phase: "liquid" | "vapour";
  opening: number;
  /** The valve shuts by itself when the container has emptied to this. */
  stopAtKg: number;
}
export type MachineKind = "off" | "recover" | "pump";

/** Integration step: short against everything but the liquid finding its place. */
export const STEP_S = 0.1;
/** A recovery machine's swept volume and the most it condenses; it stops drawing at this pressure. */
const RECOVERY_SWEEP_M3S = 0.9e-3;
const RECOVERY_MOST_KG_S = 0.007;
const RECOVERY_STOP_KPA = 26;
/** Left when recovery has drawn it down: below this the pump may start and the vacuum model takes over. */
export const EMPTY_KG = 0.012;
/** Choked vapour through a hole: flow a m2 and kPa, kg/s (as in the compressor's leaks). */
const CHOKED_LEAK = 2.4;
/** Vapour that stands for the vacuum when refrigerant first enters, kg; it is not counted as charge. */
const TRACE_KG = 1e-3;

export class CircuitSimulation {
  private readonly circuit = new TransientCircuit();
  private readonly none = { flow: 0, enthalpy: 0 };
  private readonly lowPort = { flow: 0, enthalpy: 0 };
  private readonly highPort = { flow: 0, enthalpy: 0 };
  private readonly controls = controlsOff();
  private readonly drive: Drive;
  private y: Float64Array;
  private vacuum: VacuumState | null = null;
  private conditions: CircuitConditions;
  private engineOn = false;
  private running: Plant;
  private still: Plant;
  private machine: MachineKind = "off";
  private recoveredKg = 0;
  private dissolvedKg = 0.0002;
  private container: Container | null = null;
  private charging: ChargePort | null = null;
  private airKg: number;
  private traceKg = 0;
  private hoseSpaceKg = 0;
  private owed = 0;
  private bayC: number;
  time = 0;

  constructor(private readonly setup: SimulationSetup) {
    this.conditions = setup.conditions;
    const plant = makePlant(setup.vehicle, setup.conditions, setup.faults, setup);
    this.airKg = plant.airKg;
    this.running = plant;
    this.still = stillPlant(plant);
    const soak = setup.soakC ?? setup.conditions.ambientC;
    this.bayC = soak;
    this.y = restingState(plant, soak);
    if (plant.chargeKg < EMPTY_KG) {
      this.vacuum = { airKpa: 101, refrigerantKpa: 0, waterKpa: 0, waterKg: setup.waterKg ?? 0, dissolvedKg: 0 };
    }
    this.drive = { plant: this.still, clutchIn: false, engineOn: false, lowPort: this.none, highPort: this.none };
  }

  get plant(): Plant {
    return this.running;
  }

  get chargeKg(): number {
    return this.vacuum ? 0 : Math.max(this.y[HIGH_KG]! + this.y[LOW_KG]! - this.traceKg, 0);
  }

  setEngine(on: boolean, rpm = this.conditions.rpm): void {
    this.engineOn = on;
    this.setConditions({ rpm: on ? rpm : this.conditions.rpm });
  }

  setConditions(change: Partial<CircuitConditions>): void {
    this.conditions = { ...this.conditions, ...change };
    const plant = makePlant(this.setup.vehicle, this.conditions, this.setup.faults, this.setup);
    this.running = { ...plant, airKg: this.airKg };
    this.still = stillPlant(this.running);
  }

  /** Air conditioning asked for, or not: the clutch lets go although the engine runs on. */
  setCooling(asked: boolean): void {
    this.controls.asked = asked;
  }

  setMachine(machine: MachineKind): void {
    if (machine === "recover" && this.machine !== "recover") this.recoveredKg = 0;
    this.machine = machine;
  }

  /** Puts a container on the hose, or takes it off; hoses still to fill take the first of it. */
  setContainer(container: Container | null, hoseSpaceKg = 0): void {
    this.container = container;
    this.hoseSpaceKg = hoseSpaceKg;
    this.charging = null;
  }

  setCharging(port: ChargePort | null): void {
    this.charging = port;
  }

  get chargingPort(): ChargePort | null {
    return this.charging;
  }

  /** Moves on by `seconds`, in steps of {@link STEP_S}; a remainder is kept for the next call. */
  advance(seconds: number): void {
    this.owed += seconds;
    while (this.owed >= STEP_S - 1e-9) {
      this.owed -= STEP_S;
      this.step(STEP_S);
    }
  }

  private step(dt: number): void {
    this.time += dt;
    this.fillFromContainer(dt);
    if (this.vacuum) {
      this.evacuateStep(this.vacuum, dt);
      return;
    }
    const { y } = this;
    this.recover(dt);
    this.leak();
    operate(this.running, this.controls, this.engineOn, y[LOW_KPA]!, y[HIGH_KPA]!, y[SENSOR_C]!);
    const drive = this.drive;
    drive.plant = this.engineOn ? this.running : this.still;
    drive.clutchIn = this.controls.clutchIn && this.running.turns > 0;
    drive.engineOn = this.engineOn;
    drive.lowPort = this.lowPort;
    drive.highPort = this.highPort;
    this.circuit.step(drive, y, dt);
    const bay = this.engineOn ? this.running.engineBayC : this.conditions.ambientC;
    this.bayC += ((bay - this.bayC) * dt) / 240;
    this.enterVacuumWhenEmpty();
  }

  private fillFromContainer(dt: number): void {
    this.lowPort.flow = 0;
    this.highPort.flow = 0;
    const { container, charging } = this;
    if (!container) return;
    if (!charging || charging.opening <= 0 || container.netKg <= 0) {
      container.temperatureC +=
        ((container.aroundC - container.temperatureC) * container.uptake * dt) /
        (container.shellKjK + container.netKg * 1.4);
      return;
    }
    if (this.vacuum) this.leaveVacuum();
    const low = charging.side === "low";
    const port = low ? this.lowPort : this.highPort;
    const pressure = low ? this.y[LOW_KPA]! : this.y[HIGH_KPA]!;
    drawFrom(container, this.running.fluid, charging, pressure, dt, port);
    const intoHose = Math.min(port.flow * dt, this.hoseSpaceKg);
    this.hoseSpaceKg -= intoHose;
    port.flow -= intoHose / dt;
    if (container.netKg <= charging.stopAtKg) this.charging = null;
  }

  private recover(dt: number): void {
    if (this.machine !== "recover") return;
    const { fluid } = this.running;
    for (const [port, kpa, kg] of [
      [this.lowPort, LOW_KPA, LOW_KG],
      [this.highPort, HIGH_KPA, HIGH_KG],
    ] as const) {
      const pressure = this.y[kpa]!;
      const pull = Math.min(Math.max((pressure - RECOVERY_STOP_KPA) / 20, 0), 1);
      const rate = Math.min(RECOVERY_SWEEP_M3S * fluid.vapourDensity(pressure) * pull, RECOVERY_MOST_KG_S) / 2;
      const taken = Math.min(rate, Math.max(this.y[kg]! - 5e-4, 0) / dt);
      port.flow -= taken;
      this.recoveredKg += taken * dt;
    }
  }

  /** Vapour out of a hole at the high side's pressure now, kg/s. */
  leakFlowKgS(areaM2: number): number {
    const pressure = this.y[HIGH_KPA]!;
    return this.vacuum === null && pressure > this.running.atmosphereKpa ? areaM2 * CHOKED_LEAK * pressure : 0;
  }

  /** Area of all holes, or of those at one place, m2. */
  leakAreaM2(place?: LeakPlace): number {
    return (this.setup.leaks ?? [])
      .filter((leak) => place === undefined || leak.place === place)
      .reduce((sum, leak) => sum + leak.areaM2, 0);
  }

  get engineRuns(): boolean {
    return this.engineOn;
  }

  private leak(): void {
    this.highPort.flow -= this.leakFlowKgS(this.leakAreaM2());
  }

  private enterVacuumWhenEmpty(): void {
    const kg = this.y[HIGH_KG]! + this.y[LOW_KG]!;
    if (kg > EMPTY_KG || this.machine !== "pump") return;
    const pressure = Math.min(this.y[LOW_KPA]!, this.y[HIGH_KPA]!);
    this.vacuum = {
      airKpa: 0.3,
      refrigerantKpa: pressure,
      waterKpa: 0,
      waterKg: this.setup.waterKg ?? 0,
      dissolvedKg: this.dissolvedKg,
    };
    this.airKg = 0;
    this.traceKg = 0;
    this.setConditions({});
  }

  private evacuateStep(vacuum: VacuumState, dt: number): void {
    const volumeM3 = innerVolumeM3(this.setup.vehicle);
    const { atmosphereKpa } = this.running;
    evacuate(
      vacuum,
      {
        volumeM3,
        wallC: this.conditions.ambientC,
        atmosphereKpa,
        pumpOn: this.machine === "pump",
        // Air through the same passage, as pressure times volume at 295 K.
        leakKpaM3S: this.leakAreaM2() * CHOKED_LEAK * atmosphereKpa * 0.28705 * 295,
      },
      dt,
    );
  }

  /** Refrigerant enters an evacuated circuit: a trace of vapour stands for the vacuum, and air that was left stays in it. */
  private leaveVacuum(): void {
    const left = this.vacuum!;
    const volumeM3 = innerVolumeM3(this.setup.vehicle);
    const kelvin = this.conditions.ambientC + 273.15;
    this.airKg = (left.airKpa * volumeM3) / (0.28705 * kelvin);
    this.vacuum = null;
    this.traceKg = TRACE_KG;
    this.setConditions({});
    const trace = { ...this.running, chargeKg: TRACE_KG, airKg: 0 };
    this.y = restingState(trace, this.conditions.ambientC);
  }

  truth(): CircuitTruth {
    const { y, running, controls } = this;
    const { atmosphereKpa, vehicle } = running;
    const ambient = this.conditions.ambientC;
    const kg = this.chargeKg;
    const common = {
      recoveredKg: this.recoveredKg,
      containerKg: this.container?.netKg ?? null,
      clutchIn: controls.clutchIn,
      heldBy: controls.heldBy,
    };
    if (this.vacuum) {
      const absolute = vacuumKpa(this.vacuum);
      const gauge = absolute - atmosphereKpa;
      return {
        ...common,
        lowKpa: gauge,
        highKpa: gauge,
        suctionLineC: ambient,
        liquidLineC: ambient,
        dischargeLineC: ambient,
        meteringInletC: ambient,
        ventC: running.coils[0]!.inletC,
        condenserInletAirC: ambient,
        condenserOutletAirC: ambient,
        chargeKg: 0,
        vacuumKpa: absolute,
        duty: 0,
        fan: 0,
      };
    }
    const { pass } = this.circuit;
    const flowing = pass.flow > 0;
    const portKpa = vehicle.label.highPort === "after-condenser" ? pass.liquidKpa : y[HIGH_KPA]!;
    const vent = this.engineOn
      ? flowing
        ? ventOf(running, pass, y[WET]!)
        : mixWithHeater(
            running,
            running.coils[0]!.inletC - running.coils[0]!.reach * (running.coils[0]!.inletC - y[METAL_C]!),
          ) + vehicle.ductGainK
      : ambient;
    return {
      ...common,
      lowKpa: y[LOW_KPA]! + y[LOW_AIR_KPA]! - atmosphereKpa,
      highKpa: (flowing ? portKpa : y[HIGH_KPA]!) - atmosphereKpa,
      suctionLineC: flowing ? pass.suctionC : this.bayC * 0.4 + y[METAL_C]! * 0.6,
      liquidLineC: pass.liquidC,
      dischargeLineC: flowing ? dischargeLineOf(running, pass) : this.bayC,
      meteringInletC: flowing ? running.fluid.temperatureC(pass.meteringKpa, pass.hInlet) : pass.liquidC,
      ventC: vent,
      condenserInletAirC: this.engineOn ? pass.condenserInC : ambient,
      condenserOutletAirC: this.engineOn ? pass.condenserOutC : ambient,
      chargeKg: kg,
      vacuumKpa: kg < EMPTY_KG ? Math.min(y[LOW_KPA]!, y[HIGH_KPA]!) : null,
      duty: flowing ? pass.strokeShare : 0,
      fan: this.engineOn ? Math.min(pass.condenserAir / vehicle.condenser.airFlow, 1.2) : 0,
    };
  }

  /** Surface temperature of the condenser at a share of the way from inlet to outlet (0 to 1), degC. */
  condenserSurfaceC(share: number): number {
    return this.vacuum ? this.conditions.ambientC : condenserSurfaceC(this.condenserFace(), share);
  }

  /** Surface temperature at a place along the circuit, degC. */
  lineTemperatureC(place: LinePlace): number {
    const truth = this.truth();
    const { pass } = this.circuit;
    const condenser = this.vacuum ? evenFace(this.conditions.ambientC) : this.condenserFace();
    const evaporatingC = this.vacuum ? this.conditions.ambientC : pass.low.temperatureC;
    return lineTemperatureC({ ...truth, evaporatingC, condenser }, place);
  }

  private condenserFace(): CondenserFace {
    const { pass } = this.circuit;
    const condensingC = pass.high.temperatureC;
    if (pass.flow <= 0) return evenFace(condensingC);
    return {
      inletC: pass.dischargeC,
      condensingC,
      outletC: pass.liquidC,
      desuperheating: pass.desuperheatShare,
      liquid: pass.floodedShare + this.setup.vehicle.condenser.subcoolShare,
    };
  }
}

function evenFace(temperatureC: number): CondenserFace {
  return { inletC: temperatureC, condensingC: temperatureC, outletC: temperatureC, desuperheating: 0, liquid: 0 };
}
