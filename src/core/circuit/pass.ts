/**
 * One pass round the circuit at trial pressures: what flows, what the coils exchange, what mass every zone holds. The steady
 * solver makes its imbalances vanish, the transient integrates them; both see the same circuit.
 *
 * Two coordinates say where the liquid is. `high`, valve circuits: below 0 vapour leaves the condenser with the liquid, 0 to 1
 * the receiver fills, above 1 liquid backs up into the condenser; orifice circuits have no receiver, liquid backs up from 0 on.
 * `wet`: share of the evaporator that boils; above 1, orifice circuits, the accumulator fills from 1 to 2; valve circuits
 * carry liquid into the suction line.
 *
 * Condenser and evaporator by zones side by side on the face, effectiveness by NTU in each (Incropera and DeWitt, Fundamentals of
 * Heat and Mass Transfer, ch. 11); wet coil by enthalpy potential at the metal (Threlkeld 1970); void fraction by Zivi
 * (J. Heat Transfer 86 (1964) 247). Superheated zones hold their few grams at the density of saturated vapour.
 */
import { CP_AIR, saturatedAirEnthalpy } from "../air/humid-air";
import { emptySaturationRow } from "../fluids/tables";
import { deliveredFlow, displacedFlow, isentropicEfficiency, strokeAt } from "./compressor";
import { type MeteringState, meteringFlow, valveOpening } from "./metering";
import { type Coil, condenserAirFlow, type Plant } from "./plant";
import { fallingRoot } from "./root";
import type { CircuitVehicle } from "./vehicle";

/** Specific heat of vapour for the superheated zones, kJ/(kg K). */
const CP_VAPOUR_LOW = 0.92;
/** Conductance of the zones of the condenser relative to the condensing one. */
const DESUPERHEAT_SHARE = 0.55;
const LIQUID_SHARE = 0.65;
/** Quality at the condenser outlet a unit of `high` below zero, and shares of the face that flooding may take. */
export const QUALITY_PER_UNIT = 0.5;
export const MOST_FLOODED = 0.92;
/** Oil bleed of an accumulator takes a little liquid along. */
const BLEED_QUALITY = 0.985;
/** Loss of quality a unit of `wet` above full. */
const CARRY_OVER = 0.9;
/** A compressor's shell gives off this share of its work; discharge vapour is never hotter than its oil stands. */
const SHELL_LOSS = 0.08;
const MOST_WORK_KJ_KG = 115;
/** Air gathers where vapour is: most of the condenser's inside. */
const CONDENSER_GAS_SHARE = 0.85;
/** What the flow carries round keeps this share of the low side's room filled with it too. */
const CARRIED_ROUND = 0.5;
const AIR_GAS_CONSTANT = 0.28705;
/** Air blankets the tubes: falls the condensing conductance by 1 / (1 + this times its mole share). */
const AIR_BLANKET = 2.5;
const LEAST_ZONE = 0.004;

export class CircuitPass {
  readonly low = emptySaturationRow();
  readonly high = emptySaturationRow();

  lowKpa = 0;
  highKpa = 0;
  suctionKpa = 0;
  dischargeKpa = 0;
  /** Of air in the condenser. */
  airKpa = 0;
  /** Pressure of the liquid at the port and before the metering device. */
  liquidKpa = 0;
  meteringKpa = 0;

  /** Through the compressor, the metering devices together, and the rear one alone. */
  flow = 0;
  fed = 0;
  rearFlow = 0;
  displaced = 0;
  /** Share of full stroke. */
  strokeShare = 0;
  opening = 0;

  superheatK = 0;
  /** Enthalpies: leaving the evaporators, at the compressor, discharge, leaving the condenser, entering the evaporators. */
  hOut = 0;
  hSuction = 0;
  hDischarge = 0;
  hLiquid = 0;
  hInlet = 0;
  suctionC = 0;
  dischargeC = 0;
  liquidC = 0;
  /** Quality behind the condenser and before the metering device. */
  liquidQuality = 0;

  power = 0;
  shellLoss = 0;
  suctionGain = 0;
  condenserHeat = 0;
  /** Boiling heat of the whole front coil were it all wet, what it takes as it stands, and the rear coil's. */
  wetHeat = 0;
  evaporatorHeat = 0;
  rearHeat = 0;
  metalC = 0;
  rearMetalC = 0;
  rearWet = 1;

