/**
 * The simulated instrument rack: a demo vehicle with gauges, clamps, a vent probe and a charging scale, sampled twice a
 * second with noise and lag. A first stand-in: quasi-steady circuit behind first-order lags; the transient circuit is
 * to replace it behind the same samples.
 */
import { atmosphericPressureKpa } from "../air/atmosphere";
import { type StandInState, type StandInVehicle, solveStandIn } from "../circuit/stand-in";
import { saturationAtTemperature } from "../fluids/saturation";
import { type NoiseSource, seededNoise } from "./noise";

export const SAMPLE_S = 0.5;

export interface RackVehicle {
  id: string;
  name: string;
  circuit: StandInVehicle;
  labelKg: number;
  /** What is really in it when it comes in. */
  foundKg: number;
  site: { ambientC: number; humidityPct: number; altitudeM: number };
}

export type Engine = "off" | "idle" | "fast";
export const engineRpm: Record<Engine, number> = { off: 0, idle: 800, fast: 1800 };

/** Liquid through the high side only with the engine off; vapour through the low side only with it running. */
export type ChargeValve = "shut" | "liquid-high" | "vapour-low";

/** Gauge pressures kPa, temperatures degC; `scaleG` is the net content of the container on the scale. */
export interface RackSample {
  time: number;
  rpm: number;
  low: number;
  high: number;
  suction: number;
  liquid: number;
  vent: number;
  ambient: number;
  humidity: number;
  scaleG: number | null;
  valve: ChargeValve;
  /** Net weight in the recovery machine since it was tared. */
  recoveredG: number;
  /** Absolute pressure on the vacuum gauge, kPa; null while refrigerant is in the circuit. */
  vacuumKpa: number | null;
}

/** What is connected to the ports besides the gauges. */
export type Machine = "off" | "recover" | "pump";

export type RackIssue =
  | { code: "liquid-while-running" }
  | { code: "vapour-while-off" }
  | { code: "no-container" }
  | { code: "engine-running" }
  | { code: "not-recovered" };

type Plant = Pick<RackSample, "low" | "high" | "suction" | "liquid" | "vent">;

/** Time constants of circuit and probe together, s. */
const lags: Record<keyof Plant, number> = { low: 9, high: 22, suction: 20, liquid: 24, vent: 30 };
/** Standard deviations of one sample; the error of the instrument's class comes on top, once per rack. */
const noise: Record<keyof Plant, number> = { low: 1.2, high: 4, suction: 0.08, liquid: 0.08, vent: 0.06 };
const classError: Record<keyof Plant, number> = { low: 4, high: 12, suction: 0.5, liquid: 0.5, vent: 0.2 };
const SCALE_NOISE_G = 0.4;
/** Warm water the container stands in, degC: never above 40. */
const CONTAINER_C = 38;
/** Flow per root of pressure difference through an open valve and hose, g/s per sqrt(kPa). */
const LIQUID_FLOW = 0.35;
const VAPOUR_FLOW = 0.055;
/** Recovery machine: flow at full pressure, and what stays dissolved in oil and hoses. */
const RECOVERY_G_PER_S = 6;
const RECOVERY_RESIDUE_KG = 0.004;
/** Pump: time constant of the circuit's volume over its speed, s, and the deepest it reaches, kPa. */
const PUMP_LAG_S = 70;
const PUMP_LIMIT_KPA = 0.04;
/** A sound circuit rises by outgassing of oil alone, kPa/s. */
const OUTGASSING_KPA_PER_S = 0.008 / 60;
/** Below this the circuit holds no refrigerant that the vacuum gauge should not see. */
const EMPTY_KG = 0.01;
/** The circuit is solved again when its charge has moved by this much. */
const RESOLVE_KG = 0.004;

export class SimulatedRack {
  private readonly random: NoiseSource;
  private readonly errors: Plant;
  private time = 0;
  private engine: Engine = "off";
  private valve: ChargeValve = "shut";
  private containerKg: number | null = null;
  private hoseSpaceKg = 0;
  private stopAtKg = 0;
  private machine: Machine = "off";
  private recoveredKg = 0;
  private vacuumKpa: number;
  private plant: Plant;
  private target: { key: string; chargeKg: number; plant: Plant } | null = null;

