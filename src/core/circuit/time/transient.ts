/**
 * The circuit in time. High and low side are two volumes with their mass and energy balances; coil metal, valve bulb and
 * sensor have heat capacities of their own; what flows and what is exchanged is the same pass as in the steady solver, so that a
 * running circuit settles on the steady answer. Ports let refrigerant in and out.
 *
 * Integration: first order, implicit in each state's own fast decay (a Rosenbrock step with a diagonal Jacobian; Hairer and
 * Wanner, Solving ODEs II, IV.7), fixed step. The balances of mass close to rounding at any step.
 */
import { CP_AIR } from "../../air/humid-air";
import { emptySaturationRow } from "../../fluids/tables";
import { FIN_SENSOR_LAG_S, finSensorC } from "../steady/controls";
import { valveOpening } from "../steady/metering";
import { CircuitPass } from "../steady/pass";
import { ALL_VAPOUR, MOST_FLOODED, QUALITY_PER_UNIT } from "../steady/pass/constants";
import { airHeat, GAS_FROM_WET } from "../steady/pass/evaporator";
import { liquidRoomM3, zivi } from "../steady/pass/masses";
import type { Coil, Plant } from "../steady/plant";
import type { CircuitPoint } from "../steady/point";
import { restOf } from "../steady/rest";
import { sideVolumes } from "../vehicle/vehicle";
import { HIGH_KG, LOW_KG } from "./held-charge";

/** Order of the states. */
export const HIGH_KPA = 0;
export const LOW_KPA = 2;
const HIGH_LIQUID = 4;
export const WET = 5;
export const METAL_C = 6;
const BULB_C = 7;
export const SENSOR_C = 8;
/** Partial pressure of air on the low side: none while the flow sweeps it on, as much as on the high side after a stop. */
export const LOW_AIR_KPA = 9;
/** Command to an outside-controlled compressor, 0 to 1. */
export const COMMAND = 10;
export const STATES = 11;

/** Refrigerant through a port: into the circuit positive, kg/s, with its enthalpy, kJ/kg. */
export interface PortFlow {
  flow: number;
  enthalpy: number;
}

/** External inputs during a step. */
export interface Drive {
  plant: Plant;
  clutchIn: boolean;
  /** Engine on: fans and blower turn, the bay is warm. */
  engineOn: boolean;
  lowPort: PortFlow;
  highPort: PortFlow;
}

/** Time for the liquid to find its place after the mass has changed, and of the valve's bulb, s. */
const LIQUID_LAG_S = 0.1;
const BULB_LAG_S = 5;
const BULB_LAG_OFF_S = 45;
/** Time constant of a climate control's command behind the evaporator air, s. */
const COMMAND_LAG_S = 15;
const AIR_SWEPT_S = 8;
const AIR_SPREADS_S = 40;
/** Share of a fan's heat transfer left in still air, and of a wet wall's in dry vapour. */
const STILL_AIR = 0.07;
const GAS_TO_WALL = 0.02;
const BACK_PASSAGE_M2 = 1.5e-6;
/** A working valve may answer a small coil faster than a step: steps are parted until it answers by this much in one, or so many times. */
const VALVE_ANSWER = 0.4;
const MOST_PARTS = 16;
const LAST_KG = 1e-3;
const CV_VAPOUR = 0.78;
const CP_VAPOUR = 0.92;
/** Where there is only gas, its pressure comes to what its mass and temperatures ask in this time: walls are near, s. */
const GAS_SETTLES_S = 0.4;
/** The high side is a gas where what leaves the condenser is over saturated by this, kJ/kg, and it holds no more than so many times saturated vapour. */
const GAS_OVER_KJ_KG = 2;
const GAS_HOLDS = { all: 1.3, none: 1.6 };
const LEAST_WET = 0.002;
const LEAST_KPA = 8.2;
const MOST_KPA = 3240;

/** The plant with the engine off: no fan, no blower, nothing turns. */
export function stillPlant(plant: Plant): Plant {
  const coils = plant.coils.map<Coil>((coil) => {
    const airFlow = coil.airFlow * STILL_AIR;
    return { ...coil, airFlow, reach: 0.9 };
  });
  return {
    ...plant,
    turns: 0,
    engineBayC: plant.conditions.ambientC,
    condenserInletC: plant.conditions.ambientC,
    effects: { ...plant.effects, condenserFlow: plant.effects.condenserFlow * STILL_AIR },
    coils,
  };
}

