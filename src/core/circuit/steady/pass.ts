/**
 * One pass round the circuit at trial pressures: what flows, what the coils exchange, what mass every zone holds. The steady
 * solver makes its imbalances vanish, the transient integrates them; both see the same circuit.
 *
 * Two coordinates say where the liquid is. `high`, valve circuits: below 0 vapour leaves the condenser with the liquid, only vapour at -2,
 * superheated below; 0 to 1 the receiver fills, above 1 liquid backs up into the condenser; orifice circuits have no receiver, liquid backs
 * up from 0 on. `wet`: share of the evaporator that boils; below 0 nothing boils, vapour enters already superheated; above 1, orifice
 * circuits, the accumulator fills from 1 to 2; valve circuits carry liquid into the suction line.
 *
 * Condenser and evaporator by zones side by side on the face, effectiveness by NTU in each (Incropera and DeWitt, Fundamentals of
 * Heat and Mass Transfer, ch. 11); wet coil by enthalpy potential at the metal (Threlkeld 1970); void fraction by Zivi
 * (J. Heat Transfer 86 (1964) 247). Superheated zones hold saturated vapour thinned by their temperature. A blockage inside the condenser
 * parts it in two, each at its own pressure.
 */
import { CP_AIR, saturatedAirEnthalpy } from "../../air/humid-air";
import { emptySaturationRow, type SaturationRow } from "../../fluids/tables";
import { fallingRoot } from "../../maths/roots";
import type { CircuitVehicle } from "../vehicle/vehicle";
import { commandAt, deliveredFlow, displacedFlow, isentropicEfficiency, strokeAt, wetSuctionShare } from "./compressor";
import { emptyFace, type FaceAir, faceHeat } from "./face";
import { type MeteringState, meteringFlow, passageFlow, valveOpening } from "./metering";
import { type Coil, condenserAirFlow, type Plant } from "./plant";

/** Specific heat of vapour for the superheated zones, kJ/(kg K). */
const CP_VAPOUR_LOW = 0.92;
/** Conductance of the zones of the condenser relative to the condensing one. */
const DESUPERHEAT_SHARE = 0.55;
const LIQUID_SHARE = 0.65;
/** Quality at the condenser outlet a unit of `high` below zero, and shares of the face that flooding may take. */
export const QUALITY_PER_UNIT = 0.5;
export const MOST_FLOODED = 0.997;
const LEAST_ZONE = 0.002;
/** Where `high` says that only vapour leaves, and superheat enthalpy a unit below it and below a dry coil, kJ/kg. */
export const ALL_VAPOUR = -1 / QUALITY_PER_UNIT;
const SUPERHEAT_PER_UNIT = 100;
/** In time: over this stretch of `wet` the low side goes over from liquid that finds its place to a gas that only warms. */
export const GAS_FROM_WET = 0.02;
/** Oil bleed of an accumulator takes a little liquid along. */
const BLEED_QUALITY = 0.993;
/**
 * Loss of quality a unit of `wet` above full: vapour runs ahead of the film of liquid by Zivi's slip, (rhoL / rhoV)^(1/3), some 4.5, so that
 * a little of the line's room filled with liquid is a large share of what flows.
 */
const CARRY_OVER = 4;
const LEAST_QUALITY = 0.2;

/** Share of liquid in what leaves beyond a full coil or accumulator, by how far the line behind it has filled. */
function carriedOver(beyond: number): number {
  const most = 1 - LEAST_QUALITY;
  return beyond > 0 ? most * (1 - Math.exp((-CARRY_OVER * beyond) / most)) : 0;
}

/** Heat loss of compressor shell and first hose to the engine bay, kW/K; upper limit of the vapour's superheating by work. */
const SHELL_CONDUCTANCE = 0.0016;
const CP_VAPOUR_HIGH = 1.05;
const MOST_WORK_KJ_KG = 150;
/** Air gathers where vapour is: most of the condenser's inside. */
const CONDENSER_GAS_SHARE = 0.85;
/** The flow keeps this share of the low side's volume filled with circulating air. */
const CARRIED_ROUND = 0.5;
const AIR_GAS_CONSTANT = 0.28705;
/**
 * Air at the liquid film resists condensation: the condensing conductance falls by 1 / (1 + this times the mole fraction of air). The form is the
 * film model of Colburn and Hougen (Industrial and Engineering Chemistry 26, 1934) for small gas fractions in forced flow; see Collier and Thome,
 * Convective Boiling and Condensation, 3rd ed. 1994, chapter 10. The factor is an assumption, not a measured value: with it 4 to
 * 7 g of air, one to two fillings of a 600 g circuit, raise the high side by 270 to 470 kPa at idle and 29 degC (docs/model.md).
 */
