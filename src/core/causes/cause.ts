/**
 * Entry of the catalogue of causes: effect on the circuit, prior, severity and its measure, signs, complaints, and remedy. Names and words stand in
 * words/causes.ts. One file a cause; everything else walks the catalogue (catalogue.ts), and the compiler names what one lacks.
 */
import type { ComplaintId } from "./complaints";
import type { PartId, SignId } from "./signs";
import type { Work } from "./work";

/** Combined effect of all faults on the parts of a circuit; neutral without faults. */
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

/** Air at atmospheric pressure, kg/m3: a filling of the circuit weighs this times its inner volume. */
export const AIR_DENSITY = 1.2;

/** Properties of the circuit that a fault depends on. */
export interface FaultSite {
  /** Inner volume of the circuit, for the air in it. */
  innerVolumeM3: number;
  /** Displacement of the compressor, for the size of a worn gap. */
  displacementM3: number;
  /** Where on the way through the condenser it sits: 0 before its inlet, 1 at its outlet. */
  place: number;
}

/** 5, 50 and 95 % of a severity. */
export interface SeverityRange {
  low: number;
  median: number;
  high: number;
}

/** Remedy of a cause: weigh the charge, check control or airflow before opening anything, or open the circuit. */
export type Remedy = "weigh" | "check-control" | "check-air" | "repair";

/** Severities that are simulated where nothing else is stated. */
export const USUALLY_SOLVED = [0.3, 0.6, 0.85, 0.95, 1] as const;

/** Quantity of a severity: a share (0 to 1 and more), fillings of the circuit, or a degree where no number means anything to a person. */
type SeverityMeasure =
  | { by: "share"; of: (severity: number, metering: string | undefined) => number }
  | { by: "fillings"; of: (severity: number) => number }
  | { by: "degree" };

export interface CauseEntry {
  /** Prior: how often this cause brings a car in, before anything is read. Trade experience, rounded; a weight, not yet a share. */
  prior: number;
  /** Whether it can happen to such a vehicle at all; to any when absent. */
  possible?: (vehicle: { compressor: string }) => boolean;
  /** Changes a mass, an area, an efficiency or a flow of the circuit. Severity 0 is none, 1 the worst that is met. */
  act: (effects: FaultEffects, severity: number, site: FaultSite) => void;
  /** Draws a severity from numbers uniform between 0 and 1; uniform from hardly noticeable to the worst when absent. */
  drawSeverity?: (uniform: () => number) => number;
  /** Severities that are simulated for reasons and next tests: between them, and down to none, lies a straight line. */
  solved: readonly number[];
  /** Severity that leaves this share of the label's charge, for a cause of a wrong amount: a weighing tells it. */
  severityAt?: (chargeShare: number) => number;
  /** Quantity that a severity is stated in; its words stand in words/causes.ts. */
  measure: SeverityMeasure;
  /** Likelihood ratio of each sign where the cause acts. Round numbers of the trade. */
  signs: readonly { signs: readonly SignId[]; parts: readonly PartId[]; odds: number }[];
  /** Likelihood ratio of each complaint where the cause acts, against an average car; 1 where absent. */
  complaints: Partial<Record<ComplaintId, number>>;
  /** Detection rate of a visual check of these parts: belt and clutch, fan and fins, filter and blower. */
  looks?: { parts: readonly PartId[]; found: number };
  /** Work that takes it away, the usual one first. */
  mendedBy: readonly [Work, ...Work[]];
  /** Share of repairs that leave no entry: a fan plugged in, a filter changed, a belt put on. */
  unwritten?: number;
  remedy: Remedy;
}
