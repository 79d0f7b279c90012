/** Texts of the desk views. */

export const sideColumnText = {
  clampError: "clamp error",
  enter: (line: string) => `enter ${line}`,
  noValueHere: "no value here",
} as const;

export const cycleCardText = {
  clampPlace: "10 cm from the compressor.",
  theLowSide: "the low side",
  theHighSide: "the high side",
  theSuctionLine: "the suction line",
  theLiquidLine: "the liquid line",
  theDischargeLine: "the discharge line",
  cycle: "Cycle",
  fiveReadingsAreNeededMissing: (missing: string) => `Five readings are needed. Missing: ${missing}.`,
  dottedLosslessCompression:
    "Dotted above: lossless compression. The enthalpy zero is arbitrary; only differences count.",
} as const;

export const deskCardsText = {
  staticPressure: "Static pressure",
  enterBothWithTheEngine: "Enter both, with the engine off and temperatures equalised.",
  flashGasCheck: "Flash-gas check",
  enterHighSideAndLiquid: "Enter high side and liquid line above.",
  hoseAndCylinderContent: "Hose and cylinder content",
  volumeOf: "Volume of",
  aHose: "A hose",
  circuitOrHose: "Circuit or hose",
  canOrCylinder: "Can or cylinder",
  length: "Length",
  gauge: "Gauge",
  enterSizePressureAndTemperature: "Enter size, pressure and temperature.",
  asVapourOnly: "As vapour only",
  enterTheCylinderTemperature: "Enter the cylinder temperature.",
  itsPressure: "Its pressure",
  tooWarmNoCylinderAbove: (warmest: string) =>
    `Too warm: no cylinder above ${warmest}. No flames, no sun behind glass.`,
  thePressureIsTheSame:
    "The pressure is the same with any liquid left: weigh it. If it is higher, it contains air or another gas.",
  pressure: "Pressure",
  temperature: "Temperature",
  mass: "Mass",
  vacuum: "Vacuum",
  unitConverter: "Unit converter",
  quantity: "Quantity",
  enterANumberToConvert: "Enter a number to convert it.",
} as const;

export const deskViewText = {
  clear: "Clear",
  createJob: "Create job",
  jobNotCreated: "Job not created",
  theBrowserDidNotSave: (refused: string) => `The browser did not save it: ${refused}. These values are kept.`,
  valuesNotSaved: "Values not saved",
  theBrowserRefusesTheValues: (storeError: string) =>
    `The browser refuses: ${storeError}. The values are kept while this tab is open.`,
  openingTheDesk: "Opening the desk",
  refrigerantToCompare: "Refrigerant to compare",
  compare: "Compare",
  unitsForNow: "Units for now",
  dragALine: "Drag a line, or type a number",
  itCanBeToldApart:
    "It can be told apart by static pressure, within about 1 %. Superheat, lines and cylinders need R134a or R1234yf.",
  onlySaturationIsKnownFor: (refrigerant: string) => `Only saturation is known for ${refrigerant}`,
} as const;
