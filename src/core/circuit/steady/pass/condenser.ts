/**
 * Condenser step of a pass: air and its partial pressure, three zones side by side on the face (effectiveness by NTU in each, Incropera and DeWitt,
 * Fundamentals of Heat and Mass Transfer, ch. 11), a part before a restriction, and the part behind the receiver.
 */
import { CP_AIR } from "../../../air/humid-air";
import { faceHeat } from "../face";
import { condenserAirFlow, type Plant } from "../plant";
import { ALL_VAPOUR, MOST_FLOODED, QUALITY_PER_UNIT, SUPERHEAT_PER_UNIT } from "./constants";
import type { PassState } from "./state";

/** Conductance of the zones of the condenser relative to the condensing one. */
const DESUPERHEAT_SHARE = 0.55;
const LIQUID_SHARE = 0.65;
const LEAST_ZONE = 0.002;
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

/** Dalton: what the air presses, the refrigerant does not. */
export function condensingPressure(s: PassState, plant: Plant, high: number): void {
  const { vehicle, fluid, airKg } = plant;
  s.airKpa = 0;
  if (airKg > 0) {
    const flooded = floodedAt(plant, high);
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
    const temperatureK = fluid.saturationTemperatureC(s.highKpa) + 273.15;
    s.airKpa = Math.min((airKg * AIR_GAS_CONSTANT * temperatureK) / gasM3, s.highKpa * 0.85);
  }
  fluid.saturate(s.highKpa - s.airKpa, s.high);
}

function floodedAt(plant: Plant, high: number): number {
  const from = plant.vehicle.receiverM3 > 0 ? 1 : 0;
  return Math.min(Math.max(high - from, 0), MOST_FLOODED - plant.vehicle.condenser.subcoolShare);
}

/** Air side of the condenser: its flow, and what a share of the face conducts to it. */
export function airOverCondenser(s: PassState, plant: Plant): void {
  const { condenser } = plant.vehicle;
  s.condenserAir = condenserAirFlow(plant, s.highKpa);
  const capacity = s.condenserAir * CP_AIR;
  // Conductance grows with the square root of the air flow; blocked fins lose area with it.
  const conductance = condenser.conductance * Math.sqrt(s.condenserAir / condenser.airFlow);
  const reach = (share: number) => {
    const plain = 1 - Math.exp((-conductance * share) / capacity);
    return (capacity * plain) / (1 + plant.recirculation * plain);
  };
  s.air.inletC = plant.condenserInletC;
  s.air.gas = reach(DESUPERHEAT_SHARE);
  s.air.condensing = reach(1 / (1 + AIR_BLANKET * (s.airKpa / s.highKpa)));
  s.liquidConductance = reach(LIQUID_SHARE);
}

/** The part of the face before a blockage, at the compressor's own pressure: what it cools, and what it fills with. */
export function condenseBefore(s: PassState, plant: Plant): void {
  const { fluid, effects } = plant;
  fluid.saturate(Math.max(s.dischargeKpa - s.airKpa, s.high.pressureKpa), s.blockedRow);
  s.dischargeC = fluid.temperatureC(s.dischargeKpa, s.hDischarge);
  const { flow, hDischarge, dischargeC } = s;
  faceHeat(fluid, s.blockedRow, s.air, effects.dischargePlace, flow, hDischarge, dischargeC, true, s.before);
  s.hCondenser = s.before.hOut;
}

