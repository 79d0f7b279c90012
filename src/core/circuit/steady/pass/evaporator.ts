/**
 * Evaporator step of a pass: metal and heat of the coils, superheat at the outlet, balance of the low side. Wet coil by enthalpy potential at the
 * metal (Threlkeld 1970).
 */
import { CP_AIR, saturatedAirEnthalpy } from "../../../air/humid-air";
import { commandAt } from "../compressor";
import type { Coil, Plant } from "../plant";
import { CP_VAPOUR_LOW, SUPERHEAT_PER_UNIT } from "./constants";
import type { PassState } from "./state";

/** In time: over this stretch of `evaporatorFill` the low side goes over from liquid that finds its place to a gas that only warms. */
export const GAS_FROM_WET = 0.02;
/** Oil bleed of an accumulator takes a little liquid along. */
const BLEED_QUALITY = 0.993;
/**
 * Loss of quality a unit of `evaporatorFill` above full: vapour runs ahead of the film of liquid by Zivi's slip, (rhoL / rhoV)^(1/3), some 4.5, so that
 * a little of the line's room filled with liquid is a large share of what flows.
 */
const CARRY_OVER = 4;
const LEAST_QUALITY = 0.2;

/** Share of liquid in what leaves beyond a full coil or accumulator, by how far the line behind it has filled. */
function carriedOver(beyond: number): number {
  const most = 1 - LEAST_QUALITY;
  return beyond > 0 ? most * (1 - Math.exp((-CARRY_OVER * beyond) / most)) : 0;
}

/** The front coil were it all wet, and the air behind it by which an outside control goes. */
export function coolAir(s: PassState, plant: Plant, wet: number, heldMetalC: number, heldCommand: number): void {
  const coil = plant.coils[0]!;
  if (s.inTime) {
    s.metalC = heldMetalC;
    s.wetHeat = coil.wallConductance * (heldMetalC - s.low.temperatureC);
  } else {
    s.wetHeat = coilHeat(s, coil, s.low.temperatureC, plant.atmosphereKpa);
    s.metalC = s.solvedMetalC;
  }
  const share = Math.min(Math.max(wet, 0), 1);
  s.airBehindC = coil.inletC - share * coil.reach * (coil.inletC - s.metalC);
  s.commandAsked = commandAt(plant, s.airBehindC);
  s.command = Number.isNaN(heldCommand) ? s.commandAsked : heldCommand;
}

/** Enthalpy of what leaves the front evaporator (or the accumulator behind it). */
export function outletEnthalpy(s: PassState, plant: Plant, wet: number, flow: number): number {
  const { low } = s;
  const coil = plant.coils[0]!;
  const latent = low.hVapour - low.hLiquid;
  if (wet < 1) {
    // In time a dry coil gets what came last; the steady solver's coordinate says what comes.
    s.vapourFeed = s.inTime
      ? Math.max(s.hInlet - low.hVapour, 0) * Math.min(Math.max(2 - wet / GAS_FROM_WET, 0), 1)
      : Math.max(-wet, 0) * SUPERHEAT_PER_UNIT;
    const entersK = s.vapourFeed / CP_VAPOUR_LOW;
    const span = coil.inletC - low.temperatureC - entersK;
    const dry = 1 - Math.max(wet, 0);
    const ntu = flow > 0 ? (coil.vapourConductance * dry) / (flow * CP_VAPOUR_LOW) : 30 * dry;
    const warmed = s.vapourFeed > 0 ? span : Math.max(span, 0);
    s.superheatK = entersK + warmed * (1 - Math.exp(-ntu));
    return low.hVapour + CP_VAPOUR_LOW * s.superheatK;
  }
  s.superheatK = 0;
  s.vapourFeed = 0;
  if (plant.vehicle.accumulatorM3 > 0) {
    const bleed = (1 - BLEED_QUALITY) * Math.min((wet - 1) / 0.05, 1);
    return low.hVapour - latent * (bleed + carriedOver(wet - 2));
  }
  return low.hVapour - latent * carriedOver(wet - 1);
}

/** Heat a wet coil would take whole, kW, and the metal temperature that goes with it (left in `solvedMetalC`). */
export function coilHeat(s: PassState, coil: Coil, boilingC: number, atmosphereKpa: number): number {
  let metal = boilingC + 0.3 * (coil.inletC - boilingC);
  let heat = 0;
  for (let i = 0; i < 8; i++) {
    heat = airHeat(coil, metal, atmosphereKpa);
    const error = coil.wallConductance * (metal - boilingC) - heat;
    const beside = airHeat(coil, metal + 0.05, atmosphereKpa);
    const slope = coil.wallConductance - (beside - heat) / 0.05;
    const step = error / slope;
    metal -= step;
    if (Math.abs(step) < 1e-7) break;
  }
  s.solvedMetalC = metal;
  return coil.wallConductance * (metal - boilingC);
}

/** Heat from the air to the coil's metal, kW: sensible, or with the latent heat of what condenses on it. */
export function airHeat(coil: Coil, metalC: number, atmosphereKpa: number): number {
  const dry = CP_AIR * (coil.inletC - metalC);
  const wet = coil.inletEnthalpy - saturatedAirEnthalpy(metalC, atmosphereKpa);
  return coil.airFlow * coil.reach * Math.max(dry, wet);
}

export function balanceEvaporator(s: PassState, wet: number): void {
  const { low } = s;
  // Two coils meet in the suction line: the front one's share of the flow is what is left.
  const front = Math.max(s.flow - s.rearFlow, 1e-6);
  const share = Math.min(Math.max(wet, 0), 1);
  const superheating = wet < 1 ? front * (s.hOut - low.hVapour - s.vapourFeed) : 0;
  s.evaporatorHeat = share * s.wetHeat + superheating;
  const mixed = s.rearFlow > 0 ? s.rearFlow * (s.rearOut - s.hOut) : 0;
  // The compressor was given the front coil's vapour; a warmer rear one shows as heat that is still to be balanced.
  s.evaporatorError = front * (s.hOut - s.hInlet) - s.evaporatorHeat - mixed;
  s.flowError = s.flow - s.fed - s.rearFlow;
}