  condenserAir = 0;
  condenserInC = 0;
  condenserOutC = 0;
  desuperheatShare = 0;
  condensingShare = 0;
  floodedShare = 0;

  highMass = 0;
  lowMass = 0;
  /** Mass terms that the transient inverts. */
  boilingDensity = 0;
  condensingDensity = 0;

  /** Imbalances: condenser heat, evaporator heat (kW), metering flow (kg/s). */
  condenserError = 0;
  evaporatorError = 0;
  flowError = 0;

  /** Share of the face behind the receiver that still condenses. */
  private behindCondensing = 0;
  private readonly metering: MeteringState = { flow: 0, inletKpa: 0 };

  /**
   * @param duty share of time the clutch is in, multiplies the flow.
   * @param heldMetalC metal temperature of the front coil when it is a state of its own; NaN: in balance with the air.
   * @param heldOpening opening of the front valve when its bulb lags; NaN: as the superheat now asks.
   */
  evaluate(
    plant: Plant,
    lowKpa: number,
    highKpa: number,
    high: number,
    wet: number,
    duty: number,
    heldMetalC = Number.NaN,
    heldOpening = Number.NaN,
  ): void {
    this.lowKpa = lowKpa;
    this.highKpa = highKpa;
    plant.fluid.saturate(lowKpa, this.low);
    this.condensingPressure(plant, high);
    this.compress(plant, wet, duty);
    this.condense(plant, high);
    this.feed(plant, wet, heldOpening);
    this.boil(plant, wet, heldMetalC);
    this.weigh(plant, high, wet);
  }

  /** Dalton: what the air presses, the refrigerant does not. */
  private condensingPressure(plant: Plant, high: number): void {
    const { vehicle, fluid, airKg } = plant;
    this.airKpa = 0;
    if (airKg > 0) {
      const flooded = this.floodedAt(plant, high);
      const level = vehicle.receiverM3 > 0 ? Math.min(Math.max(high, 0), 1) : 0;
      const condenserM3 = vehicle.condenser.volumeM3 * Math.max(1 - flooded - vehicle.condenser.subcoolShare, 0.05);
      const lowM3 =
        vehicle.suctionLineM3 + vehicle.accumulatorM3 + vehicle.evaporators.reduce((sum, e) => sum + e.volumeM3, 0);
      const gasM3 =
        vehicle.dischargeLineM3 +
        condenserM3 * CONDENSER_GAS_SHARE +
        vehicle.receiverM3 * (1 - level) +
        // Standing still it spreads all round.
        lowM3 * (plant.turns > 0 ? CARRIED_ROUND : 1);
      const temperatureK = fluid.saturationTemperatureC(this.highKpa) + 273.15;
      this.airKpa = Math.min((airKg * AIR_GAS_CONSTANT * temperatureK) / gasM3, this.highKpa * 0.85);
    }
    fluid.saturate(this.highKpa - this.airKpa, this.high);
  }

  private floodedAt(plant: Plant, high: number): number {
    const from = plant.vehicle.receiverM3 > 0 ? 1 : 0;
    return Math.min(Math.max(high - from, 0), MOST_FLOODED - plant.vehicle.condenser.subcoolShare);
  }

