/** Texts of the sign-off step. */

export const signOffStepText = {
  openYouCanSignOpen: (open: string) => `Open: ${open}. You can sign; open steps will be listed.`,
  openSteps: "Open steps",
  workPerformed: "Work performed",
  noComplaintRecorded: "no complaint recorded",
  after: (now: string) => ` After: ${now}.`,
  before: (then: string, part: string) => `Before: ${then}.${part}`,
  beforeAndAfter: "Before and after",
  signOff: "Sign-off",
  technician: "Technician",
  techniciansOfThisShop: "Technicians of this shop",
  remarkForTheCustomer: "Remark for the customer",
  findingsAdvice: "Findings, advice",
  saveJobFile: "Save job file",
  sign: "Sign",
  signedByLocked: (technician: string, part: string) => `Signed by ${technician}, ${part}. Locked.`,
  enterANameToSign: "Enter a name to sign.",
  notSignedYet: "Not signed yet.",
  training: "Training",
  useTheseReadingsAsA: "Use these readings as a case or for a class, without name, plate or date.",
  createDrillCase: "Create drill case",
  showToClass: "Show to class",
  localLawTheMakersProcedure:
    "Local law, the maker's procedure and licensed practice come first. The file holds everything entered and weighed.",
} as const;