/** State of a circuit at rest, soaked at a temperature (degC). */
export function restingState(plant: Plant, temperatureC: number): Float64Array {
  const y = new Float64Array(STATES);
  const { fluid, vehicle, chargeKg } = plant;
  const volumes = sideVolumes(vehicle);
  const rest = restOf(plant, temperatureC);
  const pressure = Math.max(rest.pressureKpa - rest.airKpa, LEAST_KPA);
  const vapour = rest.liquidKg > 0 ? fluid.vapourDensity(pressure) : chargeKg / (volumes.high + volumes.low);
  y[HIGH_KPA] = rest.pressureKpa;
  y[LOW_KPA] = pressure;
  // Liquid lies about half on either side after a soak; it does not matter for the pressures.
  y[HIGH_KG] = vapour * volumes.high + rest.liquidKg * 0.55;
  y[LOW_KG] = chargeKg - y[HIGH_KG]!;
  y[LOW_AIR_KPA] = rest.airKpa;
  y[METAL_C] = temperatureC;
  y[BULB_C] = temperatureC;
  y[SENSOR_C] = temperatureC;
  y[COMMAND] = 1;
  y[HIGH_LIQUID] = 0;
  y[WET] = 0.5;
  const simulation = new TransientCircuit();
  const drive: Drive = {
    plant: stillPlant(plant),
    clutchIn: false,
    engineOn: false,
    lowPort: { flow: 0, enthalpy: 0 },
    highPort: { flow: 0, enthalpy: 0 },
  };
  // The liquid finds its place at these masses while everything else is held.
  const held = Float64Array.from(y);
  for (let i = 0; i < 60; i++) {
    simulation.step(drive, y, 0.5);
    const liquid: number = y[HIGH_LIQUID]!;
    const wet: number = y[WET]!;
    y.set(held);
    y[HIGH_LIQUID] = liquid;
    y[WET] = wet;
  }
  return y;
}

/** State of a circuit that runs steadily at a point of the steady solver. */
export function runningState(plant: Plant, point: CircuitPoint): Float64Array {
  const pass = new CircuitPass();
  pass.evaluate(plant, point);
  const y = new Float64Array(STATES);
  y[HIGH_KPA] = point.highKpa;
  y[LOW_KPA] = point.lowKpa;
  y[HIGH_KG] = pass.highMass;
  y[LOW_KG] = pass.lowMass;
  y[HIGH_LIQUID] = Math.max(point.condenserFill, ALL_VAPOUR);
  y[WET] = Math.max(point.evaporatorFill, LEAST_WET);
  y[METAL_C] = pass.metalC;
  y[BULB_C] = pass.low.temperatureC + pass.superheatK;
  y[SENSOR_C] = pass.metalC;
  y[COMMAND] = pass.command;
  return y;
}

/** The sides count as met when a gauge no longer parts them, kPa. */
const MET_KPA = 30;

/**
 * Seconds until the sides meet after the engine is stopped from a steady point; null when they have not within `longestS`.
 */
export function secondsToEqualise(plant: Plant, point: CircuitPoint, longestS = 900): number | null {
  const y = runningState(plant, point);
  const circuit = new TransientCircuit();
  const none = { flow: 0, enthalpy: 0 };
  const drive: Drive = { plant: stillPlant(plant), clutchIn: false, engineOn: false, lowPort: none, highPort: none };
  const dt = 0.1;
  for (let t = 0; t <= longestS; t += dt) {
    circuit.step(drive, y, dt);
    if (y[HIGH_KPA]! - y[LOW_KPA]! - y[LOW_AIR_KPA]! < MET_KPA) return t;
  }
  return null;
}

export class TransientCircuit {
  readonly pass = new CircuitPass();
  private readonly row = emptySaturationRow();
  private readonly dy = new Float64Array(STATES);
  private readonly rate = new Float64Array(STATES);