  /** Suction line, compressor and discharge line: flow and enthalpies. */
  private compress(plant: Plant, wet: number, duty: number): void {
    const { vehicle, fluid, effects } = plant;
    const { low } = this;
    if (duty <= 0 || plant.turns <= 0) {
      this.flow = 0;
      this.displaced = 0;
      this.strokeShare = 0;
      this.suctionKpa = this.lowKpa;
      this.dischargeKpa = this.highKpa;
      this.superheatK = 0;
      this.hOut = this.outletEnthalpy(plant, wet, 0);
      this.hSuction = this.hOut;
      this.suctionC = fluid.temperatureC(this.lowKpa, this.hOut);
      this.hDischarge = fluid.vapourEnthalpy(this.highKpa);
      this.dischargeC = this.high.temperatureC;
      this.power = 0;
      this.shellLoss = 0;
      this.suctionGain = 0;
      return;
    }
    // Passage after the compressor: usual line and a fault in series, as 1 / (2 Cd2 A2), so that kPa = k m2 / rho.
    const passage = vehicle.condenserDrop + passageDrop(effects.dischargeAreaM2);
    const hot = Math.max(this.high.rhoVapour * 0.86, 1);
    let flow = 0;
    let displaced = 0;
    const pump = (suction: number, discharge: number) => {
      displaced = duty * displacedFlow(plant, suction, discharge, (low.rhoVapour * suction) / this.lowKpa);
      flow = deliveredFlow(plant, displaced, suction, discharge);
    };
    // Both pressure drops grow with the flow and throttle it, so each has one root; the suction's lies inside the discharge's.
    let suction = this.lowKpa * 0.97;
    const suctionAt = (discharge: number) =>
      fallingRoot(
        (suction) => {
          pump(suction, discharge);
          return this.lowKpa * (1 - (vehicle.suctionDrop * flow * flow) / (low.rhoVapour * suction)) - suction;
        },
        this.lowKpa * 0.2,
        this.lowKpa,
        1e-8 * this.lowKpa,
        suction,
      );
    const discharge = fallingRoot(
      (trial) => {
        suction = suctionAt(trial);
        return this.highKpa + ((passage * flow * flow) / hot) * (this.highKpa / trial) - trial;
      },
      this.highKpa * (1 - 1e-9),
      Math.max(3200, this.highKpa * 1.02),
      1e-8 * this.highKpa,
      this.highKpa * 1.01,
    );
    this.suctionKpa = suction;
    this.strokeShare = strokeAt(plant, suction);
    this.dischargeKpa = discharge;

    // Superheat by the flow of saturated vapour; the density of the real suction vapour then corrects the flow.
    this.hOut = this.outletEnthalpy(plant, wet, flow);
    const outC = this.hOut > low.hVapour ? low.temperatureC + this.superheatK : low.temperatureC;
    const reach = 1 - Math.exp(-vehicle.suctionGain / (flow * CP_VAPOUR_LOW));
    const gain = CP_VAPOUR_LOW * reach * Math.max(plant.engineBayC - outC, 0);
    this.hSuction = this.hOut + gain;
    const density = fluid.density(suction, this.hSuction);
    const saturated = (low.rhoVapour * suction) / this.lowKpa;
    displaced *= density / saturated;
    this.displaced = displaced;
    this.flow = deliveredFlow(plant, displaced, suction, discharge);
    this.suctionGain = this.flow * gain;
    this.suctionC = fluid.temperatureC(this.lowKpa, this.hOut + gain * 0.5);

    const ratio = discharge / suction;
    const ideal = fluid.vapourEnthalpyAtEntropy(discharge, fluid.entropy(suction, this.hSuction)) - this.hSuction;
    this.power = (displaced * Math.max(ideal, 0)) / isentropicEfficiency(plant, ratio);
    const lift = Math.min((this.power * (1 - SHELL_LOSS)) / this.flow, MOST_WORK_KJ_KG);
    this.hDischarge = this.hSuction + lift;
    this.shellLoss = this.power - this.flow * lift;
    this.dischargeC = fluid.temperatureC(this.highKpa, this.hDischarge);
  }

  /** Enthalpy of what leaves the front evaporator (or the accumulator behind it). */
  private outletEnthalpy(plant: Plant, wet: number, flow: number): number {
    const { low } = this;
    const coil = plant.coils[0]!;
    const latent = low.hVapour - low.hLiquid;
    if (wet < 1) {
      const span = Math.max(coil.inletC - low.temperatureC, 0);
      const ntu = flow > 0 ? (coil.vapourConductance * (1 - wet)) / (flow * CP_VAPOUR_LOW) : 30 * (1 - wet);
      this.superheatK = span * (1 - Math.exp(-ntu));
      return low.hVapour + CP_VAPOUR_LOW * this.superheatK;
    }
    this.superheatK = 0;
    if (plant.vehicle.accumulatorM3 > 0) {
      const bleed = (1 - BLEED_QUALITY) * Math.min((wet - 1) / 0.05, 1);
      const over = Math.max(wet - 2, 0) * CARRY_OVER;
      return low.hVapour - latent * Math.min(bleed + over, 0.8);
    }
    return low.hVapour - latent * Math.min((wet - 1) * CARRY_OVER, 0.8);
  }

