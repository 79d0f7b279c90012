/** Texts of the drill views. */

export const carCardsText = {
  bothSides: (unit: string) => `Both sides, ${unit}`,
  expectedRangeHiddenInDrills: "expected range hidden in drills",
  gaugesNotConnected: "gauges not connected",
  dischargeLine: "Discharge line",
  meteringDeviceInlet: "Metering device inlet",
  condenserInletAir: "Condenser inlet air",
  noReading: "no reading",
  tapAPartToTouch: "Tap a part to touch it: 30 s each",
  actionsSoFar: "Actions so far",
  noneYetTheClockRuns: "None yet. The clock runs.",
} as const;

export const actsColumnText = {
  vehicleArrives: "vehicle arrives",
  actions: "Actions",
  putCanAway: "Put can away",
  takeACan: "Take a can",
  canAndValves: "Can and valves",
  doItAnyway: "Do it anyway",
  upTo: "up to ",
  min: (part: string, minutes: number) => `${part}${minutes} min`,
} as const;

export const answerCardsText = {
  askedAt: (first: string, second: string) =>
    `Most likely first. Asked at ${first} and ${second} min, later compared with the readings.`,
  yourEstimateSoFar: "Your estimate so far",
  move: (name: string) => `Move ${name}`,
  moved: (place: number, count: number) => `Place ${place} of ${count}`,
  picked: (name: string) => `${name} picked up`,
  notMoved: "Not moved",
  howToMove: "Press Space, move with the arrow keys, press Space to drop.",
  remove: (rankedName: string) => `${rankedName}: remove`,
  mostLikely: "Most likely",
  next: "Next",
  submitEstimate: "Submit estimate",
  said: (part: string) => `Said ${part}.`,
  select: "select",
  amount: "Amount",
  leaveCharge: "Leave charge",
  weighFirst: "Weigh first",
  selectACauseOrNo: "Select a cause or no fault",
  selectWhatToDoWith: "Select what to do with the charge",
  enterTheAmount: "Enter the amount",
  yourDiagnosis: "Your diagnosis",
  cause: "Cause",
  and: "and",
  comparedWithTheChargeAt: "Compared with the charge at intake",
  chargeCorrection: "Charge correction",
  submitDiagnosis: "Submit diagnosis",
  thenTheFaultIsShown: "Then the fault is shown.",
} as const;

export const drillStripText = {
  gaugesFirst: "gauges first",
  probeFirst: "probe first",
  ambient: (humidityPct: string) => `Ambient, ${humidityPct} %`,
  engineOff: "engine off",
  clampFirst: "clamp first",
  airDrop: "Air drop",
  liveReadings: "Live readings",
} as const;

export const standingCardText = {
  stop: "Stop",
  engineOff: "Engine off.",
  pressuresNotReadableYet: "Pressures not readable yet.",
  pressuresStillMoving: "Pressures still moving.",
  clutchCyclesEvenly: "Clutch cycles evenly.",
  pressuresSteady: "Pressures steady.",
  simulatedVehicleLost: "Simulated vehicle lost",
  caseEnded: "Case ended",
  submitted: "Submitted",
  openDebrief: "Open debrief",
  restartCase: "Restart case",
  preparingTheVehicle: "Preparing the vehicle",
  timePasses: "Time passes",
  theClockWaitsForYour: "The clock waits for your estimate",
  putTheMostLikelyCause: "Put the most likely cause first, then submit.",
  noExpectedRangeInDrills: "No expected range in drills.",
  waitUntilSteady: "Wait until steady",
  clockF: "Clock (F)",
  yourReadingsAreSufficient: "Your readings are sufficient.",
  shortestNextStep: (wayWords: string) => `Shortest next step: ${wayWords}.`,
} as const;

export const atTheCarText = {
  yourStepsAreKeptPress: (reason: string) => `${reason}. Your steps are kept. Press again.`,
  changeTheDrillsClock: "Change the drill's clock",
  min: (atS: number) => `${atS} min`,
  onTheClock: "on the clock",
  actions: "Actions",
  complaint: "Complaint",
  caseNotSaved: "Case not saved",
  sinceArrival: "Since arrival",
} as const;

export const classVotesText = {
  votes: "Votes",
  votes2: (rankedName: string) => `Votes: ${rankedName}`,
} as const;

export const classScreenText = {
  sheetNotCreated: (reason: string) => `Sheet not created: ${reason}.`,
  thisBrowserDoesNotAllow: "This browser does not allow full screen.",
  playOrPause: "Play or pause",
  nextPause: "Next pause",
  previousPause: "Previous pause",
  showOrHide: (name: string) => `Show or hide: ${name}`,
  showOrHideAnswer: "Show or hide answer",
  votes: "Votes",
  fullScreen: "Full screen",
  classSheetQuestions: "Class sheet, questions",
  classSheetAnswers: "Class sheet, answers",
  backToDrills: "Back to drills",
  ofLabel: (atS: string, endS: string) => `${atS} of ${endS}`,
  pressSpaceToPlay: "Press space to play.",
  answer: "Answer",
  onlyTheTrainerKnowsEnter: "Only the trainer knows. Enter it below.",
  possibleByThen: (allowedWords: string) => `Possible by then: ${allowedWords}`,
  questions: "Questions",
  withAnswers: "With answers",
  drills: "Drills",
} as const;

export const classRoomText = {
  thisCaseCannotBeCreated: "This case cannot be created.",
  thisJobIsUnknownOr: "This job is unknown or has no trace. A test recorded live keeps one.",
  recordedTest: "Recorded test",
  cannotBeShown: "Cannot be shown",
  logForAClass: "Log for a class",
  replaysALogOfReal:
    "Replays a log of real instruments and pauses at each engine change. Enter the answer later; it stays hidden.",
  aLog: "A log",
  standardTestSequence: "Standard test sequence",
} as const;