  /** Moves `y` on by `seconds`, a tenth of one or less. */
  step(drive: Drive, y: Float64Array, seconds: number): void {
    const parts = drive.clutchIn ? Math.ceil(clamp((this.valveAnswer * seconds) / VALVE_ANSWER, 1, MOST_PARTS)) : 1;
    for (let i = 0; i < parts; i++) this.stepOnce(drive, y, seconds / parts);
  }
  /** Rate at which the valve corrects an imbalance between closed and wide open, 1/s. */
  valveAnswer = 0;

  private stepOnce(drive: Drive, y: Float64Array, seconds: number): void {
    const { dy, rate } = this;
    this.derivatives(drive, y, dy, rate);
    for (let i = 0; i < STATES; i++) {
      if (i !== HIGH_KG && i !== LOW_KG) y[i] = y[i]! + (seconds * dy[i]!) / (1 + seconds * rate[i]!);
    }
    // Flow leaving one side enters the other, damped alike by the valve's response; ports add theirs.
    const passed = ((dy[LOW_KG]! - drive.lowPort.flow) * seconds) / (1 + seconds * rate[LOW_KG]!);
    y[LOW_KG] = y[LOW_KG]! + passed + drive.lowPort.flow * seconds;
    y[HIGH_KG] = y[HIGH_KG]! - passed + drive.highPort.flow * seconds;
    this.keepInRange(drive.plant, y);
  }