  constructor(
    private readonly vehicle: RackVehicle,
    private chargeKg: number,
    seed: number,
  ) {
    this.random = seededNoise(seed);
    this.errors = mapPlant(classError, (spread) => spread * this.random.normal() * 0.6);
    this.plant = this.settled();
    this.vacuumKpa = atmosphericPressureKpa(vehicle.site.altitudeM);
  }

  get charge(): number {
    return this.chargeKg;
  }

  setEngine(engine: Engine): void {
    if (engine !== "off" && this.valve === "liquid-high") this.valve = "shut";
    if (engine === "off" && this.valve === "vapour-low") this.valve = "shut";
    this.engine = engine;
  }

  /** Puts a container with this net content (kg) on the scale, or takes it off; hoses still to fill take the first grams. */
  setContainer(netKg: number | null, hoseSpaceKg = 0): void {
    this.valve = "shut";
    this.containerKg = netKg;
    this.hoseSpaceKg = hoseSpaceKg;
  }

  /** Starts or stops recovery machine or pump; both want the engine off, the pump an empty circuit. */
  setMachine(machine: Machine): RackIssue | null {
    if (machine !== "off" && this.engine !== "off") return { code: "engine-running" };
    if (machine === "pump" && this.chargeKg > EMPTY_KG) return { code: "not-recovered" };
    if (machine === "recover") this.recoveredKg = 0;
    if (machine !== "off") this.valve = "shut";
    this.machine = machine;
    return null;
  }

  /**
   * Opens or shuts a charging valve; what would harm a compressor or a person is refused. It shuts by itself when the
   * container has emptied to `stopAtKg`.
   */
  setValve(valve: ChargeValve, stopAtKg = 0): RackIssue | null {
    if (valve === "liquid-high" && this.engine !== "off") return { code: "liquid-while-running" };
    if (valve === "vapour-low" && this.engine === "off") return { code: "vapour-while-off" };
    if (valve !== "shut" && this.containerKg === null) return { code: "no-container" };
    this.valve = valve;
    this.stopAtKg = Math.max(0, stopAtKg);
    return null;
  }

  /** Moves on by one sample. */
  step(): RackSample {
    this.time += SAMPLE_S;
    this.flowCharge();
    this.runMachine();
    const target = this.settled();
    this.plant = mapPlant(
      this.plant,
      (value, channel) => value + (target[channel] - value) * (1 - Math.exp(-SAMPLE_S / lags[channel])),
    );
    const read = mapPlant(
      this.plant,
      (value, channel) => value + this.errors[channel] + noise[channel] * this.random.normal(),
    );
    const { ambientC, humidityPct } = this.vehicle.site;
    return {
      time: this.time,
      rpm: this.engine === "off" ? 0 : Math.round(engineRpm[this.engine] + 12 * this.random.normal()),
      ...read,
      ambient: ambientC + 0.1 * this.random.normal(),
      humidity: humidityPct + 0.5 * this.random.normal(),
      scaleG: this.containerKg === null ? null : this.containerKg * 1000 + SCALE_NOISE_G * this.random.normal(),
      valve: this.valve,
      recoveredG: Math.max(0, this.recoveredKg * 1000 + SCALE_NOISE_G * this.random.normal()),
      vacuumKpa: this.chargeKg > EMPTY_KG ? null : this.vacuumKpa * (1 + 0.004 * this.random.normal()),
    };
  }