  /** Three zones on the face: vapour cooled, condensed, and whatever is flooded or behind the receiver. */
  private condense(plant: Plant, high: number): void {
    const { vehicle } = plant;
    const { condenser } = vehicle;
    const row = this.high;
    const { flow } = this;
    this.condenserAir = condenserAirFlow(plant, this.highKpa);
    const capacity = this.condenserAir * CP_AIR;
    // Conductance grows with the square root of the air flow; blocked fins lose area with it.
    const conductance = condenser.conductance * Math.sqrt(this.condenserAir / condenser.airFlow);
    const moleShare = this.airKpa / this.highKpa;
    const reach = (share: number) => {
      const plain = 1 - Math.exp((-conductance * share) / capacity);
      return plain / (1 + plant.recirculation * plain);
    };
    const inletC = plant.condenserInletC;
    const span = row.temperatureC - inletC;
    const flooded = this.floodedAt(plant, high);
    const quality = high < 0 ? Math.min(-high * QUALITY_PER_UNIT, 1) : 0;
    const latent = row.hVapour - row.hLiquid;

    // Desuperheating: the air of its share of the face over the mean of the two ends.
    const hotC = this.dischargeC;
    const over = flow * Math.max(this.hDischarge - row.hVapour, 0);
    const main = Math.max(1 - flooded - condenser.subcoolShare, 0.02);
    let desuperheated = 0;
    if (over > 0 && flow > 0) {
      const mean = logMean(Math.max(hotC - inletC, 0.1), Math.max(span, 0.05));
      const perShare = capacity * reach(DESUPERHEAT_SHARE) * mean;
      this.desuperheatShare = Math.min(over / perShare, main * 0.9);
      desuperheated = this.desuperheatShare * perShare;
    } else this.desuperheatShare = 0;
    this.condensingShare = Math.max(main - this.desuperheatShare, LEAST_ZONE);
    this.floodedShare = flooded;
    const condensed = this.condensingShare * capacity * reach(1 / (1 + AIR_BLANKET * moleShare)) * span;

    // What is behind: first condenses the vapour that comes along, then subcools.
    const liquidShare = flooded + condenser.subcoolShare;
    const liquidCapacity = liquidShare * capacity * reach(LIQUID_SHARE);
    const heatCapacity = plant.fluid.liquidHeatCapacity(row.temperatureC);
    let behind = 0;
    this.behindCondensing = quality > 0 ? 1 : 0;
    this.liquidC = row.temperatureC;
    this.liquidQuality = quality;
    if (liquidShare > 0 && span > 0 && flow > 0) {
      const carried = quality * flow * latent;
      const most = liquidCapacity * span;
      if (carried >= most) {
        behind = most;
        this.liquidQuality = quality - most / (flow * latent);
      } else {
        this.liquidQuality = 0;
        this.behindCondensing = carried / most;
        const left = liquidCapacity * (1 - carried / most);
        this.liquidC = inletC + span * Math.exp(-left / (flow * heatCapacity));
        behind = carried + flow * (row.hLiquid - plant.fluid.liquidEnthalpyByTemperature(this.liquidC));
      }
    }
    this.hLiquid =
      this.liquidQuality > 0
        ? row.hLiquid + this.liquidQuality * latent
        : plant.fluid.liquidEnthalpyByTemperature(this.liquidC);
    this.condenserHeat = desuperheated + condensed + behind;
    this.condenserError = flow * (this.hDischarge - row.hLiquid - quality * latent) - desuperheated - condensed;
    this.condenserInC = inletC + (plant.recirculation * this.condenserHeat) / capacity;
    this.condenserOutC = this.condenserInC + this.condenserHeat / capacity;
    const drop = (vehicle.condenserDrop * flow * flow) / Math.max(row.rhoVapour, 1);
    // A slug of liquid through the compressor would ask for more than there is.
    this.liquidKpa = this.highKpa - Math.min(drop, 0.4 * this.highKpa);
  }

