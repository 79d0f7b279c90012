/** Readings of a car so far, as the reading file that the inference is asked with. */
import { type Cause, causes, type FaultCause } from "../causes/catalogue";
import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import { classOf } from "../diagnosis/weigh/classes";
import { presences, shares, type Weighed, weigh } from "../diagnosis/weigh/weigh";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import { observationCode } from "../readings/observations";
import type { DrillCase } from "./drill-case";
import type { Found } from "./drill-shapes";

export type Speed = "idle" | "fast";

export interface DrillReadings {
  rest: ReadingFile["rest"];
  running: Partial<Record<Speed, RunningSetting>>;
  equalise: ReadingFile["equalise"];
  recoveredG: number | null;
  found: readonly Found[];
}

export const nothingRead: DrillReadings = { rest: null, running: {}, equalise: null, recoveredG: null, found: [] };

/** The label only where the car has one to be read; the day by a thermometer, which is in every box. */
function fileOfReadings(
  { state: { label, conditions }, labelKnown }: Pick<DrillCase, "state" | "labelKnown">,
  { rest, running, equalise, recoveredG, found }: DrillReadings,
): ReadingFile {
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

export const weighReadings = (given: Pick<DrillCase, "state" | "labelKnown">, readings: DrillReadings): Weighed =>
  weigh(fileOfReadings(given, readings));

/** Probability of exactly this set: its class, or, where the networks know no such pair, the lower one of its causes. */
export function probabilityOf(truth: readonly FaultCause[], weighed: Weighed): number {
  const k = classOf(truth);
  if (k >= 0) return weighed.classes[k]!;
  const present = presences(weighed);
  return Math.min(...truth.map((cause) => present[cause]));
}

/** The readings give it away: by the same rule by which a cause is acted upon at a real car. */
export const tells = (probability: number) => probability >= CLEAR_PROBABILITY;

export interface Leading {
  cause: Cause;
  probability: number;
}

const LEADING = 3;

/** Possible causes by the readings, most likely first. */
export function leadingOf(weighed: Weighed): Leading[] {
  const share = shares(weighed);
  return causes
    .map((cause) => ({ cause, probability: share[cause] }))
    .sort((a, b) => b.probability - a.probability)
    .slice(0, LEADING);
}
