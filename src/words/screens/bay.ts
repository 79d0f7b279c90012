/** Texts of the bay views. */

export const notFoundViewText = {
  theAddressMayBeIncomplete: "The address may be incomplete. Jobs are listed in the Bay.",
  pageNotFound: "Page not found",
} as const;

export const copyReminderText = {
  onlyInThisBrowser: (unsavedWords: string) => `Only in this browser: ${unsavedWords}.`,
} as const;

export const jobCardText = {
  view: "View",
  noComplaintRecorded: "No complaint recorded.",
  refrigerantUnknown: "Refrigerant unknown",
  signedOff: (signedAt: string) => `Signed off ${signedAt}`,
  nextOfDone: (done: number, count: number, updatedAt: string) => `Next (${done} of ${count} done, ${updatedAt})`,
  newJobSameVehicle: "New job, same vehicle",
  moreFor: (name: string) => `More for ${name}`,
  archive: "Archive",
  restoreFromArchive: "Restore from archive",
  remove: "Remove",
  charged: (inVehicleG: string) => `${inVehicleG} charged`,
  recovered: (value: string) => `${value} recovered`,
  readingsRecordedNoDiagnosisYet: "readings recorded, no diagnosis yet",
  staticPressureRecorded: "static pressure recorded",
  noReadingsYet: "no readings yet",
} as const;

export const removedJobsText = {
  removedJobs: "Removed jobs",
  removedOn: " removed on ",
  restore: "Restore",
  restore2: (name: string) => `Restore ${name}`,
  showOnlyTheLast: "Show only the last",
  showAllRemoved: (count: number) => `Show all ${count} removed`,
  keptUntilTomorrow: "Kept until tomorrow.",
  keptForMoreDays: (days: number) => `Kept for ${days} more days.`,
} as const;

export const bayViewText = {
  all: "All",
  open: "Open",
  signedOff: "Signed off",
  openJobFile: "Open job file",
  jobFile: "Job file",
  littleStorageLeft: "Little storage left",
  ofTheStorageIsUsed: (usedShare: number) =>
    `${usedShare} % of the storage is used. Save old jobs as files, then remove them.`,
  storedRecord: "Stored record",
  openingTheBay: "Opening the bay",
  findAJob: "Find a job",
  vehicleComplaintTechnician: "Vehicle, complaint, technician",
  noOpenJobsSignedJobs: "No open jobs. Signed jobs are archived.",
  noJobMatches: "No job matches.",
  olderJobsAreListedUnder: "Older jobs are listed under Vehicles.",
  hideArchived: "Hide archived",
  showArchived: (archived: number) => `Show ${archived} archived`,
  whatEvridIs: "Evrid reads all instruments together, finds the fault and holds the charge to the label weight.",
  startAJob: "Start a job",
  exploreDemo: "Explore the demo workshop",
  practise: "Practise",
  jobsShown: "Jobs shown",
  noOpenJobs: "No open jobs",
  startAJobAtThe: "Start at the vehicle, with the label in sight.",
  restoreCopy: "Restore copy",
  shopCopy: "Shop copy",
} as const;
