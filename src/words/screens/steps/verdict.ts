/** Texts of the verdict step. */

export const diagnosisStepText = {
  enterLabelAmbientAltitudeAnd:
    "Enter label, ambient, altitude and one running reading, or the static pressure of an empty circuit.",
  noDiagnosisWithoutReadings: "No diagnosis without readings",
  rankingOverTime: "Ranking over time",
  tryOnBench: "Try on bench",
  possibleCauses: "Possible causes",
  nextTests: "Next tests",
  couldChangeTheActionBut: "Could change the action, but rarely",
  wouldNotChangeTheAction: "Would not change the action",
  min: (testSentence: string, minutes: number) => `${testSentence} (${minutes} min)`,
  to: (lowG: string, highG: string) => `${lowG} to ${highG}`,
  recoveredAndWeighed: "Recovered and weighed.",
  theReadingsGiveANarrow: "The readings give a narrow range. The scale decides.",
  theReadingsFitAllOf: "The readings fit all of this range. Recover and weigh.",
} as const;
