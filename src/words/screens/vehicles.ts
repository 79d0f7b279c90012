/** Texts of the vehicles views. */

export const recheckText = {
  weighItTheChargeMay: (share: number) => `Weigh it: the charge may be below ${share} % of the label from this date.`,
  oneYearSinceChargingBy: "One year since charging by weight: weigh it, check hoses and seals.",
  evridReChecks: "Evrid re-checks",
  weighTheRefrigerant: (name: string) => `${name}: weigh the refrigerant`,
} as const;

export const vehicleTableText = {
  label: "Label",
  lastVisit: "Last visit",
  loses: "Loses",
  below85: "Below 85 %",
  neverWeighed: "never weighed",
  normal: "normal",
  unknown: "unknown",
} as const;

export const vehiclesViewText = {
  vehiclesShown: "Vehicles shown",
  all: "All",
  dueForReCheck: "Due for re-check",
  noVehicleOrJobCode: "No vehicle or job code found. Hold it straight, closer, in even light.",
  onRecord: (count: number) => `${count} on record`,
  ofLabel: (count: number, count2: number) => `${count} of ${count2}`,
  addReChecksToCalendar: "Add re-checks to calendar",
  scanCode: "Scan code",
  photoOfCode: "Photo of code",
  loadingVehicles: "Loading vehicles",
  noVehiclesYet: "No vehicles yet",
  aVehicleAppearsHereOnce: "A vehicle appears here once a job names it.",
  findAVehicle: "Find a vehicle",
  plateOwnerNameLabel: "Plate, owner, name, label",
  noneFallsBelow85Within: "None falls below 85 % within four months.",
  noVehicleMatches: "No vehicle matches.",
} as const;

export const vehiclePhotosText = {
  notSaved: (reason: string) => `Not saved: ${reason}`,
  photos: "Photos",
  labelPortsNotesForThe: "Label, ports, notes for the next technician.",
  photosOfThisVehicle: "Photos of this vehicle",
  photoOfThisVehicle: (i: number) => `Photo ${i} of this vehicle`,
  photoOfItsVisits: (i: number) => `Photo ${i} of its visits`,
  addPhotos: "Add photos",
  photoOfThisVehicle2: "Photo of this vehicle",
} as const;

export const vehicleRecordText = {
  theRecordIsUnchanged: (reason: string) => `${reason}. The record is unchanged.`,
  plateOrFleetNumber: "Plate or fleet number",
  owner: "Owner",
  note: "Note",
  portPositionsSpecialNotes: "Port positions, special notes",
  otherNames: "Other names",
} as const;

export const visitListText = {
  test: "Test",
  when: "Stage",
  oneVisit: "One visit",
  visits: (count: number) => `${count} visits`,
  showAll: (count: number) => `Show all ${count}`,
  openJob: "Open job",
  arrivedWith: (foundG: string) => `arrived with ${foundG}`,
  leftWith: (leftWithG: string) => `left with ${leftWithG}`,
  notSigned: "not signed",
  noComplaintRecorded: "No complaint recorded.",
  thisRecordIsUnreadableSee: "This record is unreadable; see the Bay.",
  replacedOrOpened: (parts: string) => `replaced or opened: ${parts}`,
  computingTheDiagnosis: "Computing the diagnosis",
  noReadings: "No readings.",
  beforeRepair: "before repair",
  afterRepair: "after repair",
  atIdleByVisit: "At idle, by visit",
  ambient: (unit: string) => `Ambient, ${unit}`,
  low: (unit: string) => `Low, ${unit}`,
  high: (unit: string) => `High, ${unit}`,
  vent: (unit: string) => `Vent, ${unit}`,
  oneEarlierReading: "One earlier reading",
  earlierReadings: (sound: number) => `${sound} earlier readings`,
  ofThisVehicleNarrowIts: (part: string) => `${part} of this vehicle narrow its expected range.`,
  onceThisVehicleIsVerified: "Once this vehicle is verified as sound, its readings narrow its expected range.",
} as const;

export const vehicleViewText = {
  openingTheRecord: "Opening the record",
  itMayBeInAnother: "It may be in another browser, or under another name.",
  vehicleNotFound: "Vehicle not found",
  allVehicles: "All vehicles",
  addToCalendar: "Add to calendar",
  openOnBench: "Open on bench",
  chargeUnknown: "Charge unknown",
  neverChargedByWeightHere: "Never charged by weight here. Weigh it at the next visit.",
  estimatedChargeToday: "Estimated charge today",
  leakRate: "Leak rate",
  belowOfTheLabel: (share: number) => `Below ${share} % of the label`,
  similarVehicles: "Similar vehicles",
  lastVisit: (labelG: string, lastAt: string) => `${labelG}, last visit ${lastAt}`,
  vehicleCode: "Vehicle code",
  codeOfThisVehicle: "Code of this vehicle",
  printItAndKeepIt: "Print it and keep it under the bonnet. Scanned under Vehicles, it opens this record.",
} as const;
