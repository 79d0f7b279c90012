/** Texts of the frame of a job. */

export const nextActText = {
  fastIdle: (name: string) => `${name}, fast idle`,
  startNextAction: "Start next action",
  next: (part: string) => `Next: ${part}`,
  open: "Open",
  noFurtherTestWouldChange: "No further test would change this.",
} as const;

export const evidenceRailText = {
  simulating: "Simulating this vehicle",
  evidence: "Evidence",
  possibleCausesAfterWork: "Possible causes after work",
  possibleCauses: "Possible causes",
  pressuresStillMovingResultsMay: "Pressures still moving: results may change.",
  noDiagnosisYetEnterLabel: "No diagnosis yet. Enter label, ambient, altitude and one running reading.",
  recovered: (medianG: string) => `Recovered: ${medianG}.`,
  chargeBetweenAndRecoverAnd: (lowG: string, highG: string) =>
    `Charge between ${lowG} and ${highG}. Recover and weigh.`,
  simulatingThisVehicle: (percent: number) => `Simulating this vehicle, ${percent} %`,
  stop: "Stop",
  notSeparatedYet: "Not separated yet",
  possiblyBoth: (causes: string, probability: number) => `Possibly both: ${causes}, ${probability} %.`,
  separatesThemBest: (testSentence: string) => `${testSentence} separates them best.`,
  onlyWeighingCanSeparateThem: "Only weighing can separate them.",
  aboutThisFault: "About this fault",
  noSingleReadingSupportsOr: "No single reading supports or contradicts it.",
  supports: "supports",
  contradicts: "contradicts",
} as const;

export const onHandText = {
  can: (count: number) => `Can ${count}`,
  cylindersAndCans: "Cylinders and cans",
  warmWaterAvailable: "Warm water available",
  aJobHoldsAtMost: (most: number) => `A job holds at most ${most} cylinders`,
  addCylinder: "Add cylinder",
  fromStock: "From stock",
  noneYetAddEachCan: "None yet. Add each can or cylinder with its net content.",
  alreadyUsed: "already used",
  sameAsAmbient: "same as ambient",
  remove: (name: string) => `Remove ${name}`,
} as const;

export const gramRailText = {
  label: "Label",
  lostWithGaugeHoses: "Lost with gauge hoses",
  residualCharge: "Residual charge",
  chargeByReadings: "Charge by readings",
  from: (name: string) => `From ${name}`,
  chargedByStation: "Charged by station",
  inChargingHose: "In charging hose",
  purged: "Purged",
  excessRecovered: "Excess recovered",
  inTheVehicle: "In the vehicle",
  lost: (chargeG: string, lossSentence: string) => `Lost: ${chargeG}. ${lossSentence}`,
  overTheLabel: (foundG: string) => `${foundG} over the label.`,
  exactlyTheLabelCharge: "Exactly the label charge.",
} as const;

export const jobHeaderText = {
  meteringUnknown: "metering unknown",
  compressorUnknown: "compressor unknown",
  openInAnotherTab: "open in another tab",
  instruments: (words: string) => `Instruments: ${words}`,
} as const;

export const leadingText = {
  possibleCausesShowReasons: (said: string) => `Possible causes: ${said}. Show reasons.`,
} as const;

export const liveStripText = {
  recordedReadingsAreKept: ". Recorded readings are kept.",
  simulatorLost: "Simulator lost.",
  connectAgain: "Connect again",
  noDataForSThese: (stalledS: number) => `No data for ${stalledS} s: these values are old. Check the connection.`,
  liveReadings: "Live readings",
  ambient: (humidityPct: string) => `Ambient, ${humidityPct} %`,
  airDrop: "Air drop",
  notMeasured: "not measured",
} as const;

export const runSheetText = {
  steps: "Steps",
  done: "done",
  notRun: "not run",
  skipped: "skipped",
} as const;

export const stepFootText = {
  actionsOfThisStep: "Actions of this step",
} as const;

