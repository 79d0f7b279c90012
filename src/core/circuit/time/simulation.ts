/**
 * A vehicle's circuit played in time with everything a technician can do to it: engine, conditions, recovery, vacuum, charging.
 * Asks for true values; what instruments make of them is theirs.
 */

import type { LeakPlace } from "../../causes/leak-places";
import { chokedFlux, gasDensity } from "../../fluids/choked-flow";
import type { LinePlace } from "../../line-places";
import type { Fault } from "../faults";
import { type ControlState, controlsOff, operate } from "../steady/controls";
import { type CondenserFace, condenserSurfaceC, lineTemperatureC } from "../steady/line-profile";
import { makePlant, type Plant } from "../steady/plant";
import { dischargeLineOf, mixWithHeater, ventOf } from "../steady/steady";
import { type CircuitConditions, type CircuitVehicle, innerVolumeM3 } from "../vehicle/vehicle";
import { type Container, drawFrom } from "./container";
import { evacuate, type VacuumState, vacuumKpa } from "./evacuation";
import { type FillState, fill, fillRest } from "./filling";
import { HIGH_KG, heldKg, LOW_KG } from "./held-charge";
import { fillTestGas, standTestGas, type TestGasState, testGasKpa } from "./test-gas";
import {
  COMMAND,
  type Drive,
  HIGH_KPA,
  LOW_AIR_KPA,
  LOW_KPA,
  METAL_C,
  restingState,
  SENSOR_C,
  STATES,
  stillPlant,
  TransientCircuit,
  WET,
} from "./transient";

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
  /** Taken up under vacuum as it was left. */
  vacuum?: VacuumState;
  /** Taken up whole, as {@link CircuitSimulation.state} gave it; charge and vacuum above then say nothing. */
  resume?: CircuitState;
}

/** All that changes in a circuit as it runs: numbers and names only, so that it can be stored. Masses kg, pressures kPa, degC. */
export interface CircuitState {
  y: readonly number[];
  controls: ControlState;
  conditions: CircuitConditions;
  engineOn: boolean;
  machine: MachineKind;
  vacuum: VacuumState | null;
  testGas: TestGasState | null;
  filling: FillState | null;
  container: Container | null;
  charging: ChargePort | null;
  recoveredKg: number;
  inOilKg: number | null;
  airKg: number;
  hose: LineHose;
  bayC: number;
  valveAnswer: number;
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
  /** Share of full stroke, and of the command to it, 0 with the clutch out. */
  duty: number;
  command: number;
  fan: number;
}

export interface ChargePort {
  side: "low" | "high";
  /** Out of the container as liquid or vapour; or, with the container closed, what is in the hose. */
  phase: "liquid" | "vapour" | "hose";
  opening: number;
  /** The valve shuts by itself when the container has emptied to this. */
  stopAtKg: number;
}
/** The hose between container and port, kg. */
export interface LineHose {
  heldKg: number;
  /** Hose content while it passes liquid or vapour, and after the low side has drawn it in. */
  liquidKg: number;
  vapourKg: number;
  drawnInKg: number;
  /** Still to be let out of its end. */
  purgeKg: number;
}
/** Liquid in a hose boils off into the low side with this time constant, s. */
const HOSE_EMPTIES_S = 8;

export type MachineKind = "off" | "recover" | "pump";

/** Integration step: short against everything but the liquid finding its place. */
const STEP_S = 0.1;
/** A hold changes slowly enough for this. */
const STANDING_STEP_S = 2;
/** A recovery machine's swept volume and the most it condenses; it stops drawing at this pressure. */
const RECOVERY_SWEEP_M3S = 0.9e-3;
const RECOVERY_MOST_KG_S = 0.007;
const RECOVERY_STOP_KPA = 26;
/** Left when recovery has drawn it down: below this the pump may start and the vacuum model takes over. */
export const EMPTY_KG = 0.012;
/** Refrigerant vapour through a hole: flow a m2 and kPa, kg/s. */
const CHOKED_LEAK = chokedFlux("refrigerant");
/** Air in through a hole at the atmosphere's pressure, as pressure times volume: a m2 and kPa, kPa m3/s. */
const AIR_LEAK = chokedFlux("air") / gasDensity("air");
/** The oil holds this share of a charge back, and gives it off with this time constant once it is drawn low, s. */
const OIL_HOLDS = 0.03;
const OIL_GIVES_S = 240;
/** It begins when this share of the label is left. */
const OIL_GIVES_BELOW = 0.12;
/** Oil comes out with what is recovered, kg a kg. */
const OIL_SHARE = 0.02;
/** Left in the oil when the pump starts, at least and at most, kg. */
const DISSOLVED_KG = { least: 2e-4, most: 6e-4 };