const AIR_BLANKET = 2.5;
export class CircuitPass {
  readonly low = emptySaturationRow();
  readonly high = emptySaturationRow();

  lowKpa = 0;
  highKpa = 0;
  suctionKpa = 0;
  dischargeKpa = 0;
  /** Air in the condenser. */
  airKpa = 0;
  /** Pressure of the liquid at the port and before the metering device. */
  liquidKpa = 0;
  meteringKpa = 0;

  /** Through the compressor, the metering devices together, and the rear one alone. */
  flow = 0;
  fed = 0;
  rearFlow = 0;
  displaced = 0;
  /** Share of full stroke, what control asks for, and the air behind the evaporator that it goes by. */
  strokeShare = 0;
  command = 1;
  commandAsked = 1;
  airBehindC = 0;
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

  /** In time: how far the high side is a gas alone (0 to 1, set by the transient), and what leaves the condenser over saturated vapour. */
  highGas = 0;
  vapourOverKjKg = 0;

  /** Imbalances: condenser heat, evaporator heat (kW), metering flow (kg/s). */
  condenserError = 0;
  evaporatorError = 0;
  flowError = 0;

  /** Share of the face behind the receiver that still condenses. */
  private behindCondensing = 0;
  /** Enthalpy that enters the condenser behind a blockage, or at its inlet; leaves its main part; and of vapour entering a dry coil over saturation. */
  private hCondenser = 0;
  private hMain = 0;
  private vapourFeed = 0;
  /** Whether the coil's metal is a state of its own: the circuit is being integrated in time. */
  private inTime = false;
  /** Part of the condenser before a restriction. */
  private readonly blockedRow = emptySaturationRow();
  private readonly before = emptyFace();
  private readonly main = emptyFace();
  private readonly air: FaceAir = { inletC: 0, gas: 0, condensing: 0 };
  private readonly metering: MeteringState = { flow: 0, inletKpa: 0 };

