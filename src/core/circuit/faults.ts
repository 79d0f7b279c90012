/**
 * Faults act through physics: each one changes a mass, an area, an efficiency or a flow of the circuit before it is solved.
 * Severity 0 is none, 1 the worst that still lets the engine run. How far 1 reaches is stated beside each.
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
}

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
  for (const { cause, severity } of faults)
    if (severity > 0) apply(effects, cause, severity, innerVolumeM3, displacementM3);
  return effects;
}

function apply(e: FaultEffects, cause: FaultCause, s: number, innerVolumeM3: number, displacementM3: number): void {
  switch (cause) {
    case "undercharge":
      // At 1 about a third is left.
      e.charge *= 1 - 0.65 * s;
      break;
    case "overcharge":
      // At 1 half as much again and a little more.
      e.charge *= 1 + 0.55 * s;
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
      // From a passage that costs some 10 kPa at usual flow to one that costs more than the compressor can give.
      e.dischargeAreaM2 = 40e-6 * Math.exp(-3.5 * s);
      break;
    case "restriction-after-port":
      e.liquidAreaM2 = 8e-6 * Math.exp(-3 * s);
      break;
    case "metering-stuck-closed":
      e.openingMost = 0.03 + 0.97 * (1 - s) ** 2;
      e.orificeArea *= 1 - 0.9 * s;
      break;
    case "metering-stuck-open":
      // An orifice has no part that could stick; past a lost seal it passes as if it were larger.
      e.openingLeast = 0.95 * s;
      e.orificeArea *= 1 + 2.5 * s;
      break;
    case "compressor-worn":
      // At 1 most of what an idling compressor displaces goes back past its valves; what is left is hardly hotter for it.
      e.leakM2 = 5.5e-6 * (displacementM3 / 150e-6) * s;
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