  /** Liquid line and metering devices. */
  private feed(plant: Plant, wet: number, heldOpening: number): void {
    const { vehicle, fluid } = plant;
    const { low } = this;
    // The line runs through the engine bay.
    const gain =
      this.flow > 0 ? (0.0008 * Math.max(plant.engineBayC - this.liquidC, 0)) / Math.max(this.flow, 0.004) : 0;
    this.hInlet = this.hLiquid + Math.min(gain, 3);
    const line = vehicle.liquidLineDrop + passageDrop(plant.effects.liquidAreaM2);
    this.opening = Number.isNaN(heldOpening)
      ? valveOpening(vehicle.metering, plant.effects, wet < 1 ? this.superheatK : -(wet - 1) * 30)
      : heldOpening;
    meteringFlow(
      fluid,
      vehicle.metering,
      plant.effects,
      this.opening,
      line,
      this.liquidKpa,
      this.hInlet,
      this.lowKpa,
      this.metering,
    );
    this.meteringKpa = this.metering.inletKpa;
    this.fed = this.metering.flow;
    this.rearFlow = 0;
    this.rearHeat = 0;
    const rear = plant.coils[1];
    if (rear && vehicle.rearValve) {
      // The rear coil follows at once: the wet share at which its valve feeds what it boils.
      const heat = this.coilHeat(rear, low.temperatureC, plant.atmosphereKpa);
      this.rearMetalC = this.metalC;
      const latent = Math.max(low.hVapour - this.hInlet, 20);
      const span = Math.max(rear.inletC - low.temperatureC, 0);
      const valve = vehicle.rearValve;
      // More of the coil wet: more boiled, less superheat, less fed.
      this.rearWet = fallingRoot(
        (share) => {
          const boiled = (share * heat) / latent;
          const ntu = (rear.vapourConductance * (1 - share)) / (Math.max(boiled, 1e-5) * CP_VAPOUR_LOW);
          const superheat = span * (1 - Math.exp(-ntu));
          const opening = valveOpening(valve, NEUTRAL, superheat);
          meteringFlow(fluid, valve, NEUTRAL, opening, line, this.liquidKpa, this.hInlet, this.lowKpa, this.metering);
          this.rearFlow = this.metering.flow;
          this.rearOut = low.hVapour + CP_VAPOUR_LOW * superheat;
          return (this.metering.flow - boiled) * 20;
        },
        0,
        1,
        1e-9,
        0.93,
      );
      this.rearHeat = this.rearFlow * (this.rearOut - this.hInlet);
    }
  }
  private rearOut = 0;

  /** Heat a wet coil would take whole, kW, and the metal temperature that goes with it (left in `metalC`). */
  private coilHeat(coil: Coil, boilingC: number, atmosphereKpa: number): number {
    let metal = boilingC + 0.3 * (coil.inletC - boilingC);
    let heat = 0;
    for (let i = 0; i < 8; i++) {
      heat = this.airHeat(coil, metal, atmosphereKpa);
      const error = coil.wallConductance * (metal - boilingC) - heat;
      const beside = this.airHeat(coil, metal + 0.05, atmosphereKpa);
      const slope = coil.wallConductance - (beside - heat) / 0.05;
      const step = error / slope;
      metal -= step;
      if (Math.abs(step) < 1e-7) break;
    }
    this.metalC = metal;
    return coil.wallConductance * (metal - boilingC);
  }

  /** Heat from the air to the coil's metal, kW: sensible, or with the latent heat of what condenses on it. */
  airHeat(coil: Coil, metalC: number, atmosphereKpa: number): number {
    const dry = CP_AIR * (coil.inletC - metalC);
    const wet = coil.inletEnthalpy - saturatedAirEnthalpy(metalC, atmosphereKpa);
    return coil.airFlow * coil.reach * Math.max(dry, wet);
  }

  private boil(plant: Plant, wet: number, heldMetalC: number): void {
    const { low } = this;
    const coil = plant.coils[0]!;
    if (Number.isNaN(heldMetalC)) this.wetHeat = this.coilHeat(coil, low.temperatureC, plant.atmosphereKpa);
    else {
      this.metalC = heldMetalC;
      this.wetHeat = coil.wallConductance * (heldMetalC - low.temperatureC);
    }
    // Two coils meet in the suction line: the front one's share of the flow is what is left.
    const front = Math.max(this.flow - this.rearFlow, 1e-6);
    const share = Math.min(wet, 1);
    const superheating = wet < 1 ? front * (this.hOut - low.hVapour) : 0;
    this.evaporatorHeat = share * this.wetHeat + superheating;
    const mixed = this.rearFlow > 0 ? this.rearFlow * (this.rearOut - this.hOut) : 0;
    // The compressor was given the front coil's vapour; a warmer rear one shows as heat that is still to be balanced.
    this.evaporatorError = front * (this.hOut - this.hInlet) - this.evaporatorHeat - mixed;
    this.flowError = this.flow - this.fed - this.rearFlow;
  }

