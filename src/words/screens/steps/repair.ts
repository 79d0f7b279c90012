/** Texts of the repair step. */

export const repairStepText = {
  partsOpenedAndReplaced: "Parts opened and replaced",
  drierBuiltIntoCondenser: "Drier built into condenser",
  otherRepairs: "Other repairs",
  debrisAndTimeOpen: "Debris and time open",
  metalOrBlackOilFound: "Metal or black oil found",
  flushedAllOilReplaced: "Flushed, all oil replaced",
  nothingElseRequired: "Nothing else required.",
  opened: "opened",
  replaced: "replaced",
  drainedFrom: (repairPartLabel: string) => `Drained from ${repairPartLabel}`,
  sheet: (sheetG: string) => `sheet: ${sheetG}`,
  makersFigure: "Maker's figure",
  overridesTheShopsOilSheet: "overrides the shop's oil sheet",
  oilToRefill: "Oil to refill",
  recoveredWithRefrigerant: "Recovered with refrigerant",
  fullAmountAfterFlushing: "Full amount after flushing",
  total: "Total",
  oilRefilled: "Oil refilled",
  filled: (backG: string) => `Filled ${backG}`,
  tooMuchExcessOilReduces: (off: string) =>
    `${off} too much: excess oil reduces cooling and can destroy the compressor.`,
  tooLittleTheCompressorCan: (off: string) => `${off} too little: the compressor can seize.`,
} as const;
