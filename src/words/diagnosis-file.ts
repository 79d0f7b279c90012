/** From a verdict to the diagnosis file, with its sentences: gauge pressures in kPa, temperatures in degC. */

import type { Verdict } from "@/core/diagnosis/decide/verdict";
import { type DiagnoseOptions, judge } from "@/core/diagnosis/diagnose";
import type { Diagnosis } from "@/core/diagnosis/diagnosis";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { metricFigures } from "@/core/units/figures";
import {
  outcomeSentence,
  seenSentence,
  testSentence,
  vehicleWording,
  type Wording,
  warningSentence,
} from "./diagnosis";
import { reasonSentence } from "./reasons";

/** Places after the point; probabilities still sum to one, because the last takes what rounding left. */
const DIGITS = 4;

function diagnosisFile(verdict: Verdict, reading: ReadingFile): Diagnosis {
  const wording: Wording = {
    refrigerant: reading.vehicle.refrigerant,
    altitudeM: reading.conditions.altitudeM ?? 0,
    figures: metricFigures,
    ...vehicleWording(reading.vehicle),
  };
  const probabilities = roundedToOne(verdict.causes.map(({ probability }) => probability));
  return {
    format: "evrid.diagnosis",
    version: 1,
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
    nextTests: verdict.nextTests.map(({ test, reads, gainBits, settles, minutes, outcomes }) => ({
      id: test,
      test: testSentence(test, wording),
      reads,
      gainBits,
      settles,
      minutes,
      outcomes: outcomes.map((outcome) => outcomeSentence(outcome, wording)),
    })),
    warnings: verdict.warnings.map((warning) => warningSentence(warning, wording)),
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

/** The verdict on a reading, as a diagnosis file has it. */
export function diagnose(reading: ReadingFile, options: DiagnoseOptions = {}): Diagnosis {
  return diagnosisFile(judge(reading, options), reading);
}