  /** Right-hand side of the equations; `rate` receives each state's own decay, 1/s. */
  derivatives(drive: Drive, y: ArrayLike<number>, dy: Float64Array | number[], rate: Float64Array): void {
    const { plant, clutchIn, engineOn, lowPort, highPort } = drive;
    const { pass } = this;
    const { vehicle, fluid } = plant;
    const volumes = sideVolumes(vehicle);
    const lowKpa = y[LOW_KPA]!;
    const highKpa = y[HIGH_KPA]!;
    const wet = y[WET]!;
    const boilingC = fluid.saturationTemperatureC(lowKpa);
    // Running, the valve answers the superheat at once: it does so far faster than pressures move. Standing, its bulb stays warm
    // while the suction pressure rises, and that shuts it.
    const opening = clutchIn ? Number.NaN : valveOpening(vehicle.metering, plant.effects, y[BULB_C]! - boilingC);
    pass.highGas = clutchIn ? this.highGasShare(plant, highKpa, y[HIGH_KG]!, volumes.high) : 0;
    pass.evaluate(
      plant,
      { lowKpa, highKpa, condenserFill: y[HIGH_LIQUID]!, evaporatorFill: wet, duty: clutchIn ? 1 : 0 },
      { metalC: y[METAL_C]!, opening, command: y[COMMAND]!, lowAirKpa: y[LOW_AIR_KPA]! },
    );
    const { low, high } = pass;
    const flow = pass.flow * held(y[LOW_KG]!);
    const fed = (pass.fed + pass.rearFlow) * held(y[HIGH_KG]!);
    // With the low side higher, vapour goes on through the compressor's reeds and back through the device.
    const over = lowKpa + y[LOW_AIR_KPA]! - highKpa;
    const back = over > 0 ? BACK_PASSAGE_M2 * Math.sqrt(2000 * low.rhoVapour * over) * held(y[LOW_KG]!) : 0;

    // Mass.
    dy[HIGH_KG] = flow + back - fed + highPort.flow;
    dy[LOW_KG] = fed - back - flow + lowPort.flow;

    const answer = clutchIn ? this.valveRate(plant, wet) : 0;
    rate[LOW_KG] = wet < 1 ? answer : 0;
    rate[HIGH_KG] = rate[LOW_KG]!;

    // Energy of the high side: what comes hot and leaves as liquid, the condenser, a port; its metal follows saturation.
    const ambient = plant.conditions.ambientC;
    const highGasC = this.gasTemperature(plant, highKpa - pass.airKpa, y[HIGH_KG]!, volumes.high);
    // Where there is only gas it exchanges with the walls as a gas does, not as something that condenses.
    const highDry = flow > 0 ? 0 : dryShare(highGasC, high.temperatureC);
    const condensed =
      (1 - highDry) * (engineOn || flow > 0 ? pass.condenserHeat : stillHeat(pass, plant)) +
      highDry * GAS_TO_WALL * (highGasC - ambient);
    const highFlux =
      flow * pass.hDischarge +
      back * low.hVapour -
      fed * pass.hLiquid -
      condensed +
      highPort.flow * (highPort.flow > 0 ? highPort.enthalpy : high.hVapour);
    const partial = Math.max(highKpa - pass.airKpa, LEAST_KPA);
    this.balance(plant, partial, y[HIGH_KG]!, volumes.high, vehicle.condenser.metalKjK, highFlux, dy[HIGH_KG]!);
    const { highGas } = pass;
    dy[HIGH_KPA] = this.pressureRate + (highGas * partial * gasMismatch(y[HIGH_KG]!, pass.highMass)) / GAS_SETTLES_S;
    rate[HIGH_KPA] =
      (Math.max(condensed / Math.max(high.temperatureC - plant.condenserInletC, 2), 0.02) *
        fluid.saturationSlope(partial)) /
      this.capacity;

    // Energy of the low side: wet wall, superheated stretch, rear coil, port.
    const share = Math.min(Math.max(wet, 0), 1);
    const coil = plant.coils[0]!;
    const lowGasC = this.gasTemperature(plant, lowKpa, y[LOW_KG]!, volumes.low);
    const front = Math.max(flow - pass.rearFlow, 0);
    const lowGas = flow > 0 ? clamp(2 - wet / GAS_FROM_WET, 0, 1) : 0;
    // Vapour that enters a dry coil superheated brings its own heat.
    const superheating = wet < 1 ? front * (pass.hOut - Math.max(low.hVapour, lowGas > 0 ? pass.hInlet : 0)) : 0;
    // While it flows the coordinate says how much of the coil boils, however warm and thin the vapour behind it.
    const lowDry = flow > 0 ? 0 : dryShare(lowGasC, low.temperatureC);
    const boiling =
      (1 - lowDry) * share * coil.wallConductance * (y[METAL_C]! - low.temperatureC) +
      lowDry * GAS_TO_WALL * (y[METAL_C]! - lowGasC);
    const lowFlux =
      fed * pass.hInlet +
      boiling +
      superheating +
      pass.rearHeat -
      (flow + back) * (flow > 0 ? pass.hOut : low.hVapour) +
      lowPort.flow * (lowPort.flow > 0 ? lowPort.enthalpy : low.hVapour);
    this.balance(plant, lowKpa, y[LOW_KG]!, volumes.low, 0.05, lowFlux, dy[LOW_KG]!);
    dy[LOW_KPA] = this.pressureRate + (lowGas * lowKpa * gasMismatch(y[LOW_KG]!, pass.lowMass)) / GAS_SETTLES_S;
    rate[LOW_KPA] =
      (share * coil.wallConductance * fluid.saturationSlope(lowKpa) +
        (flow * Math.max(low.hVapour - pass.hInlet, 20)) / lowKpa) /
      this.capacity;

    // The liquid finds its place.
    const found = (y[HIGH_KG]! - pass.highMass) / this.highMassSlope(plant, y[HIGH_LIQUID]!);
    dy[HIGH_LIQUID] = (found + highGas * (ALL_VAPOUR - y[HIGH_LIQUID]! - found)) / LIQUID_LAG_S;
    dy[WET] = (y[LOW_KG]! - pass.lowMass) / (this.lowMassSlope(plant, wet) * LIQUID_LAG_S);
    rate[HIGH_LIQUID] = 1 / LIQUID_LAG_S;
    rate[WET] = 1 / LIQUID_LAG_S;

    // Metal between refrigerant and air; bulb; sensor between the fins.
    const metal = y[METAL_C]!;
    const fromAir = airHeat(coil, metal, plant.atmosphereKpa);
    const metalKjK = vehicle.evaporators[0]!.metalKjK;
    // Without liquid behind it the metal of the dry part follows the air: counted with its share only.
    const wall = (1 - lowDry) * coil.wallConductance * (flow > 0 ? 1 : wallShare(share));
    dy[METAL_C] = (fromAir - wall * (metal - low.temperatureC)) / metalKjK;
    rate[METAL_C] = (wall + coil.airFlow * CP_AIR) / metalKjK;
    const outletC = flow > 0 ? low.temperatureC + pass.superheatK : metal;
    const bulbLag = flow > 0 ? BULB_LAG_S : BULB_LAG_OFF_S;
    dy[BULB_C] = (outletC - y[BULB_C]!) / bulbLag;
    rate[BULB_C] = 1 / bulbLag;
    dy[SENSOR_C] = (finSensorC(plant, metal, wet) - y[SENSOR_C]!) / FIN_SENSOR_LAG_S;
    rate[SENSOR_C] = 1 / FIN_SENSOR_LAG_S;
    dy[COMMAND] = (pass.commandAsked - y[COMMAND]!) / COMMAND_LAG_S;
    rate[COMMAND] = 1 / COMMAND_LAG_S;
    rate[LOW_AIR_KPA] = flow > 0 ? 1 / AIR_SWEPT_S : 1 / AIR_SPREADS_S;
    dy[LOW_AIR_KPA] = ((flow > 0 ? 0 : pass.airKpa) - y[LOW_AIR_KPA]!) * rate[LOW_AIR_KPA]!;
  }

