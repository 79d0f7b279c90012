/** Texts of the charge step. */

export const ledgerCardText = {
  correction: "Correction",
  refrigerantLog: "Refrigerant log",
  noEntriesYetEachWeighing: "No entries yet. Each weighing adds one.",
  time: "Time",
  entry: "Entry",
  fromTo: "From, to",
  grams: "Grams",
  reverse: "Reverse",
  reverse2: (entrySummary: string, grams: string, parseISO: string) =>
    `Reverse: ${entrySummary}, ${grams}, ${parseISO}`,
  theLogBalances: "The log balances.",
  theLogIsOffBy: (off: string) => `The log is off by ${off}.`,
  recoveryMachine: "recovery machine",
  chargingHose: "charging hose",
  oldParts: "old parts",
  oilBottle: "oil bottle",
} as const;

export const planCardsText = {
  theCylinder: "the cylinder",
  chargingPlan: "Charging plan",
  noCylinderHereCanDeliver: "No cylinder here can deliver refrigerant.",
  theLabelWeightIsCharged: "The label weight is charged.",
} as const;

export const scalePanelText = {
  scaleLive: "Scale (live)",
  scaleSimulator: "Scale (simulator)",
  addACanOrCylinder: "Add a can or cylinder below, with its net content.",
  liquidHighSide: "Liquid, high side",
  engineOffHighValveOpen: "Engine off. High valve open, low valve closed.",
  neverWithTheEngineRunning: "Never with the engine running",
  vapourLowSide: "Vapour, low side",
  engineAtFastIdleCylinder: "Engine at fast idle, cylinder upright. Low valve open.",
  highValveStaysClosed: "High valve stays closed",
  hoseLowSide: "Hose, low side",
  cylinderClosedEngineAtFast: "Cylinder closed. Engine at fast idle, low valve open.",
  scale: "Scale",
  gLeft: " g left",
  nothingOnTheScale: "Nothing on the scale.",
  allValvesClosed: "All valves closed",
  closeValve: "Close valve",
  openNow: "Open now",
  openValve: "Open valve",
  open: (name: string) => `Open ${name}`,
  liquidLowSide: "Liquid, low side",
  vapourHighSide: "Vapour, high side",
  notRecordedYourEntryIs: (chargeSentence: string) => `${chargeSentence} Not recorded; your entry is kept.`,
  thisWouldBeOverThe: (overG: string) =>
    `This would be ${overG} over the label. Check it; press Record again to confirm.`,
  noChangeFromTheLog: (leftG: string) =>
    `No change from the log, ${leftG}: nothing was charged. Not recorded; your entry is kept.`,
  ownScaleOrMachine: "Own scale or machine",
  whatYouEnter: "What you enter",
  cylinderContentLeft: "Cylinder content left",
  zeroedScaleCountingDown: "Zeroed scale, counting down",
  weightDosedByMachine: "Weight dosed by machine",
  record: "Record",
  record2: (name: string) => `Record ${name}`,
  hoseDrawnIn: "Hose drawn in",
  inTheHoseAboutS: (drawInG: string, conditions: string, drawins: number) =>
    `${drawInG} in the hose. ${conditions} About ${drawins} s; keep the high valve closed.`,
  off: "Off",
  running: "Running",
} as const;

export const methodsCardText = {
  chargeByOtherMethodsAt: (ambientC: string) => `Charge by other methods at ${ambientC}, simulated`,
  method: "Method",
  againstLabel: "Against label",
  atAtTheLights: (hotc: string) => `At ${hotc}, at the lights`,
  byWeight: "By weight",
  label: "label",
  pressureChartForInformationOnly: (part: string) =>
    `Pressure chart: ${part}. For information only: charge by the label weight.`,
  noEndPoint: "no end point",
} as const;

export const surplusCardText = {
  overTheLabelRecoverBy: (overG: string) => `${overG} over the label: recover by weight, do not vent`,
  excessRecovered: "Excess recovered",
  stopAndRecord: (shown: string) => `Stop and record ${shown}`,
  startRecoveryMachine: "Start recovery machine",
} as const;

export const chargeStepText = {
  neverOpenTheHighValve: (warmest: string) =>
    `Never open the high valve while the engine runs. Warm a can only in water of ${warmest} at most, never with a flame. The maker's procedure and local law come first.`,
  gogglesAndGlovesOnKeep: "Goggles and gloves on. Keep clear of belts",
  theResidualChargeIsUnknown: "The residual charge is unknown, so nothing can be added by weight. Go back to Recovery.",
  recoverAndWeighFirst: "Recover and weigh first",
  missingNeverChargeByPressure: (gapList: string) => `Missing: ${gapList}. Never charge by pressure instead.`,
  chargingNeedsTheLabel: "Charging needs the label",
  impossibleWeights: "Impossible weights",
  rateAndPressuresWithThis: "Rate and pressures with this cylinder",
  fromTheReadingsTheRest: (residualG: string, rangeG: string) =>
    `${residualG} from the readings, ± ${rangeG}; the rest by weight.`,
  inTheHoseToBe: (drawInG: string) => `${drawInG} in the hose, to be drawn in through the low side.`,
  overTheLabelRecoverThe: "Over the label: recover the excess by weight.",
  scaleHosesAndValveOperation: (part: string) => `± ${part}: scale, hoses and valve operation.`,
  stopComesEarlyTheRest: (after: string) => `Stop comes ${after} early; the rest follows from the valve. `,
  chanceOfEndingWithinThe: (early: string, chance: number) =>
    `${early}Chance of ending within the label range: ${chance} %.`,
  airAndMoistureStayIn: "Air and moisture stay in the circuit. Evacuate and read the hold first.",
  notEvacuatedYet: "Not evacuated yet",
  vacuumNotCompleted: "Vacuum not completed",
  chargingHose: "Charging hose",
  recordedAsVented: (booked: string) => `${booked} recorded as vented`,
  aShortPuffThatDrives: "A short puff that drives air out of the hose. Blank = none.",
  hoseIsPurged: "Hose is purged",
  recordPurge: "Record purge",
} as const;
