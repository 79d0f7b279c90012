/**
 * The compressor: displaced volume times volumetric efficiency, less what worn parts let back; work from the isentropic
 * efficiency. Clearance volume re-expands: eta_v = eta_0 - c (r^(1/n) - 1), e.g. ASHRAE Handbook HVAC Systems and Equipment 2020,
 * ch. 38. Pressures kPa absolute, flows kg/s.
 */
import type { Plant } from "./plant";

/** Polytropic exponent of the re-expanding vapour. */
const RE_EXPANSION = 1 / 1.1;
/** Loss of filling and of efficiency a turn a second: throttling in the reeds. */
const FILLING_LOSS = 0.004;
const SPEED_LOSS = 0.0048;
/** The relief valve lets go over this span; the maker's are set somewhat higher, the tables end above it. */
const RELIEF_FROM = 3040;
const RELIEF_TO = 3190;
/** Choked vapour through a gap: flow a m2 and kPa of upstream pressure, kg/s (gamma 1.1, R134a at 340 K), with Cd 0.6. */
const CHOKED_FLUX = 2.4;
/** Below this nothing useful leaves the compressor; keeps the equations smooth. */
const LEAST_FLOW = 2e-5;

/** Command to an externally controlled compressor, 0 to 1, by the air behind its evaporator (degC); 1 for every other. */
export function commandAt(plant: Plant, airBehindC: number): number {
  const { command } = plant.vehicle.compressor;
  if (command === null) return 1;
  return Math.min(Math.max((airBehindC - command.targetC) / command.spanK, 0), 1);
}

/** Share of full stroke at a suction pressure (kPa absolute) and a command. */
export function strokeAt(plant: Plant, suctionKpa: number, command = 1): number {
  const { kind, setKpa, bandKpa, leastStroke, command: outside } = plant.vehicle.compressor;
  const most = plant.effects.strokeMost;
  if (kind === "fixed") return most;
  const set = outside ? outside.restKpa + (outside.fullKpa - outside.restKpa) * command : setKpa;
  const wanted = leastStroke + ((1 - leastStroke) * (suctionKpa - set)) / bandKpa;
  return Math.min(Math.max(wanted, leastStroke), Math.max(most, leastStroke));
}

/** Flow out of the compressor for a suction density, and the flow it displaced before leaks. */
export function displacedFlow(
  plant: Plant,
  suctionKpa: number,
  dischargeKpa: number,
  density: number,
  command = 1,
): number {
  const { compressor } = plant.vehicle;
  const ratio = Math.max(dischargeKpa / suctionKpa, 1);
  const filling =
    compressor.volumetric - compressor.clearance * (ratio ** RE_EXPANSION - 1) - FILLING_LOSS * plant.turns;
  const efficiency = Math.max(filling, 0.02) * plant.effects.volumetric;
  return (
    strokeAt(plant, suctionKpa, command) *
    plant.turns *
    compressor.displacementM3 *
    density *
    efficiency *
    reliefShare(dischargeKpa)
  );
}

/**
 * Flow drawn in by a wet suction against that of saturated vapour, by its quality. Some of what arrives as liquid boils on the hot walls while
 * the cylinder fills and keeps its volume of vapour out, the rest takes next to no room: more mass flows, less of it vapour. The share that boils
 * is one rounded number, set by what overfilled orifice circuits are seen to do.
 */
export function wetSuctionShare(quality: number): number {
  const wet = 1 - Math.min(Math.max(quality, 0), 1);
  return 1 / (1 - wet + BOILS_ON_WALLS * wet);
}
const BOILS_ON_WALLS = 0.3;

export function deliveredFlow(plant: Plant, displaced: number, suctionKpa: number, dischargeKpa: number): number {
  const back = plant.effects.leakM2 * CHOKED_FLUX * Math.max(dischargeKpa - suctionKpa, 0);
  const net = displaced - back;
  // Smooth where leaks take all.
  return 0.5 * (net + Math.sqrt(net * net + 4 * LEAST_FLOW * LEAST_FLOW));
}

/** Near the relief pressure more and more goes back. */
export function reliefShare(dischargeKpa: number): number {
  const t = Math.min(Math.max((dischargeKpa - RELIEF_FROM) / (RELIEF_TO - RELIEF_FROM), 0), 1);
  return 1 - t * t * (3 - 2 * t);
}

export function isentropicEfficiency(plant: Plant, ratio: number): number {
  const { isentropic } = plant.vehicle.compressor;
  const off = Math.min(Math.max(ratio, 1), 14) - 4;
  const value = isentropic - 0.004 * off * off * (off < 0 ? 1.6 : 1) - SPEED_LOSS * (plant.turns - 20);
  return Math.max(value, 0.3) * plant.effects.isentropic;
}
