/** Texts of the recover step. */

export const correctionCardText = {
  correctedFromNotRecovered: (startG: string, rangeG: string) => `Corrected from ${startG} ± ${rangeG}, not recovered`,
  recordExcessRecoveredBelowAnd: "Record excess recovered below, and added refrigerant at Charge.",
  recoverInstead: "Recover instead",
  recoverWeighEvacuateChargeThe: (refusalSentence: string) =>
    `${refusalSentence} Recover, weigh, evacuate, charge the label weight.`,
  doNotTopUpRecover: "Do not top up. Recover first",
  theHistoryIsKnownAnd: (low: string, high: string) =>
    `The history is known, and the readings hold the charge within tolerance: ${low} to ${high} are missing. Recovering and weighing is still more certain.`,
  nothingToCorrect: "Nothing to correct",
  add: "Add",
  recover: "Recover",
  byTheScale: (part: string, grams: string) => `${part} ${grams} by the scale`,
  correctFrom: (chargeG: string) => `Correct from ${chargeG}`,
} as const;

export const foundCardText = {
  chargeAtIntake: "Charge at intake",
  found: "Found",
  aboutAMonthSinceCharged: (median: string, low: string, high: string, part: string) =>
    `About ${median} a month since charged (${low} to ${high}). A sound vehicle loses about ${part} a month.`,
  theLeakRateNeedsThe: "The leak rate needs the date of the last charge by weight.",
  nothingLostOvercharged: "Nothing lost: overcharged.",
  lastChargedByWeight: "Last charged by weight",
} as const;

export const identifyCardText = {
  identifyBeforeRecovery: "Identify before recovery",
  identifierResult: "Identifier result",
} as const;

export const recoverStepText = {
  ownHoses: "0 if the machine empties its own hoses.",
  refrigerantCausesFrostbiteAndCan:
    "Refrigerant causes frostbite and can blind you. Use a recovery cylinder. Local law, the maker's procedure and licensed practice come first.",
  gogglesAndGlovesOnDo: "Goggles and gloves on. Do not vent",
  yourEntryIsKept: (chargeSentence: string) => `${chargeSentence} Your entry is kept.`,
  impossibleWeight: "Impossible weight",
  theRecoveredWeightBelongsBefore:
    "The recovered weight belongs before the charge. Start a new job for another recovery.",
  chargingHasBegun: "Charging has begun",
  byWeightTheOnlyTrue: "By weight, the only true measure",
  fromTheSeparatorRefillThe: "From the separator; refill the same amount of new oil.",
  zeroTheMachineOpenBoth: (rise: string) =>
    `Zero the machine, open both ports, engine off. Run until the weight is steady, stop, and watch the low side for three minutes. If it rises by ${rise}, refrigerant still boils out of the oil: recover again.`,
  ownMachine: "Own machine",
  theSimulatedMachineShowedAt: (grams: string, at: string) =>
    `The simulated machine showed ${grams} at ${at}, not recorded.`,
  record: (grams: string) => `Record ${grams}`,
  recoveryMachineSimulator: "Recovery machine (simulator)",
  stopAndWatch: "Stop and watch",
  recoverAgain: "Recover again",
  startRecovery: "Start recovery",
  record2: (shown: string) => `Record ${shown}`,
} as const;
