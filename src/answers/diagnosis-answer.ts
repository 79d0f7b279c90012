/** From a verdict to the diagnosis file, with its sentences: gauge pressures in kPa, temperatures in degC. */

import { type DecisionAct, decide } from "@/core/diagnosis/decide/decide";
import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import { type DiagnoseOptions, judge } from "@/core/diagnosis/diagnose";
import { DIAGNOSIS_VERSION, type DiagnosisFile, type DiagnosisV1, type FileAct } from "@/core/diagnosis/diagnosis-file";
import { speedsOf } from "@/core/diagnosis/explain/observables";
import { fieldNameOf, quantityContext, quantityOfObservable, shownOf } from "@/core/diagnosis/explain/quantities";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { metricFigures } from "@/core/units/figures";
import { decisionWords } from "../words/decision";
import {
  outcomeSentence,
  seenSentence,
  testSentence,
  vehicleWording,
  type Wording,
  warningSentence,
} from "../words/diagnosis";
import { reasonSentence } from "../words/reasons";

/** Places after the point; probabilities still sum to one, because the last takes what rounding left. */
const DIGITS = 4;

/** Significant digits of values, ranges and ratios. */
const VALUE_DIGITS = 5;
const significant = (value: number) => Number(value.toPrecision(VALUE_DIGITS));

const fileActOf: Record<DecisionAct, FileAct | null> = {
  stop: "stop-engine",
  "check-instruments": "check-instruments",
  identify: "check-refrigerant",
  "test-first": null,
  // Fan, fins, blower and flap are controls of the air side; the reason names them.
  "check-air": "check-control",
  "check-control": "check-control",
  repair: "repair",
  "find-leak": "find-leak",
  // Tightness of a held vacuum is a leak that is searched for.
  "prove-tight": "find-leak",
  weigh: "recover",
  leave: "leave-closed",
};

function wordingOf({ vehicle, conditions }: ReadingFile): Wording {
  return {
    refrigerant: vehicle.refrigerant,
    altitudeM: conditions.altitudeM ?? 0,
    figures: metricFigures,
    ...vehicleWording(vehicle),
  };
}

/** Parts that both versions hold alike. */
function commonParts(verdict: Diagnosis, reading: ReadingFile) {
  const wording = wordingOf(reading);
  const probabilities = roundedToOne(verdict.causes.map(({ probability }) => probability));
  return {
    format: "evrid.diagnosis" as const,
    id: verdict.id,
    causes: verdict.causes.map(({ cause, severity, present, seen, ...why }, i) => ({
      cause,
      probability: probabilities[i]!,
      present: Number(present.toFixed(DIGITS)),
      severity,
      for: [...seen.map(seenSentence), ...why.for.map((reason) => reasonSentence(reason, wording))],
      against: why.against.map((reason) => reasonSentence(reason, wording)),
    })),
    together: verdict.together
      .filter(({ probability }) => probability >= 0.01)
      .map(({ causes, probability }) => ({ causes: [...causes], probability: Number(probability.toFixed(DIGITS)) })),
    charge: verdict.charge && {
      lowG: verdict.charge.lowG,
      medianG: verdict.charge.medianG,
      highG: verdict.charge.highG,
      identified: verdict.charge.identified,
    },
    nextTests: verdict.nextTests.map(({ test, reads, gainBits, settles, minutes }) => ({
      id: test,
      test: testSentence(test, wording),
      reads,
      gainBits,
      settles,
      minutes,
    })),
    warnings: verdict.warnings.map((warning) => warningSentence(warning, wording)),
  };
}

function diagnosisFile(verdict: Diagnosis, reading: ReadingFile): DiagnosisFile {
  const common = commonParts(verdict, reading);
  const decision = decide(verdict);
  const act = fileActOf[decision.act];
  const context = quantityContext(reading);
  const speeds = speedsOf(reading);
  return {
    ...common,
    version: DIAGNOSIS_VERSION,
    act: act && { id: act, why: decisionWords(decision, wordingOf(reading)).sentence },
    causes: common.causes.map((one, i) => ({
      ...one,
      reasons: [...verdict.causes[i]!.for, ...verdict.causes[i]!.against].map((reason) => ({
        field: reason.field,
        value: significant(reason.value),
        expected: reason.expected && {
          low: significant(reason.expected.low),
          high: significant(reason.expected.high),
        },
        rival: reason.rival,
        ratio: significant(reason.ratio),
      })),
    })),
    nextTests: common.nextTests.map((one, i) => ({
      ...one,
      changesAct: verdict.nextTests[i]!.changesAct,
      outcomes: verdict.nextTests[i]!.outcomes.map(({ cause, observable, rpm, low, median, high }) => {
        const quantity = quantityOfObservable(observable);
        const shown = (measure: number) => significant(shownOf(quantity, measure, context));
        return {
          cause,
          field: fieldNameOf(quantity, rpm === null ? 0 : speeds.indexOf(rpm)),
          low: shown(low),
          median: shown(median),
          high: shown(high),
        };
      }),
    })),
  };
}

function diagnosisFileV1(verdict: Diagnosis, reading: ReadingFile): DiagnosisV1 {
  const common = commonParts(verdict, reading);
  const wording = wordingOf(reading);
  return {
    ...common,
    version: 1,
    nextTests: common.nextTests.map((one, i) => ({
      ...one,
      outcomes: verdict.nextTests[i]!.outcomes.map((outcome) => outcomeSentence(outcome, wording)),
    })),
  };
}

function roundedToOne(probabilities: readonly number[]): number[] {
  const rounded = probabilities.map((p) => Number(p.toFixed(DIGITS)));
  const rest = 1 - rounded.reduce((sum, p) => sum + p, 0);
  // The largest takes it: there it changes nothing, and no other can turn negative.
  const first = rounded[0];
  if (first !== undefined) rounded[0] = Number((first + rest).toFixed(DIGITS + 4));
  return rounded;
}

/** The diagnosis of a reading, as a file of the newest version. */
export function diagnose(reading: ReadingFile, options: DiagnoseOptions = {}): DiagnosisFile {
  return diagnosisFile(judge(reading, options), reading);
}

/** The diagnosis of a reading, as a file of version 1. */
export function diagnoseV1(reading: ReadingFile, options: DiagnoseOptions = {}): DiagnosisV1 {
  return diagnosisFileV1(judge(reading, options), reading);
}
