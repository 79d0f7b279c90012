/** Texts of the ledger views. */

export const bookTableText = {
  openJobOf: (vehicle: string) => `Open job of ${vehicle}`,
  ledgerNewestEntries: "Ledger, newest entries",
  oneEntry: "one entry",
  entries: (count: number) => `${count} entries`,
  ledger: (part: string) => `Ledger, ${part}`,
  ledgerOf: (name: string) => `Ledger of ${name}`,
  allCylinders: "All cylinders",
  findAnEntry: "Find an entry",
  vehicleTechnicianActionCylinder: "Vehicle, technician, action, cylinder",
  noEntryMatches: "No entry matches.",
  ledgerEntries: "Ledger entries",
  removedJob: "removed job",
  to: (part: string, actName: string, placeName: string, placeName2: string) =>
    `${part}${actName}: ${placeName} to ${placeName2}`,
  openJob: "Open job",
  reverse: "Reverse",
} as const;

export const containerFormText = {
  gaps: {
    name: "Enter a name.",
    refrigerant: "Select the refrigerant.",
    oil: "Select the oil type.",
    weight: "One weight is unreadable.",
  },
  type: "Type",
  asWrittenOnIt: "As written on it",
  oilType: "Oil type",
  select: "Select",
  origin: "Origin",
  allowsStockCountsOnThe: "allows stock counts on the scale",
  warnBelowThisWeight: "warn below this weight",
  notSaved: (reason: string) => `${reason}. Not saved.`,
  addToStock: "Add to stock",
  newCylinder: "New cylinder",
} as const;

export const stockFormText = {
  acts: { receive: "Receive", count: "Weigh", move: "Move", "send-off": "Send for reclaim", use: "Used" },
  enterTheWeight: "Enter the weight.",
  lessThanItsTareOf: (tareG: string) => `Less than its tare of ${tareG}. Check the cylinder.`,
  selectTheTargetCylinder: "Select the target cylinder.",
  byTheLedgerItHolds: (part: string) => `By the ledger it holds ${part}. Weigh it first.`,
  ledgerAndScaleAgreeNothing: "Ledger and scale agree: nothing to record.",
  booked: "Booked.",
  notRecorded: (reason: string) => `${reason}. Not recorded.`,
  entryType: "Entry type",
  scaleReadingWithCylinder: "Scale reading with cylinder",
  amount: "Amount",
  targetCylinder: "Target cylinder",
  noOtherCylinderHoldsThis: "No other cylinder holds this",
  selectCylinder: "Select cylinder",
  remark: "Remark",
  recordEntry: "Record entry",
  theLedger: (netG: string) => `${netG} the ledger.`,
  editCylinder: "Edit cylinder",
  returnToStock: "Return to stock",
  retire: "Retire",
  as: "As",
  moreThan: (text: string) => `${text} more than`,
  lessThan: (text: string) => `${text} less than`,
} as const;

export const stockListText = {
  stock: "Stock",
  noCylindersInStock: "No cylinders in stock.",
  hideRetired: "Hide retired",
  showRetired: (off: number) => `Show ${off} retired`,
  lowUnder: (lowG: string) => `Low: under ${lowG}. `,
  moreRemovedThanReceivedWeigh: "More removed than received. Weigh it to correct the ledger.",
  tareExpectedOnTheScale: (tareG: string, tareG2: string) => `Tare ${tareG}; expected on the scale ${tareG2}.`,
} as const;

export const ledgerViewText = {
  notRead: "Not read",
  entriesBelongToJobsImport: (ofJobs: number) => ` ${ofJobs} entries belong to jobs; import their job files.`,
  read: "Read",
  entriesAddedAlreadyHere: (added: number, here: number, left: string) =>
    `${added} entries added, ${here} already here.${left}`,
  theLedgerIsUnchanged: (reason: string) => `${reason}. The ledger is unchanged.`,
  importTable: "Import table",
  ledgerTable: "Ledger table",
  exportTable: "Export table",
  newCylinder: "New cylinder",
  computingTheLedger: "Computing the ledger",
  noStockYet: "No stock yet",
  addEachCylinderCanBottle:
    "Add each cylinder, can, bottle and recovery machine with its content. Jobs then draw from them.",
  year: "Year",
  everythingIsAccountedFor: (booksName: string) => `${booksName}: everything is accounted for.`,
  removedJob: "Removed job",
  notAccountedFor: (get: string, differenceG: string) => `${get}: ${differenceG} not accounted for`,
  openingStock: "Opening stock",
  sentForReclaim: "Sent for reclaim",
  stockCorrections: "Stock corrections",
  closingStock: "Closing stock",
  noEntriesThisYear: "No entries this year.",
} as const;