  /** Degree to which the high side is gas only: nothing condenses and no liquid can collect anywhere. */
  private highGasShare(plant: Plant, highKpa: number, kg: number, volumeM3: number): number {
    const saturated = plant.fluid.vapourDensity(Math.max(highKpa - this.pass.airKpa, LEAST_KPA)) * volumeM3;
    const byMass = clamp((GAS_HOLDS.none - kg / saturated) / (GAS_HOLDS.none - GAS_HOLDS.all), 0, 1);
    return byMass * clamp(this.pass.vapourOverKjKg / GAS_OVER_KJ_KG, 0, 1);
  }

  private pressureRate = 0;
  /** dU/dP at constant mass, kJ/kPa. */
  private capacity = 1;

  /** Pressure change of a volume from its energy and mass fluxes: dP = (E - dU/dM dM) / (dU/dP). */
  private balance(
    plant: Plant,
    pressureKpa: number,
    mass: number,
    volume: number,
    metalKjK: number,
    flux: number,
    massRate: number,
  ): void {
    const dP = 1e-3 * pressureKpa;
    const dM = 1e-3 * Math.max(mass, 1e-3);
    const here = this.energy(plant, pressureKpa, mass, volume, metalKjK);
    this.capacity = Math.max((this.energy(plant, pressureKpa + dP, mass, volume, metalKjK) - here) / dP, 1e-4);
    const byMass = (this.energy(plant, pressureKpa, mass + dM, volume, metalKjK) - here) / dM;
    this.pressureRate = (flux - byMass * massRate) / this.capacity;
  }

  /** Internal energy of a volume and its metal, kJ: liquid and vapour in equilibrium, or a gas. */
  private energy(plant: Plant, pressureKpa: number, mass: number, volume: number, metalKjK: number): number {
    const { row } = this;
    plant.fluid.saturate(pressureKpa, row);
    const liquidM3 = (mass - row.rhoVapour * volume) / (row.rhoLiquid - row.rhoVapour);
    if (liquidM3 <= 0) {
      const gasK = (row.temperatureC + 273.15) * Math.min((row.rhoVapour * volume) / Math.max(mass, 1e-6), 4);
      const over = gasK - 273.15 - row.temperatureC;
      const u = row.hVapour - pressureKpa / row.rhoVapour + CV_VAPOUR * over;
      return mass * u + metalKjK * row.temperatureC;
    }
    const liquidKg = Math.min(liquidM3, volume) * row.rhoLiquid;
    const vapourKg = mass - liquidKg;
    return (
      liquidKg * (row.hLiquid - pressureKpa / row.rhoLiquid) +
      vapourKg * (row.hVapour - pressureKpa / row.rhoVapour) +
      metalKjK * row.temperatureC
    );
  }

  /** Temperature of the vapour in a volume: saturation while there is liquid, above it when there is too little for it. */
  private gasTemperature(plant: Plant, pressureKpa: number, mass: number, volume: number): number {
    const { row } = this;
    plant.fluid.saturate(Math.max(pressureKpa, LEAST_KPA), row);
    const ratio = (row.rhoVapour * volume) / Math.max(mass, 1e-6);
    return ratio <= 1 ? row.temperatureC : (row.temperatureC + 273.15) * Math.min(ratio, 4) - 273.15;
  }

