/**
 * Expansion valve and fixed orifice. Flow as through a sharp passage, m = Cd A sqrt(2 rho (P - Pf)); the liquid flashes in
 * the throat, so that Pf does not fall below a share of the saturation pressure of the incoming liquid (form of Aaron and Domanski,
 * ASHRAE Trans. 96 (1990) 729, for short tubes; the share here is one rounded number instead of their fit). Areas m2,
 * pressures kPa absolute, flow kg/s.
 */

import type { FaultEffects } from "../../causes/cause";
import type { FluidTable } from "../../fluids/tables";
import { fallingRoot } from "../../maths/roots";
import type { OrificeSize, ValveSize } from "../vehicle/vehicle";

const DISCHARGE = 0.7;
/** Vapour chokes where the throat has fallen to this share (gamma 1.1); two-phase flow in between (form of Leung, AIChE J. 32 (1986) 1743). */
const VAPOUR_CHOKES = 0.58;
const CHOKING_QUALITY = 0.12;
/** A tube's throat falls to this share of the saturation pressure; a valve's short seat lets it fall further. */
const TUBE_FLASH = 0.86;
const SEAT_FLASH = 0.55;

export interface MeteringState {
  flow: number;
  /** Just before the device, behind line, drier and whatever blocks them. */
  inletKpa: number;
}

type MeteringEffects = Pick<FaultEffects, "openingMost" | "openingLeast" | "orificeArea">;

/** Opening the bulb asks for at a superheat: closed at the static one, wide open a span above; a stuck part bounds it. */
export function valveOpening(device: ValveSize | OrificeSize, effects: MeteringEffects, superheatK: number): number {
  if (device.kind === "orifice") return 1;
  const asked = Math.min(Math.max((superheatK - device.staticSuperheatK) / device.spanK, 0), 1);
  // A blockage takes its share of every opening, a stuck pin holds the least.
  return Math.max(Math.max(device.bleed, asked) * effects.openingMost, effects.openingLeast);
}

/** Share of the pressure before it to which a seat's throat falls at most, by what comes: liquid that flashes, or more and more vapour. */
function seatShare(fluid: FluidTable, sourceKpa: number, enthalpy: number): number {
  const quality = Math.min(Math.max(fluid.quality(sourceKpa, enthalpy), 0), 1);
  return SEAT_FLASH + (VAPOUR_CHOKES - SEAT_FLASH) * (quality / (quality + CHOKING_QUALITY)) * (1 + CHOKING_QUALITY);
}

/**
 * Flow ratio of a two-phase inlet for a tube: choked flow of the homogeneous equilibrium model (Leung, AIChE J. 32 (1986) 1743), with omega = x v''/v
 * + cp T P (dT/dP / T)^2 / v; more vapour at the inlet, less flow.
 */
function tubeShare(fluid: FluidTable, sourceKpa: number, enthalpy: number): number {
  const quality = Math.min(fluid.quality(sourceKpa, enthalpy), 1);
  if (quality <= 0) return TUBE_FLASH;
  const temperatureC = fluid.saturationTemperatureC(sourceKpa);
  const vapour = 1 / fluid.vapourDensity(sourceKpa);
  const liquid = fluid.liquidDensity(sourceKpa);
  const slope = fluid.saturationSlope(sourceKpa);
  const flashing = (fluid.liquidHeatCapacity(temperatureC) * sourceKpa * slope * slope) / (temperatureC + 273.15);
  const mixed = chokedDrop((quality * vapour + flashing) / (quality * vapour + (1 - quality) / liquid));
  return 1 - ((1 - TUBE_FLASH) * mixed) / chokedDrop(flashing / (1 / liquid));
}

/**
 * Choked mass flux squared over twice pressure and density of what comes, by Leung's omega; the critical pressure ratio by the explicit form of API
 * Standard 520 part I (2014), annex C.
 */
function chokedDrop(omega: number): number {
  const ratio =
    (1 + (1.0446 - 0.0093431 * Math.sqrt(omega)) * omega ** -0.56261) ** (-0.70356 + 0.014685 * Math.log(omega));
  return (ratio * ratio) / (2 * omega);
}

/** Flow through one sharp passage from a state before it to a pressure behind it, kg/s. */
export function passageFlow(
  fluid: FluidTable,
  areaM2: number,
  sourceKpa: number,
  enthalpy: number,
  lowKpa: number,
): number {
  if (sourceKpa <= lowKpa) return 0;
  const flash = seatShare(fluid, sourceKpa, enthalpy);
  const throat = Math.max(lowKpa, flash * Math.min(fluid.flashPressureKpa(enthalpy), sourceKpa));
  return DISCHARGE * areaM2 * Math.sqrt(2000 * fluid.density(sourceKpa, enthalpy) * (sourceKpa - throat));
}

/**
 * Flow through liquid line and device in series.
 * @param lineDrop kPa = lineDrop m2 / rho of the line before the device.
 */
export function meteringFlow(
  fluid: FluidTable,
  device: ValveSize | OrificeSize,
  effects: MeteringEffects,
  opening: number,
  lineDrop: number,
  sourceKpa: number,
  enthalpy: number,
  lowKpa: number,
  into: MeteringState,
): void {
  const area = device.kind === "orifice" ? device.areaM2 * effects.orificeArea : device.widestM2 * opening;
  const passage = 1 / (2000 * DISCHARGE * DISCHARGE * area * area);
  if (sourceKpa <= lowKpa) {
    into.flow = 0;
    into.inletKpa = sourceKpa;
    return;
  }
  const sourceDensity = fluid.density(sourceKpa, enthalpy);
  const saturated = fluid.flashPressureKpa(enthalpy);
  const flash = (device.kind === "orifice" ? tubeShare : seatShare)(fluid, sourceKpa, enthalpy);
  // The line drops what the device's flow makes it drop: one root, since a higher inlet passes more.
  const inlet = fallingRoot(
    (trial) => {
      const throat = Math.max(lowKpa, flash * Math.min(saturated, trial));
      // Liquid hardly feels the pressure: only where it flashes is its density asked for again.
      const density = trial >= saturated ? sourceDensity : fluid.density(trial, enthalpy);
      const squared = (Math.max(trial - throat, 0) * density) / passage;
      into.flow = Math.sqrt(squared);
      return sourceKpa - (squared * lineDrop) / sourceDensity - trial;
    },
    lowKpa,
    sourceKpa,
    1e-9 * sourceKpa,
    sourceKpa - (sourceKpa - lowKpa) * Math.min(lineDrop / (lineDrop + passage), 0.9),
  );
  into.inletKpa = inlet;
}
