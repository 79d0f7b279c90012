/** Texts of the settings views. */

export const chartCardText = {
  cell: (row: number, column: string) => `Row ${row}, ${column}`,
  pressureChart: "Pressure chart",
  lowFrom: "low from",
  lowTo: "low to",
  highFrom: "high from",
  highTo: "high to",
  thePreviousChartIsKept: (reason: string) => `${reason}. The previous chart is kept.`,
  ambient: (unit: string) => `Ambient ${unit}`,
  chart: (refrigerant: string) => `${refrigerant} chart`,
  noChartYetAddRows: "No chart yet. Add rows or import a file: ambient and the range of each side.",
  lowFrom2: (unit: string) => `${unit}, low from`,
  remove: "Remove",
  removeRow: (i: number) => `Remove row ${i}`,
  chartNotSaved: "Chart not saved",
  addRow: "Add row",
  saveChart: "Save chart",
  importCsv: "Import CSV",
  chartFile: "Chart file",
  exportCsv: "Export CSV",
  removeChart: "Remove chart",
} as const;

export const copyLineText = {
  failed: (reason: string) => `Failed: ${reason}.`,
  thisBrowserCannotWriteFiles: "This browser cannot write files automatically. Save everything as a file regularly.",
  allowAccessAgain: "Allow access again",
  copyNow: "Copy now",
  chooseCopyFolder: "Choose copy folder",
  changeFolder: "Change folder",
  stopCopies: "Stop copies",
} as const;

export const importListText = {
  recentImports: "Recent imports",
  oneRecord: "one record",
  records: (records: number) => `${records} records`,
  revert: "Revert",
  revertImportOf: (file: string) => `Revert import of ${file}`,
} as const;

export const keepingLineText = {
  permanentStorageIsOn: "Permanent storage is on.",
  theBrowserRefusedForNow:
    "The browser refused for now. It usually agrees once the page is installed, bookmarked or used often. Until then, save files.",
  failed: (reason: string) => `Failed: ${reason}.`,
  theBrowserMayDeleteJobs: "The browser may delete jobs when space runs low. Turn on permanent storage.",
  turnOn: "Turn on",
} as const;

export const dataCardText = {
  storedRecordsAreUnchanged: (reason: string) => `${reason}. Stored records are unchanged.`,
  saved: "Saved",
  erased: "Erased",
  allDataWasErasedFrom: "All data was erased from this browser.",
  dataInThisBrowser: "Data in this browser",
  counting: "Counting",
  saveEverything: "Save everything",
  importShopFile: "Import shop file",
  shopFile: "Shop file",
  erase: "erase",
  typeToEraseEverything: (toType: string) => `Type “${toType}” to erase everything`,
  eraseEverything: "Erase everything",
} as const;

export const instrumentsCardText = {
  ofFullScale: "of full scale",
  fullScale: "Full scale",
  error: "Error",
  instruments: "Instruments",
  theSourceOfEveryShown:
    "The source of every ± shown. Blank = standard workshop instrument. The ranking of causes always assumes standard instruments.",
  checkOverdueErrorIncreasedBy: "check overdue: error increased by half",
  asEnteredHere: "as entered here",
  lastChecked: "Last checked",
  reset: "Reset",
  resetToStandard: (instrumentName: string) => `Reset ${instrumentName} to standard`,
} as const;

export const lookCardText = {
  appearance: "Appearance",
  theme: "Theme",
  light: "Light",
  dark: "Dark",
  asDevice: "As device",
  typeSize: "Type size",
  usual: "Usual",
  large: "Large",
  spelling: "Spelling",
  letterShortcuts: "Letter shortcuts",
  on: "On",
  off: "Off",
} as const;

export const placeCardText = {
  barometerReadingHere: "Barometer reading here",
  stationPressureNotSeaLevel: "station pressure, not sea level",
  defaultsForNewJobs: "Defaults for new jobs",
  workshopAltitude: "Workshop altitude",
  correctsTheGaugeReadings: "Corrects the gauge readings.",
  savedAsTheAltitudeWith: "Saved as the altitude with that pressure. Enter it again when the weather changes.",
  technicians: "Technicians",
  mostFrequentFirstSeparatedBy: "Most frequent first, separated by commas.",
  workshopName: "Workshop name",
  printedOnReports: "Printed on reports.",
} as const;

export const unitsCardText = {
  units: "Units",
  unitSet: "Unit set",
  unitOf: (dimensionWord: string) => `Unit of ${dimensionWord}`,
  appliesEverywhereTypedValuesKeep:
    "Applies everywhere. Typed values keep their unit. A field accepts other units after the number: “65 psi”, “1 lb 2 oz”.",
} as const;

export const workCardText = {
  workshopMethods: "Workshop methods",
  vacuumHoldTime: "Vacuum hold time",
  targetVacuum: "Target vacuum",
  text500MicronDriesACircuit:
    "500 micron dries a circuit in any weather; 1 000 micron leaves more water in oil and drier. Both need an electronic gauge.",
  chargingMethodsCompared: "Charging methods compared",
} as const;

export const settingsViewText = {
  index: "Settings index",
  loadingSettings: "Loading settings",
} as const;

export const signalsCardText = {
  signals: "Signals",
  volume: "Volume",
  vibration: "Vibration",
  speech: "Speech",
  on: "On",
  off: "Off",
  notifications: "Hold in a hidden tab",
  allow: "Allow notifications",
  allowed: "Notifications allowed",
  refused: "Refused in the browser",
  tryEach: "Test each signal",
  theStopSignalRepeats: "Press one to hear it. The stop signal repeats until the valve is closed.",
} as const;
