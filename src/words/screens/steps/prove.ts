/** Texts of the prove step. */

export const proveStepText = {
  beforeAndAfterSameSettings: "Before and after, same settings",
  recordOrTypeTheSame: "Record or type the same test below. Before and after appear here side by side.",
  nothingToCompareWithThe: "Nothing to compare with; the readings are kept for the record.",
  noTestBeforeTheWork: "No test before the work",
  differentAirSource: "Different air source",
  theFirstTestUsed: (before: string, now: string) => `The first test used ${before} air, this one ${now}.`,
  changeTo: (airSource: string) => `Change to ${airSource}`,
  expectedAtInTraffic: (ambientC: string) => `Expected at ${ambientC} in traffic`,
  rangeOf90OfSound: (humidityPct: number) =>
    `Range of 90 % of sound vehicles with this label and charge, at idle, ${humidityPct} % humidity, fresh air, full blower. Warmer or higher on such a day is a fault.`,
  to: " to ",
  forTheCustomer: "For the customer",
  addToRemark: "Add to remark",
  reading: "Reading",
  at: "At",
  before: "Before",
  after: "After",
  atFirstConditions: "At first conditions",
  change: "Change",
} as const;
