/**
 * A stretch of the condenser's face at one pressure, followed from what enters it: vapour cooled to saturation, condensed, subcooled where
 * that is asked for. Where the refrigerant is colder than the air (behind a blockage) it boils and warms instead. Zones side by side,
 * effectiveness by NTU in each (Incropera and DeWitt, Fundamentals of Heat and Mass Transfer, ch. 11), air at one temperature before all.
 */
import type { FluidTable, SaturationRow } from "../../fluids/tables";

/** Air before the face, degC, and what the whole face conducts to it with gas and with condensing refrigerant inside, kW/K. */
export interface FaceAir {
  inletC: number;
  gas: number;
  condensing: number;
}

export interface Face {
  /** Given to the air, kW; negative where the air is warmer. */
  heat: number;
  /** Enthalpy that leaves, kJ/kg. */
  hOut: number;
  /** Mean temperature of the gas over its share of the face, degC. */
  gasC: number;
  /** Shares of the face. */
  gasShare: number;
  condensingShare: number;
  liquidShare: number;
}

export function emptyFace(): Face {
  return { heat: 0, hOut: 0, gasC: 0, gasShare: 0, condensingShare: 0, liquidShare: 0 };
}

const CP_VAPOUR = 0.95;
const UNEVEN_AIR_K = 2;
/** Liquid cools less well than it condenses. */
const LIQUID_AGAINST_CONDENSING = 0.75;

/**
 * Follows `flow` (kg/s) from `hIn` (kJ/kg), which as a gas is at `hotC` (degC), over a share of the face.
 * @param subcools whether it ends where all is condensed and cools on as liquid; else the heat is that of a face that goes on condensing,
 * and the caller compares it with the outlet that it holds for true.
 */
export function faceHeat(
  fluid: FluidTable,
  row: SaturationRow,
  air: FaceAir,
  share: number,
  flow: number,
  hIn: number,
  hotC: number,
  subcools: boolean,
  into: Face,
): void {
  const span = row.temperatureC - air.inletC;
  into.gasShare = 0;
  into.liquidShare = 0;
  into.condensingShare = share;
  into.gasC = row.temperatureC;
  const over = flow * Math.max(hIn - row.hVapour, 0);
  let heat = 0;
  let left = share;
  if (over > 0) {
    const cp = (hIn - row.hVapour) / Math.max(hotC - row.temperatureC, 1e-6);
    const needed =
      span > 1e-3 ? ((flow * cp) / air.gas) * Math.log((hotC - air.inletC) / span) : Number.POSITIVE_INFINITY;
    if (needed >= share) {
      // Never cold enough to condense: a gas that cools towards the air.
      const ntu = (share * air.gas) / (flow * cp);
      const cooledK = (hotC - air.inletC) * (1 - Math.exp(-ntu));
      into.gasC = air.inletC + cooledK / ntu;
      into.gasShare = share;
      into.condensingShare = 0;
      into.heat = flow * cp * cooledK;
      into.hOut = hIn - into.heat / flow;
      return;
    }
    // Along its way it falls exponentially towards the air: most of a long way it is nearly cold.
    if (needed > 0) into.gasC = air.inletC + ((hotC - row.temperatureC) * flow * cp) / (needed * air.gas);
    into.gasShare = needed;
    left = share - needed;
    heat = over;
  }
  into.condensingShare = left;
  const most = left * air.condensing * span;
  if (flow <= 0) {
    into.heat = heat + most;
    into.hOut = hIn;
    return;
  }
  const enters = Math.min(hIn, row.hVapour);
  if (most < 0) {
    // Colder than the air: it boils, and what is dry warms.
    const toBoil = flow * (row.hVapour - enters);
    if (-most <= toBoil) heat += most;
    else {
      const dry = left * (1 - toBoil / -most);
      into.condensingShare = left - dry;
      into.gasShare += dry;
      const warmed = 1 - Math.exp((-dry * air.gas) / (flow * CP_VAPOUR));
      heat -= toBoil - flow * CP_VAPOUR * span * warmed;
    }
  } else {
    const toCondense = flow * Math.max(enters - row.hLiquid, 0);
    if (!subcools || most <= toCondense) heat += most;
    else {
      // The air before a face is not all of one temperature: hardly above it, only the coolest of it fills with liquid.
      const liquid = left * (1 - toCondense / most) * (span / (span + UNEVEN_AIR_K));
      into.condensingShare = left - liquid;
      into.liquidShare = liquid;
      const entersC = hIn < row.hLiquid ? fluid.temperatureC(row.pressureKpa, hIn) : row.temperatureC;
      const ntu =
        (liquid * air.condensing * LIQUID_AGAINST_CONDENSING) / (flow * fluid.liquidHeatCapacity(row.temperatureC));
      const outC = air.inletC + (entersC - air.inletC) * Math.exp(-ntu);
      into.hOut = fluid.liquidEnthalpyByTemperature(outC);
      into.heat = flow * (hIn - into.hOut);
      return;
    }
  }
  into.heat = heat;
  into.hOut = hIn - heat / flow;
}
