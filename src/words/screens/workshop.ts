/** Texts of the workshop views. */

export const addPhotoText = {
  isNotAReadablePicture: (name: string) => `${name} is not a readable picture. The record is unchanged.`,
  onePhotoWas: "One photo was",
  photosWere: (count: number) => `${count} photos were`,
  notAddedTheLimitIs: (part: string, most: number) => `${part} not added: the limit is ${most} per record.`,
} as const;

export const importFilesText = {
  importedUnchanged: (name: string) => `${name}: imported unchanged.`,
  read: "Read",
  importedInPart: "Imported in part",
  notImported: "Not imported",
  alreadyHereIdentical: (name: string) => `${name}: already here, identical.`,
  reverted: "Reverted",
  theJob: "The job",
  revert: "Revert",
  changesFrom: (file: string) => `Changes from ${file}`,
  moreSignedJobsStayUnchanged: (more: number) =>
    `${more} more: signed jobs stay unchanged; others are merged if nothing is counted twice, or kept separately.`,
  importRecords: "Import records",
  nothingToImport: "Nothing to import.",
  allOrNothingYouCan: "All or nothing. You can revert it later.",
  changedInBothNoConflict: "Changed in both, no conflict.",
  oneFieldDiffers: "One field differs",
  fieldsDiffer: (count: number) => `${count} fields differ`,
  mergingUsesTheLaterValue: (part: string) => `${part}. Merging uses the later value.`,
  action: "Action",
  field: "Field",
  here: "Here",
  file: "File",
} as const;

export const keptPhotoText = {
  remove: (name: string) => `Remove ${name}`,
} as const;

export const logChooserText = {
  hasMbTheLimitFor: (name: string, size: number, limit: number) =>
    `${name} has ${size} MB; the limit for a log is ${limit} MB. Shorten it to the test. Not read.`,
  hasNoSeparateColumnsUse: (name: string) => `${name} has no separate columns. Use comma, semicolon or tab.`,
  openLogCsv: "Open log (CSV)",
  instrumentLog: "Instrument log",
  logNotRead: "Log not read",
  reading: (progress: number) => `Reading, ${progress} %`,
  assignTheColumns: "Assign the columns.",
  time: "Time",
  columnOfTime: "Column of Time",
  timeFormat: "Time format",
  columnOf: (name: string) => `Column of ${name}`,
  logUnitOf: (name: string) => `Log unit of ${name}`,
  countedFrom: (name: string) => `${name}: gauge or absolute`,
  decimalComma: "Decimal comma",
  firstRowsOfTheLog: "First rows of the log",
} as const;

export const oilSheetText = {
  oilRefillPerNewPart: "Oil refill per new part",
  typicalValuesForAMid: "Typical values for a mid-size vehicle. A maker's figure for a part overrides this sheet.",
} as const;
