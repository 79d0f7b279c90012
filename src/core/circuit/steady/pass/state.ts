/**
 * State of one pass round the circuit: pressures, flows, enthalpies, heats and masses that its steps fill in (pass.ts). Pressures kPa absolute,
 * temperatures degC, flows kg/s, enthalpies kJ/kg, heats kW, masses kg.
 */
import { emptySaturationRow } from "../../../fluids/tables";
import { emptyFace, type FaceAir } from "../face";
import type { MeteringState } from "../metering";

/** Slower parts that are states of their own while the circuit is integrated in time. */
export interface HeldParts {
  /** Metal of the front coil, degC. */
  metalC: number;
  /** Opening of the front valve while its bulb lags; NaN: as the superheat now asks. */
  opening: number;
  /** Command to an externally controlled compressor while its controller follows. */
  command: number;
  /** Air beside the refrigerant on the low side, kPa: none while the flow sweeps it on. */
  lowAirKpa: number;
}

export class PassState {
  readonly low = emptySaturationRow();
  readonly high = emptySaturationRow();

  lowKpa = 0;
  highKpa = 0;
  suctionKpa = 0;
  dischargeKpa = 0;
  /** Air in the condenser, and on the low side. */
  airKpa = 0;
  lowAirKpa = 0;
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
  behindCondensing = 0;
  /** Enthalpy that enters the condenser behind a blockage, or at its inlet; leaves its main part; and of vapour entering a dry coil over saturation. */
  hCondenser = 0;
  hMain = 0;
  vapourFeed = 0;
  /** Whether the coil's metal is a state of its own: the circuit is being integrated in time. */
  inTime = false;
  /** Part of the condenser before a restriction. */
  readonly blockedRow = emptySaturationRow();
  readonly before = emptyFace();
  readonly main = emptyFace();
  readonly air: FaceAir = { inletC: 0, gas: 0, condensing: 0 };
  readonly metering: MeteringState = { flow: 0, inletKpa: 0 };
  /** Heat conducted to the air by a face of liquid, kW/K. */
  liquidConductance = 0;
  /** Outlet enthalpy of the rear coil, kJ/kg, and the metal temperature found last, degC. */
  rearOut = 0;
  solvedMetalC = 0;
}
