/**
 * Faults act through physics: each one changes a mass, an area, an efficiency or a flow of the circuit before it is solved.
 * Severity 0 is none, 1 the worst that is met. How far 1 reaches is stated beside each.
 */

/** Every cause of the reading file but "none". */
export const faultCauses = [
  "undercharge",
  "overcharge",
  "air",
  "condenser-airflow",
  "restriction-before-port",
  "restriction-after-port",
  "metering-stuck-closed",
  "metering-stuck-open",
  "compressor-worn",
  "compressor-low-stroke",
  "compressor-not-driven",
  "evaporator-airflow",
  "blend-door",
] as const;

export type FaultCause = (typeof faultCauses)[number];

export interface Fault {
  cause: FaultCause;
  severity: number;
  /** Where on the way through the condenser a blockage before the port sits: 0 before its inlet, 1 at its outlet; the middle when absent. */
  place?: number;
}

/** Charge as a share of the label's at severity 1. */
export const LEAST_CHARGE_SHARE = 0.03;
export const MOST_CHARGE_SHARE = 1.7;
const USUAL_PLACE = 0.5;

/** What the faults together do to the parts of a circuit; all neutral without faults. */
export interface FaultEffects {
  /** Times the label charge. */
  charge: number;
  airKg: number;
  condenserFlow: number;
  /** Share of the condenser's warm air that comes round to its front again, added to the usual. */
  recirculation: number;
  /** Extra passages in series, m2; infinite when free. */
  dischargeAreaM2: number;
  /** Share of the condenser's face that lies before that passage. */
  dischargePlace: number;
  liquidAreaM2: number;
  /** Bounds of the valve's opening, and the orifice's area times this. */
  openingMost: number;
  openingLeast: number;
  orificeArea: number;
  /** Passage past worn valves and rings, m2. */
  leakM2: number;
  volumetric: number;
  isentropic: number;
  strokeMost: number;
  speed: number;
  evaporatorFlow: number;
  heaterShare: number;
}

/** Something of the condenser lies behind every blockage in it. */
const MOST_PLACE = 0.95;
/** Air: severity 1 is about six fillings of the circuit at atmospheric pressure; little is common, so it goes by the square. */
const AIR_FILLINGS = 6;
const AIR_DENSITY = 1.2;

/** @param innerVolumeM3 of the circuit, for the air; @param displacementM3 of the compressor, for the size of a worn gap. */
export function effectsOf(faults: readonly Fault[], innerVolumeM3: number, displacementM3: number): FaultEffects {
  const effects: FaultEffects = {
    charge: 1,
    airKg: 0,
    condenserFlow: 1,
    recirculation: 0,
    dischargeAreaM2: Number.POSITIVE_INFINITY,
    dischargePlace: USUAL_PLACE,
    liquidAreaM2: Number.POSITIVE_INFINITY,
    openingMost: 1,
    openingLeast: 0,
    orificeArea: 1,
    leakM2: 0,
    volumetric: 1,
    isentropic: 1,
    strokeMost: 1,
    speed: 1,
    evaporatorFlow: 1,
    heaterShare: 0,
  };
  for (const fault of faults) if (fault.severity > 0) apply(effects, fault, innerVolumeM3, displacementM3);
  return effects;
}

function apply(e: FaultEffects, { cause, severity: s, place }: Fault, innerVolumeM3: number, displacementM3: number) {
  switch (cause) {
    case "undercharge":
      e.charge *= 1 - (1 - LEAST_CHARGE_SHARE) * s;
      break;
    case "overcharge":
      e.charge *= 1 + (MOST_CHARGE_SHARE - 1) * s;
      break;
    case "air":
      e.airKg += AIR_FILLINGS * AIR_DENSITY * innerVolumeM3 * s * s;
      break;
    case "condenser-airflow":
      // Blocked fins or a weak fan: a quarter of the air is left at 1, and more of it goes round in circles.
      e.condenserFlow *= 1 - 0.75 * s;
      e.recirculation += 0.25 * s;
      break;
    case "restriction-before-port":
      // From a passage that costs some 10 kPa at usual flow to a hole of a third of a millimetre.
      e.dischargeAreaM2 = 40e-6 * Math.exp(-6.2 * s);
      e.dischargePlace = Math.min(Math.max(place ?? USUAL_PLACE, 0), MOST_PLACE);
      break;
    case "restriction-after-port":
      // From what nobody notices to a hole of a third of a millimetre.
      e.liquidAreaM2 = 8e-6 * Math.exp(-4.6 * s);
      break;
    case "metering-stuck-closed":
      e.openingMost = 0.03 + 0.97 * (1 - s) ** 2;
      e.orificeArea *= 1 - 0.95 * s;
      break;
    case "metering-stuck-open":
      // From what it bleeds anyway to almost wide. An orifice has no part that could stick; past a lost seal it passes as if larger.
      e.openingLeast = 0.1 + 0.85 * s;
      e.orificeArea *= 1 + 2.5 * s;
      break;
    case "compressor-worn":
      // At 1 most of what an idling compressor displaces goes back past its valves; what is left is hardly hotter for it.
      e.leakM2 = 8e-6 * (displacementM3 / 150e-6) * s;
      e.volumetric *= 1 - 0.4 * s;
      e.isentropic *= 1 - 0.04 * s;
      break;
    case "compressor-low-stroke":
      e.strokeMost = 1 - 0.92 * s;
      break;
    case "compressor-not-driven":
      // Below 1 the clutch or belt slips.
      e.speed *= 1 - s;
      break;
    case "evaporator-airflow":
      e.evaporatorFlow *= 1 - 0.8 * s;
      break;
    case "blend-door":
      // Share of the air that still goes through the heater.
      e.heaterShare = 0.4 * s;
      break;
  }
}