export class CircuitSimulation {
  private readonly circuit = new TransientCircuit();
  private readonly none = { flow: 0, enthalpy: 0 };
  private readonly lowPort = { flow: 0, enthalpy: 0 };
  private readonly highPort = { flow: 0, enthalpy: 0 };
  private readonly controls = controlsOff();
  private readonly drive: Drive;
  private y: Float64Array;
  private vacuum: VacuumState | null = null;
  private testGas: TestGasState | null = null;
  private readonly closed = new Set<LeakPlace>();
  private conditions: CircuitConditions;
  private engineOn = false;
  private running: Plant;
  private still: Plant;
  private machine: MachineKind = "off";
  private recoveredKg = 0;
  /** Still in the oil, no longer in the gas; null until recovery has drawn the circuit low. */
  private inOilKg: number | null = null;
  private container: Container | null = null;
  private charging: ChargePort | null = null;
  private airKg: number;
  /** Being filled from vacuum with the engine off; the circuit in time takes over when it starts. */
  private filling: FillState | null = null;
  private hose: LineHose = { heldKg: 0, liquidKg: 0, vapourKg: 0, drawnInKg: 0, purgeKg: 0 };
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
    if (setup.resume) this.takeUp(setup.resume);
    else if (setup.vacuum) this.vacuum = { ...setup.vacuum };
    else if (plant.chargeKg < EMPTY_KG) {
      this.vacuum = {
        airKpa: 101,
        refrigerantKpa: 0,
        waterKpa: 0,
        waterKg: setup.waterKg ?? 0,
        dissolvedKg: DISSOLVED_KG.most,
      };
    }
    this.drive = { plant: this.still, clutchIn: false, engineOn: false, lowPort: this.none, highPort: this.none };
  }

  /** As it stands, to be taken up again. */
  get state(): CircuitState {
    const { controls, conditions, engineOn, machine, recoveredKg, inOilKg, airKg, bayC } = this;
    const { vacuum, testGas, filling, container, charging } = this;
    return structuredClone({
      y: Array.from(this.y),
      controls,
      conditions,
      engineOn,
      machine,
      vacuum,
      testGas,
      filling,
      container,
      charging,
      recoveredKg,
      inOilKg,
      airKg,
      hose: { ...this.hose },
      bayC,
      valveAnswer: this.circuit.valveAnswer,
    });
  }

  private takeUp(kept: CircuitState): void {
    const { y, controls, valveAnswer, conditions, ...rest } = structuredClone(kept);
    Object.assign(this, rest);
    Object.assign(this.controls, controls);
    this.y = new Float64Array(STATES);
    // A state kept by an earlier version ends before the command: full, until it follows.
    this.y[COMMAND] = 1;
    this.y.set(y);
    this.circuit.valveAnswer = valveAnswer;
    this.setConditions(conditions);
  }

  get plant(): Plant {
    return this.running;
  }

  get chargeKg(): number {
    const { y, vacuum, filling, inOilKg } = this;
    return heldKg({ y, vacuum, filling, inOilKg });
  }

  setEngine(on: boolean, rpm = this.conditions.rpm): void {
    if (on) this.endFilling();
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
    if (machine !== "off") this.endFilling();
    this.machine = machine;
  }

  /** State under vacuum; null while the circuit holds refrigerant. */
  get vacuumState(): VacuumState | null {
    return this.vacuum ? { ...this.vacuum } : null;
  }

  /** Lets a circuit under vacuum, or with nitrogen in it, stand for a time with the pump off, in coarse steps. */
  standUnderVacuum(seconds: number): void {
    for (let left = seconds; left > 0 && this.standEmpty(Math.min(left, STANDING_STEP_S)); ) left -= STANDING_STEP_S;
  }

  /** Moves a circuit without refrigerant on: nitrogen in it, or a vacuum. False where it holds refrigerant. */
  private standEmpty(dt: number): boolean {
    if (this.testGas) standTestGas(this.testGas, this.leakAreaM2(), this.conditions.ambientC, dt);
    else if (this.vacuum) this.evacuateStep(this.vacuum, dt);
    else return false;
    return true;
  }

  /** Let out of the machine's separator. */
  get recoveredOilKg(): number {
    return this.recoveredKg * OIL_SHARE;
  }

  /** Zeroes the machine's scale. */
  tareMachine(): void {
    this.recoveredKg = 0;
  }

  /** Puts a container on the hose, or takes it off; what the hose holds stays in it. */
  setContainer(container: Container | null): void {
    this.container = container;
    this.charging = null;
  }

  /** The hose between container and port, and what its end still lets out. */
  setHose(hose: LineHose): void {
    this.hose = { ...hose };
  }

  get hoseHeldKg(): number {
    return this.hose.heldKg;
  }

  /** Net content of the container on the hose; null without one. */
  get containerKg(): number | null {
    return this.container?.netKg ?? null;
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
    if (this.standEmpty(dt)) return;
    if (this.filling) {
      const port = this.highPort.flow > 0 ? this.highPort : this.lowPort;
      fill(this.filling, this.still, port, dt);
      return;
    }
    const { y } = this;
    this.recover(dt);
    this.giveOffFromOil(dt);
    this.leak();
    operate(this.running, this.controls, this.engineOn, {
      lowKpa: y[LOW_KPA]!,
      highKpa: y[HIGH_KPA]!,
      sensorC: y[SENSOR_C]!,
    });
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
    if (charging?.phase === "hose") {
      this.lowPort.flow = this.outOfHose(this.hose.drawnInKg, dt);
      this.lowPort.enthalpy = this.running.fluid.liquidEnthalpy(this.y[LOW_KPA]!);
      return;
    }
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
    const side = low ? this.y[LOW_KPA]! : this.y[HIGH_KPA]!;
    const pressure = this.filling ? fillRest(this.filling, this.still).pressureKpa : side;
    const draw = { phase: charging.phase, opening: charging.opening, stopAtKg: charging.stopAtKg };
    drawFrom(container, this.running.fluid, { ...draw, portKpa: pressure }, dt, port);
    const { hose } = this;
    const lost = Math.min(port.flow * dt, hose.purgeKg);
    hose.purgeKg -= lost;
    port.flow -= lost / dt;
    const holds = charging.phase === "liquid" ? hose.liquidKg : hose.vapourKg;
    const intoHose = Math.max(Math.min(port.flow * dt, holds - hose.heldKg), 0);
    hose.heldKg += intoHose;
    port.flow += this.outOfHose(holds, dt) - intoHose / dt;
    if (container.netKg <= charging.stopAtKg) this.charging = null;
  }

  /** Flow from a hose that holds more than `keepsKg` into the port, kg/s. */
  private outOfHose(keepsKg: number, dt: number): number {
    const given = Math.max(this.hose.heldKg - keepsKg, 0) * (1 - Math.exp(-dt / HOSE_EMPTIES_S));
    this.hose.heldKg -= given;
    return given / dt;
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

  /** Drawn low, the oil gives off what it held: the pressure comes back after the machine has stopped. */
  private giveOffFromOil(dt: number): void {
    const { y, setup } = this;
    if (this.inOilKg === null) {
      const kg = y[HIGH_KG]! + y[LOW_KG]!;
      if (this.machine !== "recover" || kg > (OIL_GIVES_BELOW * setup.vehicle.label.chargeG) / 1000) return;
      this.inOilKg = Math.min((OIL_HOLDS * setup.vehicle.label.chargeG) / 1000, 0.6 * kg);
      const kept = 1 - this.inOilKg / kg;
      y[HIGH_KG] = y[HIGH_KG]! * kept;
      y[LOW_KG] = y[LOW_KG]! * kept;
    }
    const given = (this.inOilKg * dt) / OIL_GIVES_S;
    this.inOilKg -= given;
    // Straight into the gas of the low side: it brings its own warmth, taken from the oil.
    y[LOW_KG] = y[LOW_KG]! + given;
    const kg = Math.max(y[LOW_KG]! - given, 1e-4);
    y[LOW_KPA] = y[LOW_KPA]! * (1 + given / kg);
  }

  /** Vapour out of a hole at the high side's pressure now, kg/s. */
  leakFlowKgS(areaM2: number): number {
    const pressure = this.y[HIGH_KPA]!;
    return this.vacuum === null && pressure > this.running.atmosphereKpa ? areaM2 * CHOKED_LEAK * pressure : 0;
  }

  /** Repairs every hole at these places. */
  closeLeaks(places: readonly LeakPlace[]): void {
    for (const place of places) this.closed.add(place);
  }

  /** Area of all holes, or of those at one place, m2. */
  leakAreaM2(place?: LeakPlace): number {
    return (this.setup.leaks ?? [])
      .filter((leak) => !this.closed.has(leak.place) && (place === undefined || leak.place === place))
      .reduce((sum, leak) => sum + leak.areaM2, 0);
  }

  /** At the compressor's outlet, kPa absolute: what a relief valve there is held to; null while there is no refrigerant to press. */
  get dischargeKpa(): number | null {
    if (this.evenC !== null) return null;
    const { pass } = this.circuit;
    return pass.flow > 0 ? Math.max(pass.dischargeKpa, this.y[HIGH_KPA]!) : this.y[HIGH_KPA]!;
  }

  get engineRuns(): boolean {
    return this.engineOn;
  }

  private leak(): void {
    this.highPort.flow -= this.leakFlowKgS(this.leakAreaM2());
  }

  /** Fills an empty circuit with nitrogen to this pressure, kPa gauge. */
  pressurise(gaugeKpa: number): void {
    this.machine = "off";
    if (this.vacuum === null) this.enterVacuum();
    const { atmosphereKpa } = this.running;
    const volumeM3 = innerVolumeM3(this.setup.vehicle);
    this.testGas = fillTestGas(volumeM3, gaugeKpa + atmosphereKpa, this.conditions.ambientC);
  }

  /** Lets the nitrogen out; the circuit then holds it at the pressure of the air. */
  releaseTestGas(): void {
    if (this.testGas === null || this.vacuum === null) return;
    this.vacuum = { ...this.vacuum, airKpa: this.running.atmosphereKpa, refrigerantKpa: 0, waterKpa: 0 };
    this.testGas = null;
  }

  /** Nitrogen stands in the circuit. */
  get holdsTestGas(): boolean {
    return this.testGas !== null;
  }

  private enterVacuumWhenEmpty(): void {
    if (this.machine === "pump" && this.chargeKg <= EMPTY_KG) this.enterVacuum();
  }

  private enterVacuum(): void {
    const pressure = Math.min(this.y[LOW_KPA]!, this.y[HIGH_KPA]!);
    this.vacuum = {
      airKpa: 0.3,
      refrigerantKpa: pressure,
      waterKpa: 0,
      waterKg: this.setup.waterKg ?? 0,
      dissolvedKg: Math.min(Math.max(this.inOilKg ?? 0, DISSOLVED_KG.least), DISSOLVED_KG.most),
    };
    this.airKg = 0;
    this.inOilKg = null;
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
        leakKpaM3S: this.leakAreaM2() * AIR_LEAK * atmosphereKpa,
      },
      dt,
    );
  }

  /** Refrigerant enters an evacuated circuit; air that was left stays in it. */
  private leaveVacuum(): void {
    const left = this.vacuum!;
    const volumeM3 = innerVolumeM3(this.setup.vehicle);
    const kelvin = this.conditions.ambientC + 273.15;
    this.airKg = (left.airKpa * volumeM3) / (0.28705 * kelvin);
    this.vacuum = null;
    this.setConditions({});
    this.filling = { kg: 0, temperatureC: this.conditions.ambientC };
    if (this.engineOn) this.endFilling();
  }

  private endFilling(): void {
    if (!this.filling) return;
    const { kg, temperatureC } = this.filling;
    this.filling = null;
    this.y = restingState({ ...this.running, chargeKg: Math.max(kg, 1e-3) }, temperatureC);
    this.bayC = temperatureC;
  }

  /** Everything at one temperature: in vacuum and while it is filled. */
  private get evenC(): number | null {
    return this.vacuum ? this.conditions.ambientC : (this.filling?.temperatureC ?? null);
  }

  truth(): CircuitTruth {
    const { y, running, controls } = this;
    const { atmosphereKpa, vehicle } = running;
    const ambient = this.conditions.ambientC;
    const kg = this.chargeKg;
    const common = {
      recoveredKg: this.recoveredKg,
      containerKg: this.containerKg,
      clutchIn: controls.clutchIn,
      heldBy: controls.heldBy,
    };
    const even = this.evenC;
    if (even !== null) {
      const absolute = this.testGas
        ? testGasKpa(this.testGas)
        : this.vacuum
          ? vacuumKpa(this.vacuum)
          : fillRest(this.filling!, this.still).pressureKpa;
      const gauge = absolute - atmosphereKpa;
      return {
        ...common,
        lowKpa: gauge,
        highKpa: gauge,
        suctionLineC: even,
        liquidLineC: even,
        dischargeLineC: even,
        meteringInletC: even,
        ventC: running.coils[0]!.inletC,
        condenserInletAirC: ambient,
        condenserOutletAirC: ambient,
        chargeKg: kg,
        vacuumKpa: kg < EMPTY_KG && this.testGas === null ? absolute : null,
        duty: 0,
        command: 0,
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
      command: flowing ? pass.command : 0,
      fan: this.engineOn ? Math.min(pass.condenserAir / vehicle.condenser.airFlow, 1.2) : 0,
    };
  }

  /** Surface temperature of the condenser at a share of the way from inlet to outlet (0 to 1), degC. */
  condenserSurfaceC(share: number): number {
    return this.evenC ?? condenserSurfaceC(this.condenserFace(), share);
  }

  /** Surface temperature at a place along the circuit, degC. */
  lineTemperatureC(place: LinePlace): number {
    const truth = this.truth();
    const { pass } = this.circuit;
    const even = this.evenC;
    const condenser = even === null ? this.condenserFace() : evenFace(even);
    const evaporatingC = even ?? pass.low.temperatureC;
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