  private weigh(plant: Plant, high: number, wet: number): void {
    const { vehicle } = plant;
    const { low } = this;
    const row = this.high;
    const { condenser } = vehicle;
    const quality = high < 0 ? Math.min(-high * QUALITY_PER_UNIT, 1) : 0;
    this.condensingDensity = zivi(row.rhoLiquid, row.rhoVapour, quality, 1);
    const behind =
      this.behindCondensing * zivi(row.rhoLiquid, row.rhoVapour, this.liquidQuality, quality) +
      (1 - this.behindCondensing) * row.rhoLiquid;
    const level = vehicle.receiverM3 > 0 ? Math.min(Math.max(high, 0), 1) : 0;
    // Behind a blockage or a long drop the line carries vapour too.
    const before = Math.min(Math.max(plant.fluid.quality(this.liquidKpa, this.hLiquid), 0), 1);
    const after = Math.min(Math.max(plant.fluid.quality(this.meteringKpa, this.hInlet), 0), 1);
    const lineDensity =
      0.5 * (zivi(row.rhoLiquid, row.rhoVapour, before, before) + zivi(row.rhoLiquid, row.rhoVapour, after, after));
    const flooded = this.floodedShare;
    const main = 1 - flooded - condenser.subcoolShare;
    const desuperheat = Math.min(this.desuperheatShare, main);
    this.highMass =
      (vehicle.dischargeLineM3 + condenser.volumeM3 * desuperheat) * row.rhoVapour +
      condenser.volumeM3 *
        ((main - desuperheat) * this.condensingDensity + flooded * row.rhoLiquid + condenser.subcoolShare * behind) +
      vehicle.receiverM3 * (level * row.rhoLiquid + (1 - level) * row.rhoVapour) +
      vehicle.liquidLineM3 * lineDensity;

    const inlet = Math.min(Math.max((this.hInlet - low.hLiquid) / (low.hVapour - low.hLiquid), 0), 0.98);
    this.boilingDensity = zivi(low.rhoLiquid, low.rhoVapour, inlet, 1);
    const coil = plant.coils[0]!;
    const share = Math.min(wet, 1);
    let mass = coil.volumeM3 * (share * this.boilingDensity + (1 - share) * low.rhoVapour);
    const rear = plant.coils[1];
    if (rear) mass += rear.volumeM3 * (this.rearWet * this.boilingDensity + (1 - this.rearWet) * low.rhoVapour);
    mass += (vehicle.suctionLineM3 + vehicle.accumulatorM3) * low.rhoVapour;
    mass += liquidRoomM3(vehicle, wet) * (low.rhoLiquid - low.rhoVapour);
    this.lowMass = mass;
  }
}

const NEUTRAL = { openingMost: 1, openingLeast: 0, orificeArea: 1 };

/** Room that liquid beyond the wet coil takes: the accumulator first, then the suction line. */
export function liquidRoomM3(vehicle: CircuitVehicle, wet: number): number {
  const beyond = Math.max(wet - 1, 0);
  if (vehicle.accumulatorM3 === 0) return vehicle.suctionLineM3 * beyond;
  return vehicle.accumulatorM3 * Math.min(beyond, 1) + vehicle.suctionLineM3 * Math.max(beyond - 1, 0);
}

/** kPa = k m2 / rho for a sharp passage of this area, Cd 0.7; 0 when free. */
function passageDrop(areaM2: number): number {
  return Number.isFinite(areaM2) ? 1 / (2000 * 0.49 * areaM2 * areaM2) : 0;
}

function logMean(a: number, b: number): number {
  const ratio = a / b;
  return Math.abs(ratio - 1) < 1e-4 ? (a + b) / 2 : (a - b) / Math.log(ratio);
}

/**
 * Mean density of a boiling or condensing stretch between two qualities, with Zivi's void fraction
 * alpha = x / (x + (1 - x) g), g = (rhoV / rhoL)^(2/3), averaged over quality.
 */
export function zivi(liquid: number, vapour: number, from: number, to: number): number {
  const g = Math.cbrt((vapour / liquid) * (vapour / liquid));
  const k = 1 - g;
  const span = to - from;
  const alpha =
    Math.abs(span) < 1e-6
      ? from / (from + (1 - from) * g)
      : (span / k - (g / (k * k)) * Math.log((g + k * to) / (g + k * from))) / span;
  return alpha * vapour + (1 - alpha) * liquid;
}