export const debriefCardsText = {
  score: "Score",
  of100: (total: number) => `${total} of 100`,
  ofLabel: (score: number, ofPart: number) => `${score} of ${ofPart}`,
  effectOfEachReading: "Effect of each reading",
  noReadingsTaken: "No readings taken.",
  beforeAndAfter: "Before and after",
  leadingCause: "Leading cause",
  decidableFromHere: " decidable from here",
  shortestTestSequence: "Shortest test sequence",
  noneFound: "None found",
  min: (wayMinutes: number) => `${wayMinutes} min`,
  min2: (minutes: number) => `${minutes} min`,
  notDone: (skipped: string) => `Not done: ${skipped}.`,
  mistakesAndDangers: "Mistakes and dangers",
  none: "None.",
  hints: (hints: number) => ` Hints: ${hints}.`,
  chargeAtIntakeAddedRecovered: (
    startG: string,
    addedG: string,
    recoveredG: string,
    part: string,
    nowG: string,
    part2: string,
  ) => `Charge: ${startG} at intake, ${addedG} added, ${recoveredG} recovered, ${part} lost, ${nowG} now.${part2}`,
} as const;

export const debriefViewText = {
  theCaseCannotBeCreated: "the case cannot be created any more",
  theCaseCannotBeSimulated: "the case cannot be simulated",
  debrief: "Debrief",
  replayingTheCase: "Replaying the case",
  debriefNotAvailable: "Debrief not available",
  theListOfRunsShows: (reason: string) => `${reason}. The list of runs shows what is kept.`,
  pageNotCreated: (reason: string) => `Page not created: ${reason}.`,
  answerShownAfterMin: (minutes: number) => `Answer shown after ${minutes} min`,
  savePage: "Save page",
  goToDrills: "Go to drills",
  fault: "Fault",
  yourDiagnosisCorrect: "Your diagnosis, correct: ",
  yourDiagnosis: "Your diagnosis: ",
  charge: "Charge: ",
  probabilityOfTheFault: "Probability of the fault",
  belowYourRankOfThe: "Below: your rank of the true cause when asked; – if not listed.",
  noEstimateWasAskedThe: "No estimate was asked: the case ended early.",
  yourEstimatesAndTheReadings: "Your estimates and the readings",
  after: (atS: string) => `After ${atS}`,
  instrumentReadings: "Instrument readings",
  chargeByOtherMethodsOn: "Charge by other methods, on a hot day",
} as const;

export const keepCardText = {
  nothingNewInTheFile: "Nothing new in the file.",
  andAdded: (drills: string, learners: string) => `${drills} and ${learners} added.`,
  saveAndShare: "Save and share",
  openFile: "Open file",
  drillFile: "Drill file",
  notRead: (reason: string) => `Not read: ${reason}.`,
  cannotBeReadAndIs: (damaged: string) => `${damaged} cannot be read and is not counted.`,
  allLearnersInThisBrowser: "All learners in this browser. Files from other devices are added.",
} as const;

export const learnersText = {
  add: "Add",
  rename: "Rename",
  learnersName: "Learner's name",
  saveName: "Save name",
  learner: "Learner",
  enterName: "Enter name",
  newLearner: "New learner",
} as const;

export const progressCardsText = {
  progress: "Progress",
  afterTheFirstCaseResults: "After the first case: results and due dates by cause and theme.",
  byCauseAndTheme: "By cause and theme",
  ofLabel: (right: number, runs: number) => `${right} of ${runs}`,
  mistakesEarlierAndRecent: "Mistakes, earlier and recent",
  ofLabel2: (earlier: number, earlierOf: number) => `${earlier} of ${earlierOf}`,
  ofLabel3: (later: number, laterOf: number) => `${later} of ${laterOf}`,
  runs: "Runs",
  customCase: "custom case",
  view: "View",
  debriefOf: (code: string) => `Debrief of ${code}`,
} as const;

export const drillStartText = {
  findTheHiddenFaultWith: "Find the hidden fault with workshop instruments",
  due: (subjectName: string) => `Due: ${subjectName}`,
  nothingDueChooseAnyTheme: "Nothing due: choose any theme",
  dueMissedThemesReturnSooner: (count: string) => `${count} due. Missed themes return sooner.`,
  startWithPressuresOnlyThe: "Start with pressures only. The clock can run faster.",
  missedThemesReturnSooner: "Missed themes return sooner.",
  startWithPressures: "Start with pressures",
  noSolvableCaseFoundTry: "No solvable case found. Try again.",
  caseNotCreated: (reason: string) => `Case not created: ${reason}.`,
  notTried: "not tried",
  stockCase: "Stock case",
  stockCase2: (themeName: string) => `${themeName}: stock case`,
  newCase: (themeName: string) => `${themeName}: new case`,
  newCase2: "New case",
  openByCode: "Open by code",
  caseCode: "Case code",
  aCodeGivesTheSame: "A code gives the same vehicle on every device.",
  openCase: "Open case",
  logForAClass: "Log for a class",
} as const;

export const drillViewText = {
  loadingYourDrills: "Loading your drills",
  thisRunIsNotStored: "This run is not stored here",
  itWasMadeInAnother: "It was made in another browser or deleted.",
  noSuchCase: "No such case",
  noCasePossible: "No case possible",
  aCaseNeedsLabelAnd: "A case needs label and readings.",
  noCasePossibleFromThis: "No case possible from this job",
  creatingACaseWithoutNames: "Creating a case without names",
  goToDrills: "Go to drills",
} as const;
