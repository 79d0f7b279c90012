/** Texts of the evacuate step. */

export const holdReadingText = {
  perYear: (median: string, low: string, high: string) => `${median} per year (${low} to ${high})`,
  theHoldBeganAtAbove: (startKpa: string, targetKpa: string) =>
    `The hold began at ${startKpa}, above the target of ${targetKpa}: evacuate further.`,
  heldForOfThisWorkshops: (seconds: string, chosenS: string) => `Held for ${seconds} of this workshop's ${chosenS}.`,
  rise: "Rise",
  asRefrigerantLeak: "As refrigerant leak",
  detectionLimitOfThisHold: "Detection limit of this hold",
  confidence: "Confidence",
  whatAHoldCanShow: "What a hold can show",
  detectionLimitIn: (holdS: string) => `Detection limit in ${holdS}`,
  ends: "ends",
  perYearWithOutgassingFrom: (smallestLeak: string) =>
    `per year with outgassing; from two readings only ${smallestLeak}`,
  leakToDetectPerYear: "Leak to detect, per year",
  notWithThisGaugeWithin: "Not with this gauge within a day: pressure-test with dry nitrogen.",
  holdFor: (needed: string) => `Hold for ${needed}.`,
  aSoundVehicleLosesA: (onlyunderpressure: string, low: string) =>
    `${onlyunderpressure} A sound vehicle loses ${low} a year through hoses and shaft seal: that is no leak.`,
  leakToDetect: "Leak to detect",
} as const;

export const pumpCardText = {
  notStarted: "Not started.",
  pumpOnForToHold: (clock: string) => `Pump on for ${clock}. To hold: close the valve, stop the pump.`,
  holdingForLeft: (clock: string, clock2: string) => `Holding for ${clock}, ${clock2} left.`,
  holdingForHoldTimeReached: (clock: string) => `Holding for ${clock}: hold time reached.`,
  holdRecorded: "Hold recorded.",
  vacuumGaugeSimulator: "Vacuum gauge (simulator)",
  vacuumGauge: "Vacuum gauge",
  absolutePressure: "Absolute pressure",
  refrigerantStillInTheCircuit: "refrigerant still in the circuit",
  targetVacuum: "Target vacuum",
  aJobHoldsAtMost: (most: number) => `A job holds at most ${most} marks`,
  startPump: "Start pump",
  evacuateAgain: "Evacuate again",
  startHold: "Start hold",
  holdAtLeastSS: (min: number, min2: number) => `Hold at least ${min} s: ${min2} s left`,
  endHoldAfter: (clock: string) => `End hold after ${clock}`,
  gaugeReading: "Gauge reading",
  holdTime: "Hold time",
} as const;

export const typedHoldText = {
  holdByTwoReadings: "Hold by two readings",
  aGaugeThatOnlyShows: "A gauge that only shows “vacuum” cannot answer this.",
} as const;

export const evacuateStepText = {
  pressureSincePumpStart: "Pressure since pump start",
  holdNotJudgedYet: "Hold not judged yet",
  gaugeAndColdestPart: "Gauge and coldest part",
  vacuumGauge: "Vacuum gauge",
  waterStaysThereLongest: "Water stays there longest.",
} as const;