  /** Rate at which the valve corrects an imbalance, 1/s: more liquid in the coil, less superheat, less opening, less flow. */
  private valveRate(plant: Plant, wet: number): number {
    const { pass } = this;
    const device = plant.vehicle.metering;
    if (device.kind === "orifice" || pass.flow <= 0) return 0;
    const asked = (pass.superheatK - device.staticSuperheatK) / device.spanK;
    const coil = plant.coils[0]!;
    const left = coil.inletC - pass.low.temperatureC - pass.superheatK;
    const superheatByWet = (coil.vapourConductance / (pass.flow * CP_VAPOUR)) * Math.max(left, 0);
    const flowBySuperheat = pass.fed / (Math.max(pass.opening, device.bleed) * device.spanK);
    this.valveAnswer = (superheatByWet * flowBySuperheat) / this.lowMassSlope(plant, Math.min(wet, 0.99));
    return asked <= device.bleed || asked >= 1 ? 0 : this.valveAnswer;
  }

  private highMassSlope(plant: Plant, high: number): number {
    const { vehicle } = plant;
    const { high: row, condensingDensity } = this.pass;
    const from = vehicle.receiverM3 > 0 ? 1 : 0;
    if (high > from) return Math.max(vehicle.condenser.volumeM3 * (row.rhoLiquid - condensingDensity), 1e-3);
    if (high > 0) return Math.max(vehicle.receiverM3 * (row.rhoLiquid - row.rhoVapour), 1e-3);
    // A little more vapour at the outlet thins the whole condenser.
    const quality = Math.min(-high * QUALITY_PER_UNIT, 1);
    const beside = zivi(row.rhoLiquid, row.rhoVapour, Math.min(quality + 0.02, 1), 1);
    const slope = ((condensingDensity - beside) / 0.02) * QUALITY_PER_UNIT;
    return Math.max((vehicle.condenser.volumeM3 + vehicle.liquidLineM3) * slope, 0.02);
  }

  private lowMassSlope(plant: Plant, wet: number): number {
    const { low, boilingDensity } = this.pass;
    const coil = plant.coils[0]!;
    if (wet < 1) return Math.max(coil.volumeM3 * (boilingDensity - low.rhoVapour), 1e-3);
    const room = liquidRoomM3(plant.vehicle, wet + 0.01) - liquidRoomM3(plant.vehicle, wet);
    return Math.max((room / 0.01) * (low.rhoLiquid - low.rhoVapour), 1e-3);
  }

  private keepInRange(plant: Plant, y: Float64Array): void {
    const store = plant.vehicle.accumulatorM3 > 0;
    y[HIGH_KPA] = clamp(y[HIGH_KPA]!, LEAST_KPA, MOST_KPA);
    y[LOW_KPA] = clamp(y[LOW_KPA]!, LEAST_KPA, MOST_KPA);
    y[HIGH_LIQUID] = clamp(y[HIGH_LIQUID]!, ALL_VAPOUR, (store ? 0 : 1) + MOST_FLOODED - 0.01);
    y[WET] = clamp(y[WET]!, LEAST_WET, store ? 2.85 : 1.85);
  }
}

/** Relative deviation of a gas's mass from its pressure and temperatures; bounded, so that no step jumps. */
function gasMismatch(kg: number, heldKg: number): number {
  return clamp(kg / Math.max(heldKg, 1e-6) - 1, -0.8, 0.8);
}

function clamp(x: number, low: number, high: number): number {
  return Math.min(Math.max(x, low), high);
}

/** Heat from a condenser in still air. */
function stillHeat(pass: CircuitPass, plant: Plant): number {
  const air = pass.condenserAir * CP_AIR;
  return air * 0.9 * (pass.high.temperatureC - plant.condenserInletC);
}

/** The boiling part's metal is at its own balance, however large it is; without any liquid nothing cools it. */
function wallShare(share: number): number {
  return Math.min(share / 0.08, 1);
}

/** A side gives only what it has: falls to 0 with its last gram. */
function held(kg: number): number {
  return clamp(kg / LAST_KG, 0, 1);
}

/** 1 where there is only gas, warmer than saturation; 0 while liquid holds the temperature. */
function dryShare(gasC: number, saturationC: number): number {
  return clamp((gasC - saturationC) / 3, 0, 1);
}
