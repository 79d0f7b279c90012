/** Readings of a car so far, as the reading file that the inference is asked with, and what they say of faults beside the circuit. */
import { causes } from "../causes/catalogue";
import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import { causeClasses, classOf } from "../diagnosis/weigh/classes";
import { presences, shares, weigh } from "../diagnosis/weigh/weigh";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import { observationCode } from "../readings/observations";
import { type DrillCase, labelShown } from "./drill-case";
import type { Found } from "./drill-shapes";
import {
  type CaseFault,
  causesAmong,
  type Finding,
  type Named,
  type TroubleKind,
  troubleKinds,
  troublesAmong,
} from "./drill-troubles";

export type Speed = "idle" | "fast";

export interface DrillReadings {
  rest: ReadingFile["rest"];
  running: Partial<Record<Speed, RunningSetting>>;
  equalise: ReadingFile["equalise"];
  recoveredG: number | null;
  found: readonly Found[];
  /** Results of checks, in their order. */
  findings: readonly Finding[];
}

export const nothingRead: DrillReadings = {
  rest: null,
  running: {},
  equalise: null,
  recoveredG: null,
  found: [],
  findings: [],
};

type OfCase = Pick<DrillCase, "state" | "labelKnown" | "trouble">;

/** The label only where the car has one to be read, and as it stands until a check corrects it; the day by a thermometer, which is in every box. */
function fileOfReadings(
  given: OfCase,
  { rest, running, equalise, recoveredG, found, findings }: DrillReadings,
): ReadingFile {
  const { state, labelKnown } = given;
  const { conditions } = state;
  const label = { ...labelShown(given) };
  for (const finding of findings) {
    if (finding.check === "identify") label.refrigerant = finding.refrigerant;
    if (finding.check === "service-data") label.chargeG = finding.chargeG;
  }
  const { rpm: _, ...day } = conditions;
  const settings = [running.idle, running.fast].filter((setting) => setting !== undefined);
  return {
    format: "evrid.readings",
    version: 1,
    id: "drill",
    vehicle: { ...label, chargeG: labelKnown ? label.chargeG : null },
    conditions: day,
    rest,
    running: settings,
    equalise,
    recoveredG,
    observations: found.map(observationCode),
  };
}

/** What readings and checks allow: the inference, and each fault beside it. */
export interface CaseWeighed {
  classes: Float64Array;
  troubles: Record<TroubleKind, number>;
}

/** A trouble that no check has looked for: some of the cars that come in. */
const UNCHECKED = 0.03;
/** A check is rarely wrong, either way. */
const PROVED = 0.97;
const REFUTED = 0.003;
/** An analyser finds air where more than this share is air; how often it is right, either way. */
const AIR_SHARE = 0.02;
const AIR_FOUND = 0.98;
/** A sensor that differs from the gauge by more than this is faulty, kPa. */
const SENSOR_KPA = 150;
/** A driven fan turns at this share of its speed at least. */
const FAN_SHARE = 0.85;
/** Labels that differ by more than this share name different charges. */
const SAME_LABEL = 0.04;

/** Whether a check has proved a trouble (true), refuted it (false), or not looked for it. */
function proofOf(kind: TroubleKind, given: OfCase, { findings }: DrillReadings): boolean | null {
  for (const finding of findings) {
    if (kind === "wrong-refrigerant" && finding.check === "identify")
      return finding.refrigerant !== labelShown(given).refrigerant;
    if (kind === "pressure-sensor" && finding.check === "scan")
      return Math.abs(finding.sensorKpa - finding.gaugeKpa) > SENSOR_KPA;
    if (kind === "slow-fan-clutch" && finding.check === "fan-check") return finding.speedShare < FAN_SHARE;
    if (kind === "wrong-label" && finding.check === "service-data")
      return Math.abs(labelShown(given).chargeG / finding.chargeG - 1) > SAME_LABEL;
    if (kind === "moisture" && finding.check === "vacuum-hold")
      return finding.verdict === "moist" || finding.verdict === "leaking-and-moist"
        ? true
        : finding.verdict === "tight" || finding.verdict === "leaking"
          ? false
          : null;
  }
  return null;
}

export function weighReadings(given: OfCase, readings: DrillReadings): CaseWeighed {
  const classes = Float64Array.from(weigh(fileOfReadings(given, readings)).classes);
  const analysed = readings.findings.find((finding) => finding.check === "identify");
  if (analysed?.check === "identify") {
    const shows = analysed.airShare > AIR_SHARE;
    for (const [k, acting] of causeClasses.entries())
      classes[k] = classes[k]! * (acting.includes("air") === shows ? AIR_FOUND : 1 - AIR_FOUND);
    const total = classes.reduce((sum, p) => sum + p, 0);
    for (let k = 0; k < classes.length; k++) classes[k] = classes[k]! / total;
  }
  const troubles = Object.fromEntries(
    troubleKinds.map((kind) => {
      const proof = proofOf(kind, given, readings);
      return [kind, proof === null ? UNCHECKED : proof ? PROVED : REFUTED];
    }),
  ) as Record<TroubleKind, number>;
  return { classes, troubles };
}

/**
 * Probability of exactly this set. Its causes are a class, or, where the networks know no such pair, the lower one of them; a proved trouble explains what
 * the inference would lay to a cause, so that alone it needs none. Troubles count only once a check has looked for them.
 */
export function probabilityOf(set: readonly CaseFault[], weighed: CaseWeighed): number {
  const named = troublesAmong(set);
  const acting = causesAmong(set);
  const k = classOf(acting);
  const present = k >= 0 || acting.length === 0 ? null : presences(weighed);
  const alone = named.length > 0 && acting.length === 0;
  const ofCauses = alone ? 1 : k >= 0 ? weighed.classes[k]! : Math.min(...acting.map((cause) => present![cause]));
  const ofTroubles = troubleKinds.reduce((product, kind) => {
    const p = weighed.troubles[kind];
    if (named.includes(kind)) return product * p;
    // What nobody looked for speaks against no answer.
    return p > UNCHECKED ? product * (1 - p) : product;
  }, 1);
  return ofCauses * ofTroubles;
}

/** The readings give it away: by the same rule by which a cause is acted upon at a real car. */
export const tells = (probability: number) => probability >= CLEAR_PROBABILITY;

/** Whether no other answer is more probable. */
export function leadsAll(probability: number, weighed: CaseWeighed): boolean {
  const others = causeClasses.map((acting) => probabilityOf(acting, weighed));
  const proved = troubleKinds.map((kind) => probabilityOf([kind], weighed));
  return [...others, ...proved].every((other) => other <= probability + 1e-12);
}

export interface Leading {
  cause: Named;
  probability: number;
}

const LEADING = 3;

/** Possible faults by the readings, most likely first. */
export function leadingOf(weighed: CaseWeighed): Leading[] {
  const share = shares(weighed);
  const proved = troubleKinds.filter((kind) => weighed.troubles[kind] > UNCHECKED);
  const rest = proved.reduce((left, kind) => left * (1 - weighed.troubles[kind]), 1);
  return [
    ...proved.map((cause): Leading => ({ cause, probability: weighed.troubles[cause] })),
    ...causes.map((cause): Leading => ({ cause, probability: share[cause] * rest })),
  ]
    .sort((a, b) => b.probability - a.probability)
    .slice(0, LEADING);
}