export const storeNoticesText = {
  thisTabIsReadOnly:
    "This tab is read-only and shows every change at once. Taking over closes an open valve and keeps its grams.",
  openInAnotherTab: "Open in another tab",
  takeOverHere: "Take over here",
  itWasRemovedInAnother:
    "It was removed in another tab, or the browser deleted its data. This tab still has everything.",
  thisJobIsNoLonger: "This job is no longer stored",
  theStoredVersion: "The stored version",
  thisTabStillHasEverything: (jobFileSentence: string) => `${jobFileSentence} This tab still has everything.`,
  theStoredJobIsUnreadable: "The stored job is unreadable",
  saveThisVersion: "Save this version",
  notSavedByTheBrowser: "Not saved by the browser",
  reasonThisTabKeepsEverything: (storeError: string) =>
    `Reason: ${storeError}. This tab keeps everything and tries again. Save a file before closing it.`,
  workshopSettingNotSaved: "Workshop setting not saved",
  reasonThePreviousSettingApplies: (choiceFailure: string) =>
    `Reason: ${choiceFailure}. The previous setting applies. Choose again later.`,
  close: "Close",
  partlyUndone: "Partly undone",
  keptBecauseOfALater: (undoStays: string) => `Kept, because of a later change: ${undoStays}.`,
  itIsNoLongerStored: "It is no longer stored.",
  thisJobCannotBeRead: "This job cannot be read",
  theStoredJob: "The stored job",
  showAsText: "Show as text",
  hideText: "Hide text",
  undoLastChange: "Undo last change",
  undoingTheChangesOfThis: "Undoing the changes of this tab does not help.",
} as const;

export const jobFrameText = {
  openingTheJob: "Opening the job",
  itWasRemovedOrCreated:
    "It was removed, or created in another browser. Removed jobs can be restored in the Bay for 30 days; a job file can be opened there.",
  thisJobIsNotStored: "This job is not stored here",
  step: (i: number, stepName: string) => `Step ${i}: ${stepName}`,
  showOrHideInstruments: "Show or hide instruments",
  undoLastChange: "Undo last change",
  redo: "Redo",
  undo: " Undo",
  redo2: " Redo",
} as const;

export const stepNotesText = {
  note: "Note",
  noteForThisStep: "Note for this step",
  photosOfThisStep: "Photos of this step",
  photoOfThisStep: (i: number) => `Photo ${i} of this step`,
  addNote: "Add note",
  photosAtMostPerJob: (most: number) => `${most} photos at most per job.`,
  addPhotos: "Add photos",
  photoOfThisStep2: "Photo of this step",
  notSaved: (reason: string) => `Not saved: ${reason}`,
} as const;

export const stepEndText = {
  correct: (labels: string) => `Correct: ${labels}.`,
  doneNextStep: "Done, next step",
  reasonForSkipping: "Reason for skipping",
  appearsInTheReport: "Appears in the report",
  skip: "Skip",
  keepStep: "Keep step",
  skipStep: "Skip step",
  changeReason: "Change reason",
  skipped: (skipped: string) => `Skipped: ${skipped}`,
  done: (stepName: string) => `Done: ${stepName}`,
  missing: (missing: string) => `Missing: ${missing}.`,
} as const;

export const stepViewText = {
  theNetworkOrServerIs: "The network or server is unavailable. Your entries are kept. Reload the page when it is back.",
  stepNotLoaded: "Step not loaded",
  openingTheStep: "Opening the step",
} as const;

export const distanceText = {
  open: "Distance view",
  close: "Close",
  title: (step: string) => `Distance view: ${step}`,
  ambient: "Ambient",
  recovered: "Recovered",
  vacuum: "Vacuum",
  wall: "Ambient",
  inTheVehicle: "In the vehicle",
  scale: "Scale",
  of: (label: string, tolerance: string) => `of ${label} ± ${tolerance}`,
  nothingToDo: "Nothing to press now.",
} as const;
