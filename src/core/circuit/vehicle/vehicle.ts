/** Parts of a circuit. Volumes m3, conductances kW/K, air flows kg/s, masses kg, areas m2, temperatures degC. */
import type { Refrigerant } from "../../fluids/refrigerants";

type Metering = "expansion-valve" | "orifice-tube";
export type CompressorKind = "fixed" | "variable-internal" | "variable-external" | "electric";
type CondenserFan = "electric" | "viscous" | "both";
type HighPort = "after-condenser" | "before-condenser";

/** Data from the label and a visual check: enough to size a plausible vehicle. */
export interface VehicleLabel {
  refrigerant: Refrigerant;
  chargeG: number;
  metering: Metering;
  compressor: CompressorKind;
  condenserFan: CondenserFan;
  evaporators: 1 | 2;
  highPort: HighPort;
}

interface CompressorSize {
  kind: CompressorKind;
  /** Swept volume a turn at full stroke. */
  displacementM3: number;
  /** Compressor turns an engine turn; an electric one ignores the engine. */
  pulleyRatio: number;
  /** Top speed of an electric compressor, turns a second. */
  electricTurns: number;
  clearance: number;
  volumetric: number;
  isentropic: number;
  /** Stroke control: suction pressure held, kPa absolute at the compressor, and the rise from least to full stroke. */
  setKpa: number;
  bandKpa: number;
  leastStroke: number;
  /** Outside control, which moves that set point; null for every other kind. */
  command: CommandControl | null;
}

/**
 * Outside control: the command rises from none to full as the air behind the evaporator rises from the target over a span; the control
 * valve holds a suction pressure that falls from `restKpa` at no command to `fullKpa` at full, kPa absolute.
 */
interface CommandControl {
  targetC: number;
  spanK: number;
  restKpa: number;
  fullKpa: number;
}

interface CondenserSize {
  volumeM3: number;
  /** Refrigerant to air where it condenses, at the reference air flow. */
  conductance: number;
  airFlow: number;
  /** Share of the face behind the receiver that only subcools. */
  subcoolShare: number;
  metalKjK: number;
}

interface EvaporatorSize {
  volumeM3: number;
  /** Boiling refrigerant to metal, and vapour to air over the whole coil. */
  wallConductance: number;
  vapourConductance: number;
  /** Metal to air, dry. */
  airConductance: number;
  /** At full blower. */
  airFlow: number;
  metalKjK: number;
}

/** A thermostatic valve: closed at its static superheat, wide open a span above it. Bleed: what it passes when closed. */
export interface ValveSize {
  kind: "valve";
  widestM2: number;
  staticSuperheatK: number;
  spanK: number;
  bleed: number;
}

export interface OrificeSize {
  kind: "orifice";
  areaM2: number;
}

interface ControlSettings {
  /** Fixed compressor on a valve circuit: temperature of the fins at which the clutch lets go and takes again. */
  freezeOutC: number;
  freezeInC: number;
  /** Fixed compressor on an orifice circuit: pressure at the accumulator, kPa gauge. */
  lowOutKpa: number;
  lowInKpa: number;
  /** High-pressure cut-out and its return, kPa gauge. */
  highOutKpa: number;
  highInKpa: number;
  /** Below this high side at rest the clutch is not let in at all, kPa gauge. */
  lockOutKpa: number;
}

/** Mounting of condenser and fan in the vehicle. Pressures kPa gauge. */
interface Installation {
  /** Engine bay above ambient, K, at idle and at fast idle. */
  bayIdleK: number;
  bayFastK: number;
  /** Air warmed by the bay on its way to the condenser, K, likewise. */
  inletIdleK: number;
  inletFastK: number;
  /** Share of the condenser's own warm air that comes round to its front at idle. */
  recirculation: number;
  /** Electric fan: share of full air at its lower step, and the pressures between which it is switched up. */
  fanSlow: number;
  fanLowKpa: number;
  fanHighKpa: number;
}

export interface CircuitVehicle {
  label: VehicleLabel;
  installation: Installation;
  compressor: CompressorSize;
  condenser: CondenserSize;
  evaporators: EvaporatorSize[];
  metering: ValveSize | OrificeSize;
  /** Second evaporator's own valve. */
  rearValve: ValveSize | null;
  controls: ControlSettings;
  receiverM3: number;
  accumulatorM3: number;
  liquidLineM3: number;
  suctionLineM3: number;
  dischargeLineM3: number;
  /** Pressure drops, kPa a (kg/s)2 times density: k m2 / rho. */
  suctionDrop: number;
  condenserDrop: number;
  liquidLineDrop: number;
  /** Suction hose to the engine bay. */
  suctionGain: number;
  ductGainK: number;
}

/** All inner volume. */
export function innerVolumeM3(vehicle: CircuitVehicle): number {
  const { high, low } = sideVolumes(vehicle);
  return high + low;
}

/** Inner volumes of the two sides, m3. */
export function sideVolumes(vehicle: CircuitVehicle): { high: number; low: number } {
  return {
    high: vehicle.condenser.volumeM3 + vehicle.receiverM3 + vehicle.liquidLineM3 + vehicle.dischargeLineM3,
    low:
      vehicle.evaporators.reduce((sum, { volumeM3 }) => sum + volumeM3, 0) +
      vehicle.accumulatorM3 +
      vehicle.suctionLineM3,
  };
}

/** The conditions of a test. */
export interface CircuitConditions {
  ambientC: number;
  humidityPct: number;
  altitudeM: number;
  /** Air taken back from the cabin; null: as a cabin under test settles. */
  cabinReturnC: number | null;
  airSource: "fresh" | "recirculated";
  blowerPct: number;
  rpm: number;
}