  private flowCharge(): void {
    if (this.valve === "shut" || this.containerKg === null) return;
    const atmosphere = atmosphericPressureKpa(this.vehicle.site.altitudeM);
    const side = this.valve === "liquid-high" ? this.plant.high : this.plant.low;
    const drive = this.saturationKpa(CONTAINER_C) - (side + atmosphere);
    if (drive <= 0) return;
    const rate = (this.valve === "liquid-high" ? LIQUID_FLOW : VAPOUR_FLOW) * Math.sqrt(drive);
    const movedKg = Math.min((rate * SAMPLE_S) / 1000, Math.max(0, this.containerKg - this.stopAtKg));
    const intoHoses = Math.min(movedKg, this.hoseSpaceKg);
    this.containerKg -= movedKg;
    this.hoseSpaceKg -= intoHoses;
    this.chargeKg += movedKg - intoHoses;
    if (this.containerKg <= this.stopAtKg) this.valve = "shut";
  }

  private runMachine(): void {
    if (this.machine === "recover") {
      const left = this.chargeKg - RECOVERY_RESIDUE_KG;
      if (left <= 0) return;
      // The last part boils off slowly as the pressure falls.
      const rate = (RECOVERY_G_PER_S / 1000) * Math.min(1, 0.15 + left / 0.15);
      const movedKg = Math.min(left, rate * SAMPLE_S);
      this.chargeKg -= movedKg;
      this.recoveredKg += movedKg;
    } else if (this.machine === "pump") {
      this.chargeKg = 0;
      this.vacuumKpa += (PUMP_LIMIT_KPA - this.vacuumKpa) * (1 - Math.exp(-SAMPLE_S / PUMP_LAG_S));
    } else if (this.chargeKg <= EMPTY_KG) {
      this.vacuumKpa += OUTGASSING_KPA_PER_S * SAMPLE_S;
    }
  }

  /** Where the plant is heading with this charge and engine speed. */
  private settled(): Plant {
    const key = this.engine;
    if (this.target?.key !== key || Math.abs(this.target.chargeKg - this.chargeKg) > RESOLVE_KG) {
      this.target = { key, chargeKg: this.chargeKg, plant: this.solve() };
    }
    return this.target.plant;
  }

  private solve(): Plant {
    const { ambientC, humidityPct, altitudeM } = this.vehicle.site;
    const atmosphere = atmosphericPressureKpa(altitudeM);
    if (this.engine === "off" || this.chargeKg < LEAST_RUNNING_KG) {
      const pressure = this.restKpa() - atmosphere;
      return { low: pressure, high: pressure, suction: ambientC, liquid: ambientC, vent: ambientC };
    }
    const state: StandInState = solveStandIn(this.vehicle.circuit, {
      rpm: engineRpm[this.engine],
      ambientC,
      humidityPct,
      chargeKg: this.chargeKg,
    });
    return {
      low: state.lowKpa - atmosphere,
      high: state.highKpa - atmosphere,
      suction: state.suctionLineC,
      liquid: state.liquidLineC,
      vent: state.ventC,
    };
  }

  /** At rest: saturation while liquid is left, otherwise the vapour fills the volume (ideal gas below saturation). */
  private restKpa(): number {
    const { circuit, site } = this.vehicle;
    const volume =
      circuit.condenserM3 + circuit.evaporatorM3 + circuit.receiverM3 + circuit.liquidLineM3 + circuit.suctionM3;
    const state = saturationAtTemperature(circuit.refrigerant, site.ambientC);
    if (!state.ok) return 0;
    const filled = this.chargeKg / volume / state.value.vapour.densityKgM3;
    return state.value.pressureKpa * Math.min(1, filled);
  }

  private saturationKpa(temperatureC: number): number {
    const state = saturationAtTemperature(this.vehicle.circuit.refrigerant, temperatureC);
    return state.ok ? state.value.pressureKpa : 0;
  }
}

/** With less than this a low-pressure switch keeps the clutch out. */
const LEAST_RUNNING_KG = 0.1;

function mapPlant(plant: Plant, change: (value: number, channel: keyof Plant) => number): Plant {
  return {
    low: change(plant.low, "low"),
    high: change(plant.high, "high"),
    suction: change(plant.suction, "suction"),
    liquid: change(plant.liquid, "liquid"),
    vent: change(plant.vent, "vent"),
  };
}
