/** Texts of the running step. */

export const alongTheLinesText = {
  pointAtNextPlace: "Point at next place",
  spotTemperaturesAlongTheLines: "Spot temperatures along the lines",
  pointAt: (placeName: string) => `Point at: ${placeName}`,
  spotAtLeastTwoPlaces: "Spot at least two places, on tape or paint, not on bright metal.",
  notJudgedLabelAltitudeAnd: "Not judged: label, altitude and ambient are missing.",
  noMoreDropThanIn: "No more drop than in a sound vehicle.",
  and: (placeName: string, placeName2: string) => `${placeName} and ${placeName2}`,
  restrictionThere: "Restriction there.",
  earlyRestrictionOrFlashGas: "Early restriction or flash gas: check whether it grows with engine speed.",
  dropBetweenMoreThanIn: (dropK: string, between: string, beyondK: string, part: string) =>
    `${dropK} drop between ${between}, ${beyondK} more than in a sound vehicle. ${part}`,
  flashGasReserveAtTheEnd: "Flash-gas reserve at the line's end",
  needsHighSideAndLiquid: "Needs high side and liquid line.",
  flashGasIsPossibleHissing: "Flash gas is possible: hissing and starving without a restriction.",
  liquidAllTheWay: "Liquid all the way.",
} as const;

export const captureText = {
  idleRecorded: "idle recorded",
  fastIdleRecorded: "fast idle recorded",
  recordReading: "Record reading",
  fastIdle: "fast idle",
  timeAtThisSpeed: "Time at this speed",
  recordEachSpeedOnceAll: "Record each speed once all channels are steady, or after whole cycles",
  recordingWhenSteady: "Recording when steady",
  recordWhenSteady: "Record when steady",
  take: (speed: string) => `Record ${speed}`,
  recordNow: "Record now",
} as const;

export const shopChartText = {
  dashedAtLowHighNot: (name: string, ambientC: string, low: string, high: string, unit: string) =>
    `Dashed: ${name} at ${ambientC}: low ${low}, high ${high} ${unit}. Not used for judging.`,
  anUnknownAmbient: "an unknown ambient",
  hasNoValuesFor: (name: string, part: string) => `${name} has no values for ${part}.`,
  shopChart: "Shop chart",
  changeShopChart: "Change shop chart",
  addShopChartCsv: "Add shop chart (CSV)",
  removeChart: "Remove chart",
  chartNotRead: "Chart not read",
} as const;

export const testBoardText = {
  circuitTapATagTo: "Circuit: tap a tag to enter, a part to note",
  drop: (dropK: string) => `${dropK} drop`,
  findings: (partName: string) => `${partName}: findings`,
  noReading: "no reading",
  faintNotMeasured: "Faint: not measured.",
  recordedWithTheOthers: (unit: string) => `${unit}, recorded with the others`,
  ambientOnTheBoard: "Ambient, on the board",
  onTheBoard: (name: string, name2: string) => `${name}, ${name2}, on the board`,
  onTheBoard2: (placeName: string) => `${placeName}, on the board`,
  point: "Point",
  markedOk: "marked OK",
  noFindings: "no findings",
  addFinding: "Add finding",
} as const;

export const testFormText = {
  carriedFromTheFirstTest: "From the first test: correct what has changed.",
  flashGasReserve: "Flash-gas reserve",
  condenserSplit: "Condenser split",
  evaporatorAirDrop: "Evaporator air drop",
  pressureRatio: "Pressure ratio",
  conditions: "Conditions",
  airSource: "Air source",
  fresh: "Fresh",
  recirculated: "Recirculated",
  derivedValues: "Derived values",
  readings: "Readings",
  engineSpeed: "Engine speed",
  engineSpeed2: (name: string) => `Engine speed, ${name}`,
  unitOfEngineSpeed: "Unit of engine speed",
  unitOf: (name: string) => `Unit of ${name}`,
  moreReadings: (seldom: string) => `More readings: ${seldom}`,
  recordedNotSteady: (at: string, unsettled: string) => `recorded ${at}, not steady: ${unsettled}`,
} as const;

export const typedCycleText = {
  lowSideLowest: "Low side, lowest",
  lowSideHighest: "Low side, highest",
  cycleTime: "Cycle time",
  cycleTime2: "cycle time",
  highSideAtClutchEngaged: (name: string) => `high side at ${name}, clutch engaged`,
  highestAboveLowest: "highest above lowest",
  clutchCycling: "Clutch cycling",
  at: (ofPart: string) => `At ${ofPart}`,
  isNotAFaultBy: " is not a fault by itself. Lowest, highest and cycle time are the reading. Watch three cut-ins.",
  cycling: "Cycling",
  tapAtEachCutIn: "Tap at each cut-in",
  noneYet: "None yet.",
  ofAtLeast: (count: number, least: number) => `${count} of at least ${least}.`,
  cutInsSApart: (count: number, periodS: string) => `${count} cut-ins, ${periodS} s apart.`,
  recordCycle: "Record cycle",
  recordedForEveryS: (name: string, lowMinKpa: string, periodS: string) =>
    `Recorded for ${name}: ${lowMinKpa}, every ${periodS} s.`,
  missing: (missing: string) => `Missing: ${missing}.`,
  noCycleRecordedForThis: "No cycle recorded for this speed.",
  clearCycle: "Clear cycle",
} as const;

export const testBenchText = {
  bothSidesGauge: "Both sides, gauge",
  expectedNow: "Green: expected now",
  rangeWithEngineRunning: "Range with engine running",
  expectedAtRpmBlower: (ambientC: string, rpm: string, blowerPct: string) =>
    `Expected at ${ambientC}, ${rpm} rpm, blower ${blowerPct}`,
  expectedRange: "Expected range",
  doorsOpened: "doors opened",
  airSourceChanged: "air source changed",
  blowerChanged: "blower changed",
  condenserWetted: "condenser wetted",
  markTrace: "Mark trace",
} as const;

export const runningStepText = {
  doNotTouchOrangeCables: "Do not touch orange cables. The discharge line burns. High valve closed.",
  highVoltageFansStartUnexpectedly: "High voltage; fans start unexpectedly",
  keepSleevesAndCablesAway: "Keep sleeves and cables away. High valve closed.",
  beltsTurnTheDischargeLine: "Belts turn, the discharge line burns",
  readingsFromBeforeTheWork: "Readings from before the work",
  theCircuitHasBeenOpened:
    "The circuit has been opened or charged since. Record the new test at Verification; recording here overwrites these readings.",
  changeAnyway: "Change anyway",
  goToVerification: "Go to Verification",
} as const;