  /**
   * @param duty share of time the clutch is in, multiplies the flow.
   * @param heldMetalC metal temperature of the front coil when it is a state of its own; NaN: in balance with the air.
   * @param heldOpening opening of the front valve when its bulb lags; NaN: as the superheat now asks.
   * @param heldCommand command to an outside-controlled compressor while its controller follows; NaN: as the air now asks.
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
    heldCommand = Number.NaN,
  ): void {
    this.lowKpa = lowKpa;
    this.highKpa = highKpa;
    plant.fluid.saturate(lowKpa, this.low);
    this.inTime = !Number.isNaN(heldMetalC);
    this.cool(plant, wet, heldMetalC, heldCommand);
    this.condensingPressure(plant, high);
    this.airOverCondenser(plant);
    this.compress(plant, wet, duty);
    this.condense(plant, high);
    this.feed(plant, wet, heldOpening);
    this.boil(wet);
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
      this.hCondenser = this.hDischarge;
      this.dischargeC = this.high.temperatureC;
      this.power = 0;
      this.shellLoss = 0;
      this.suctionGain = 0;
      return;
    }
    const passage = vehicle.condenserDrop;
    const hot = Math.max(this.high.rhoVapour * 0.86, 1);
    let flow = 0;
    let displaced = 0;
    const pump = (suction: number, discharge: number) => {
      displaced =
        duty * displacedFlow(plant, suction, discharge, (low.rhoVapour * suction) / this.lowKpa, this.command);
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
    /** Superheat by the flow of saturated vapour; the density of the real suction vapour then corrects the flow. */
    const compressTo = (discharge: number) => {
      suction = suctionAt(discharge);
      this.suctionKpa = suction;
      this.strokeShare = strokeAt(plant, suction, this.command);
      this.dischargeKpa = discharge;
      this.hOut = this.outletEnthalpy(plant, wet, flow);
      const outC = this.hOut > low.hVapour ? low.temperatureC + this.superheatK : low.temperatureC;
      const reach = 1 - Math.exp(-vehicle.suctionGain / (flow * CP_VAPOUR_LOW));
      const gain = CP_VAPOUR_LOW * reach * Math.max(plant.engineBayC - outC, 0);
      this.hSuction = this.hOut + gain;
      const saturated = (low.rhoVapour * suction) / this.lowKpa;
      displaced *=
        this.hSuction >= low.hVapour
          ? fluid.density(suction, this.hSuction) / saturated
          : wetSuctionShare((this.hSuction - low.hLiquid) / (low.hVapour - low.hLiquid));
      this.displaced = displaced;
      this.flow = deliveredFlow(plant, displaced, suction, discharge);
      this.suctionGain = this.flow * gain;
      this.suctionC = fluid.temperatureC(this.lowKpa, this.hOut + gain * 0.5);

      // Liquid that enters boils on the walls before compression: it takes the work of saturated vapour.
      const hWorked = Math.max(this.hSuction, low.hVapour);
      const ideal = fluid.vapourEnthalpyAtEntropy(discharge, fluid.entropy(suction, hWorked)) - hWorked;
      this.power = (displaced * Math.max(ideal, 0)) / isentropicEfficiency(plant, discharge / suction);
      const lift = Math.min(this.power / this.flow, MOST_WORK_KJ_KG);
      const hotC = fluid.temperatureC(discharge, this.hSuction + lift);
      const given = 1 - Math.exp(-SHELL_CONDUCTANCE / (this.flow * CP_VAPOUR_HIGH));
      const lost = Math.min(CP_VAPOUR_HIGH * given * Math.max(hotC - plant.engineBayC, 0), 0.9 * lift);
      this.hDischarge = this.hSuction + lift - lost;
      this.shellLoss = this.power - this.flow * (lift - lost);
    };
    if (effects.dischargeAreaM2 === Number.POSITIVE_INFINITY) {
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
      compressTo(discharge);
      this.dischargeC = fluid.temperatureC(this.highKpa, this.hDischarge);
      this.hCondenser = this.hDischarge;
      return;
    }
    // A blockage: the compressor works against whatever makes the passage take what it delivers.
    fallingRoot(
      (trial) => {
        compressTo(trial);
        this.condenseBefore(plant);
        const taken = passageFlow(fluid, effects.dischargeAreaM2, trial, this.hCondenser, this.highKpa);
        return (this.flow - taken) * KPA_A_FLOW;
      },
      this.highKpa * (1 - 1e-9),
      Math.max(3200, this.highKpa * 1.02),
      1e-5,
      this.highKpa * 1.15,
    );
  }

  /** The part of the face before a blockage, at the compressor's own pressure: what it cools, and what it fills with. */
  private condenseBefore(plant: Plant): void {
    const { fluid, effects } = plant;
    fluid.saturate(Math.max(this.dischargeKpa - this.airKpa, this.high.pressureKpa), this.blockedRow);
    this.dischargeC = fluid.temperatureC(this.dischargeKpa, this.hDischarge);
    const { flow, hDischarge, dischargeC } = this;
    faceHeat(fluid, this.blockedRow, this.air, effects.dischargePlace, flow, hDischarge, dischargeC, true, this.before);
    this.hCondenser = this.before.hOut;
  }

  /** Enthalpy of what leaves the front evaporator (or the accumulator behind it). */
  private outletEnthalpy(plant: Plant, wet: number, flow: number): number {
    const { low } = this;
    const coil = plant.coils[0]!;
    const latent = low.hVapour - low.hLiquid;
    if (wet < 1) {
      // In time a dry coil gets what came last; the steady solver's coordinate says what comes.
      this.vapourFeed = this.inTime
        ? Math.max(this.hInlet - low.hVapour, 0) * Math.min(Math.max(2 - wet / GAS_FROM_WET, 0), 1)
        : Math.max(-wet, 0) * SUPERHEAT_PER_UNIT;
      const entersK = this.vapourFeed / CP_VAPOUR_LOW;
      const span = coil.inletC - low.temperatureC - entersK;
      const dry = 1 - Math.max(wet, 0);
      const ntu = flow > 0 ? (coil.vapourConductance * dry) / (flow * CP_VAPOUR_LOW) : 30 * dry;
      const warmed = this.vapourFeed > 0 ? span : Math.max(span, 0);
      this.superheatK = entersK + warmed * (1 - Math.exp(-ntu));
      return low.hVapour + CP_VAPOUR_LOW * this.superheatK;
    }
    this.superheatK = 0;
    this.vapourFeed = 0;
    if (plant.vehicle.accumulatorM3 > 0) {
      const bleed = (1 - BLEED_QUALITY) * Math.min((wet - 1) / 0.05, 1);
      return low.hVapour - latent * (bleed + carriedOver(wet - 2));
    }
    return low.hVapour - latent * carriedOver(wet - 1);
  }

  /** Air side of the condenser: its flow, and what a share of the face conducts to it. */
  private airOverCondenser(plant: Plant): void {
    const { condenser } = plant.vehicle;
    this.condenserAir = condenserAirFlow(plant, this.highKpa);
    const capacity = this.condenserAir * CP_AIR;
    // Conductance grows with the square root of the air flow; blocked fins lose area with it.
    const conductance = condenser.conductance * Math.sqrt(this.condenserAir / condenser.airFlow);
    const reach = (share: number) => {
      const plain = 1 - Math.exp((-conductance * share) / capacity);
      return (capacity * plain) / (1 + plant.recirculation * plain);
    };
    this.air.inletC = plant.condenserInletC;
    this.air.gas = reach(DESUPERHEAT_SHARE);
    this.air.condensing = reach(1 / (1 + AIR_BLANKET * (this.airKpa / this.highKpa)));
    this.liquidConductance = reach(LIQUID_SHARE);
  }
  private liquidConductance = 0;

  /** Three zones on the face: vapour cooled, condensed, and whatever is flooded or behind the receiver. */
  private condense(plant: Plant, high: number): void {
    const { vehicle, fluid, effects } = plant;
    const { condenser } = vehicle;
    const row = this.high;
    const { flow, air } = this;
    const flooded = this.floodedAt(plant, high);
    const latent = row.hVapour - row.hLiquid;
    const blocked = effects.dischargeAreaM2 < Number.POSITIVE_INFINITY && flow > 0;
    const place = blocked ? effects.dischargePlace : 0;

    const share = Math.max(1 - flooded - condenser.subcoolShare - place, LEAST_ZONE);
    const hotC = blocked ? fluid.temperatureC(this.highKpa, this.hCondenser) : this.dischargeC;
    faceHeat(fluid, row, air, share, flow, this.hCondenser, hotC, false, this.main);
    this.desuperheatShare = this.main.gasShare;
    this.condensingShare = this.main.condensingShare;
    this.floodedShare = flooded;
    const asked =
      high >= 0
        ? row.hLiquid
        : high > ALL_VAPOUR
          ? row.hLiquid - high * QUALITY_PER_UNIT * latent
          : row.hVapour + (ALL_VAPOUR - high) * SUPERHEAT_PER_UNIT;
    this.vapourOverKjKg = flow > 0 ? this.main.hOut - row.hVapour : 0;
    // In time a gas leaves as it has been cooled; the steady solver finds the coordinate that says the same.
    const gas = this.inTime ? this.highGas : 0;
    this.hMain = flow > 0 ? asked + gas * (Math.max(this.main.hOut, row.hVapour) - asked) : asked;

    const heatBefore = blocked ? this.before.heat : 0;
    const behind = this.condenseBehind(plant, flooded + condenser.subcoolShare);
    this.condenserHeat = heatBefore + this.main.heat + behind;
    this.condenserError = flow * (this.hCondenser - this.hMain) - this.main.heat;
    this.condenserInC = air.inletC + (plant.recirculation * this.condenserHeat) / (this.condenserAir * CP_AIR);
    this.condenserOutC = this.condenserInC + this.condenserHeat / (this.condenserAir * CP_AIR);
    const drop = (vehicle.condenserDrop * flow * flow) / Math.max(row.rhoVapour, 1);
    // A slug of liquid through the compressor would ask for more than there is.
    this.liquidKpa = this.highKpa - Math.min(drop, 0.4 * this.highKpa);
  }

  /** Part behind the main condenser: cools vapour that passes, condenses it, then subcools. Returns its heat, kW. */
  private condenseBehind(plant: Plant, share: number): number {
    const row = this.high;
    const { flow, hMain, air } = this;
    const latent = row.hVapour - row.hLiquid;
    const span = row.temperatureC - air.inletC;
    const vapour = Math.min(Math.max((hMain - row.hLiquid) / latent, 0), 1);
    this.liquidQuality = vapour;
    this.behindCondensing = vapour > 0 ? 1 : 0;
    this.hLiquid = hMain;
    this.liquidC = row.temperatureC;
    const over = Math.max(hMain - row.hVapour, 0);
    if (over > 0) this.liquidC = plant.fluid.temperatureC(this.high.pressureKpa, hMain);
    if (share <= 0 || flow <= 0) return 0;
    let left = share;
    if (over > 0) {
      const hotK = this.liquidC - air.inletC;
      const cp = over / Math.max(this.liquidC - row.temperatureC, 1e-6);
      const needed =
        span > 0 ? ((flow * cp) / air.gas) * Math.log(Math.max(hotK, span) / span) : Number.POSITIVE_INFINITY;
      if (needed >= left) {
        const heat = flow * cp * hotK * (1 - Math.exp((-left * air.gas) / (flow * cp)));
        this.hLiquid = hMain - heat / flow;
        this.liquidC = plant.fluid.temperatureC(this.high.pressureKpa, this.hLiquid);
        return heat;
      }
      left -= needed;
    }
    // Colder than the air it boils again instead.
    const most = left * this.liquidConductance * span;
    const carried = vapour * flow * latent;
    if (span <= 0) {
      const heat = Math.max(most, carried - flow * latent);
      this.liquidQuality = vapour - heat / (flow * latent);
      this.hLiquid = hMain - heat / flow;
      return heat;
    }
    if (carried >= most) {
      this.liquidQuality = vapour - most / (flow * latent);
      this.hLiquid = row.hLiquid + this.liquidQuality * latent;
      this.liquidC = row.temperatureC;
      return flow * (hMain - this.hLiquid);
    }
    this.liquidQuality = 0;
    this.behindCondensing = carried / most;
    const cooling = left * this.liquidConductance * (1 - carried / most);
    this.liquidC = air.inletC + span * Math.exp(-cooling / (flow * plant.fluid.liquidHeatCapacity(row.temperatureC)));
    this.hLiquid = plant.fluid.liquidEnthalpyByTemperature(this.liquidC);
    return flow * (hMain - this.hLiquid);
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
      ? valveOpening(vehicle.metering, plant.effects, wet < 1 ? this.superheatK : -(wet - 1) * 120)
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
      this.rearMetalC = this.solvedMetalC;
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

  /** Heat a wet coil would take whole, kW, and the metal temperature that goes with it (left in `solvedMetalC`). */
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
    this.solvedMetalC = metal;
    return coil.wallConductance * (metal - boilingC);
  }
  private solvedMetalC = 0;

  /** Heat from the air to the coil's metal, kW: sensible, or with the latent heat of what condenses on it. */
  airHeat(coil: Coil, metalC: number, atmosphereKpa: number): number {
    const dry = CP_AIR * (coil.inletC - metalC);
    const wet = coil.inletEnthalpy - saturatedAirEnthalpy(metalC, atmosphereKpa);
    return coil.airFlow * coil.reach * Math.max(dry, wet);
  }

  /** The front coil were it all wet, and the air behind it by which an outside control goes. */
  private cool(plant: Plant, wet: number, heldMetalC: number, heldCommand: number): void {
    const coil = plant.coils[0]!;
    if (this.inTime) {
      this.metalC = heldMetalC;
      this.wetHeat = coil.wallConductance * (heldMetalC - this.low.temperatureC);
    } else {
      this.wetHeat = this.coilHeat(coil, this.low.temperatureC, plant.atmosphereKpa);
      this.metalC = this.solvedMetalC;
    }
    const share = Math.min(Math.max(wet, 0), 1);
    this.airBehindC = coil.inletC - share * coil.reach * (coil.inletC - this.metalC);
    this.commandAsked = commandAt(plant, this.airBehindC);
    this.command = Number.isNaN(heldCommand) ? this.commandAsked : heldCommand;
  }

  private boil(wet: number): void {
    const { low } = this;
    // Two coils meet in the suction line: the front one's share of the flow is what is left.
    const front = Math.max(this.flow - this.rearFlow, 1e-6);
    const share = Math.min(Math.max(wet, 0), 1);
    const superheating = wet < 1 ? front * (this.hOut - low.hVapour - this.vapourFeed) : 0;
    this.evaporatorHeat = share * this.wetHeat + superheating;
    const mixed = this.rearFlow > 0 ? this.rearFlow * (this.rearOut - this.hOut) : 0;
    // The compressor was given the front coil's vapour; a warmer rear one shows as heat that is still to be balanced.
    this.evaporatorError = front * (this.hOut - this.hInlet) - this.evaporatorHeat - mixed;
    this.flowError = this.flow - this.fed - this.rearFlow;
  }

  private weigh(plant: Plant, high: number, wet: number): void {
    const { vehicle, effects } = plant;
    const { low } = this;
    const row = this.high;
    const { condenser } = vehicle;
    const latent = row.hVapour - row.hLiquid;
    const enters = this.flow > 0 ? Math.min(Math.max((this.hCondenser - row.hLiquid) / latent, 0), 1) : 1;
    const quality = Math.min(Math.max((this.hMain - row.hLiquid) / latent, 0), 1);
    const outletC = Math.max(this.liquidC, row.temperatureC);
    this.condensingDensity =
      zivi(row.rhoLiquid, row.rhoVapour, quality, enters) * thinned(row, 0.5 * (row.temperatureC + outletC));
    const behind =
      this.behindCondensing * zivi(row.rhoLiquid, row.rhoVapour, this.liquidQuality, quality) +
      (1 - this.behindCondensing) * row.rhoLiquid;
    const level = vehicle.receiverM3 > 0 ? Math.min(Math.max(high, 0), 1) : 0;
    // Behind a blockage or a long drop the line carries vapour too.
    const before = Math.min(Math.max(plant.fluid.quality(this.liquidKpa, this.hLiquid), 0), 1);
    const after = Math.min(Math.max(plant.fluid.quality(this.meteringKpa, this.hInlet), 0), 1);
    const lineDensity =
      0.5 * (zivi(row.rhoLiquid, row.rhoVapour, before, before) + zivi(row.rhoLiquid, row.rhoVapour, after, after));
    const vapourBehind = row.rhoVapour * thinned(row, outletC);
    const flooded = this.floodedShare;
    const blocked = effects.dischargeAreaM2 < Number.POSITIVE_INFINITY && this.flow > 0;
    const place = blocked ? effects.dischargePlace : 0;
    const main = Math.max(1 - flooded - condenser.subcoolShare - place, 0);
    const desuperheat = Math.min(this.desuperheatShare, main);
    const hot = blocked ? this.blockedRow : row;
    this.highMass =
      vehicle.dischargeLineM3 * hot.rhoVapour * thinned(hot, this.dischargeC) +
      condenser.volumeM3 *
        (place * (blocked ? this.massBefore() : 0) +
          desuperheat * row.rhoVapour * thinned(row, this.main.gasC) +
          (main - desuperheat) * this.condensingDensity +
          flooded * row.rhoLiquid +
          condenser.subcoolShare * (quality < 1 ? behind : Math.max(behind * thinned(row, outletC), vapourBehind))) +
      vehicle.receiverM3 * (level * row.rhoLiquid + (1 - level) * vapourBehind) +
      vehicle.liquidLineM3 * (before < 1 ? lineDensity : lineDensity * thinned(row, outletC));

    const inlet = Math.min(Math.max((this.hInlet - low.hLiquid) / (low.hVapour - low.hLiquid), 0), 0.98);
    this.boilingDensity = zivi(low.rhoLiquid, low.rhoVapour, inlet, 1);
    const coil = plant.coils[0]!;
    const share = Math.min(Math.max(wet, 0), 1);
    const dry = low.rhoVapour * thinned(low, low.temperatureC + 0.5 * this.superheatK);
    const suction = low.rhoVapour * thinned(low, this.suctionC);
    let mass = coil.volumeM3 * (share * this.boilingDensity + (1 - share) * dry);
    const rear = plant.coils[1];
    if (rear) mass += rear.volumeM3 * (this.rearWet * this.boilingDensity + (1 - this.rearWet) * low.rhoVapour);
    mass += (vehicle.suctionLineM3 + vehicle.accumulatorM3) * suction;
    mass += liquidRoomM3(vehicle, wet) * (low.rhoLiquid - low.rhoVapour);
    this.lowMass = mass;
  }

  /** Mean density of the part of the condenser before a blockage, kg/m3: hot vapour, condensing, and filled with what has condensed. */
  private massBefore(): number {
    const row = this.blockedRow;
    const { before } = this;
    const whole = Math.max(before.gasShare + before.condensingShare + before.liquidShare, 1e-9);
    const quality = Math.min(Math.max((before.hOut - row.hLiquid) / (row.hVapour - row.hLiquid), 0), 1);
    return (
      (before.gasShare * row.rhoVapour * thinned(row, before.gasC) +
        before.condensingShare * zivi(row.rhoLiquid, row.rhoVapour, quality, 1) +
        before.liquidShare * row.rhoLiquid) /
      whole
    );
  }
}

/** Flow that weighs as much as a kPa when a blockage's pressure is looked for, kPa s/kg. */
const KPA_A_FLOW = 2e4;

/** Density of a vapour warmer than saturation against that of saturated vapour: as an ideal gas. */
function thinned(row: SaturationRow, temperatureC: number): number {
  return (row.temperatureC + 273.15) / (Math.max(temperatureC, row.temperatureC) + 273.15);
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