/** Three zones on the face: vapour cooled, condensed, and whatever is flooded or behind the receiver. */
export function condense(s: PassState, plant: Plant, high: number): void {
  const { vehicle, fluid, effects } = plant;
  const { condenser } = vehicle;
  const row = s.high;
  const { flow, air } = s;
  const flooded = floodedAt(plant, high);
  const latent = row.hVapour - row.hLiquid;
  const blocked = effects.dischargeAreaM2 < Number.POSITIVE_INFINITY && flow > 0;
  const place = blocked ? effects.dischargePlace : 0;

  const share = Math.max(1 - flooded - condenser.subcoolShare - place, LEAST_ZONE);
  const hotC = blocked ? fluid.temperatureC(s.highKpa, s.hCondenser) : s.dischargeC;
  faceHeat(fluid, row, air, share, flow, s.hCondenser, hotC, false, s.main);
  s.desuperheatShare = s.main.gasShare;
  s.condensingShare = s.main.condensingShare;
  s.floodedShare = flooded;
  const asked =
    high >= 0
      ? row.hLiquid
      : high > ALL_VAPOUR
        ? row.hLiquid - high * QUALITY_PER_UNIT * latent
        : row.hVapour + (ALL_VAPOUR - high) * SUPERHEAT_PER_UNIT;
  s.vapourOverKjKg = flow > 0 ? s.main.hOut - row.hVapour : 0;
  // In time a gas leaves as it has been cooled; the steady solver finds the coordinate that says the same.
  const gas = s.inTime ? s.highGas : 0;
  s.hMain = flow > 0 ? asked + gas * (Math.max(s.main.hOut, row.hVapour) - asked) : asked;

  const heatBefore = blocked ? s.before.heat : 0;
  const behind = condenseBehind(s, plant, flooded + condenser.subcoolShare);
  s.condenserHeat = heatBefore + s.main.heat + behind;
  s.condenserError = flow * (s.hCondenser - s.hMain) - s.main.heat;
  s.condenserInC = air.inletC + (plant.recirculation * s.condenserHeat) / (s.condenserAir * CP_AIR);
  s.condenserOutC = s.condenserInC + s.condenserHeat / (s.condenserAir * CP_AIR);
  const drop = (vehicle.condenserDrop * flow * flow) / Math.max(row.rhoVapour, 1);
  // A slug of liquid through the compressor would ask for more than there is.
  s.liquidKpa = s.highKpa - Math.min(drop, 0.4 * s.highKpa);
}

/** Part behind the main condenser: cools vapour that passes, condenses it, then subcools. Returns its heat, kW. */
function condenseBehind(s: PassState, plant: Plant, share: number): number {
  const row = s.high;
  const { flow, hMain, air } = s;
  const latent = row.hVapour - row.hLiquid;
  const span = row.temperatureC - air.inletC;
  const vapour = Math.min(Math.max((hMain - row.hLiquid) / latent, 0), 1);
  s.liquidQuality = vapour;
  s.behindCondensing = vapour > 0 ? 1 : 0;
  s.hLiquid = hMain;
  s.liquidC = row.temperatureC;
  const over = Math.max(hMain - row.hVapour, 0);
  if (over > 0) s.liquidC = plant.fluid.temperatureC(s.high.pressureKpa, hMain);
  if (share <= 0 || flow <= 0) return 0;
  let left = share;
  if (over > 0) {
    const hotK = s.liquidC - air.inletC;
    const cp = over / Math.max(s.liquidC - row.temperatureC, 1e-6);
    const needed =
      span > 0 ? ((flow * cp) / air.gas) * Math.log(Math.max(hotK, span) / span) : Number.POSITIVE_INFINITY;
    if (needed >= left) {
      const heat = flow * cp * hotK * (1 - Math.exp((-left * air.gas) / (flow * cp)));
      s.hLiquid = hMain - heat / flow;
      s.liquidC = plant.fluid.temperatureC(s.high.pressureKpa, s.hLiquid);
      return heat;
    }
    left -= needed;
  }
  // Colder than the air it boils again instead.
  const most = left * s.liquidConductance * span;
  const carried = vapour * flow * latent;
  if (span <= 0) {
    const heat = Math.max(most, carried - flow * latent);
    s.liquidQuality = vapour - heat / (flow * latent);
    s.hLiquid = hMain - heat / flow;
    return heat;
  }
  if (carried >= most) {
    s.liquidQuality = vapour - most / (flow * latent);
    s.hLiquid = row.hLiquid + s.liquidQuality * latent;
    s.liquidC = row.temperatureC;
    return flow * (hMain - s.hLiquid);
  }
  s.liquidQuality = 0;
  s.behindCondensing = carried / most;
  const cooling = left * s.liquidConductance * (1 - carried / most);
  s.liquidC = air.inletC + span * Math.exp(-cooling / (flow * plant.fluid.liquidHeatCapacity(row.temperatureC)));
  s.hLiquid = plant.fluid.liquidEnthalpyByTemperature(s.liquidC);
  return flow * (hMain - s.hLiquid);
}
