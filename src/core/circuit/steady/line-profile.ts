/** Surface temperatures along a running circuit. */
import { condenserShares, type LinePlace, type LineProfile, linePlaces } from "../../line-places";
import type { SteadyState } from "./steady";

/** Inputs of the condenser's surface temperature; shares of its face. */
export interface CondenserFace {
  inletC: number;
  condensingC: number;
  outletC: number;
  desuperheating: number;
  liquid: number;
}

/**
 * Surface temperature of the condenser at a share of the way from inlet to outlet (0 to 1), degC: hot vapour, the even
 * stretch where it condenses, the falling one where it is liquid.
 */
export function condenserSurfaceC(face: CondenserFace, share: number): number {
  const { inletC, condensingC, outletC, desuperheating, liquid } = face;
  if (share < desuperheating) return inletC + ((condensingC - inletC) * share) / desuperheating;
  if (share <= 1 - liquid || liquid === 0) return condensingC;
  return condensingC + ((outletC - condensingC) * (share - 1 + liquid)) / liquid;
}

/** Inputs of {@link lineTemperatureC}; degC. */
export interface LineTemperatures {
  dischargeLineC: number;
  liquidLineC: number;
  meteringInletC: number;
  evaporatingC: number;
  suctionLineC: number;
  condenser: CondenserFace;
}

/** A narrowed drier shows behind itself: its outlet is as cold as the line to the metering device. */
export function lineTemperatureC(lines: LineTemperatures, place: LinePlace): number {
  switch (place) {
    case "discharge":
      return lines.dischargeLineC;
    case "liquid-port":
      return lines.liquidLineC;
    case "drier-out":
    case "metering-in":
      return lines.meteringInletC;
    case "metering-out":
      return lines.evaporatingC;
    case "suction":
      return lines.suctionLineC;
    default:
      return condenserSurfaceC(lines.condenser, condenserShares[place]!);
  }
}

export function lineProfileOf(state: SteadyState): LineProfile {
  const { condenserZones: zones } = state;
  const lines: LineTemperatures = {
    ...state,
    condenser: {
      inletC: state.dischargeLineC,
      condensingC: state.condensingC,
      outletC: state.liquidLineC,
      desuperheating: zones.desuperheating,
      liquid: zones.liquid,
    },
  };
  return Object.fromEntries(linePlaces.map((place) => [place, lineTemperatureC(lines, place)])) as LineProfile;
}
