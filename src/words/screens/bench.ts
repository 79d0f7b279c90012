/** Texts of the bench views. */

export const boardCardText = {
  dischargeLine: "Discharge line",
  meteringDeviceInlet: "Metering device inlet",
  meteringDeviceOutlet: "Metering device outlet",
  notRunning: "not running",
  circuit: "Circuit",
  notRunning2: "Not running.",
  fullOfTheCondenserIs: (store: string, level: number, flooded: number) =>
    `${store} ${level} % full; ${flooded} % of the condenser is flooded.`,
} as const;

export const controlsText = {
  modelEndsAt: (value: string) => `The model ends at ${value}.`,
  modelBeginsAt: (value: string) => `The model begins at ${value}.`,
  placeUnit: "% of its length",
  fresh: "Fresh",
  recirculated: "Recirculated",
  conditions: "Conditions",
  ambient: "Ambient",
  humidity: "Humidity",
  blower: "Blower",
  returnAir: "Return air",
  altitude: "Altitude",
  cabinAir: "Cabin air",
  altitudeCabin: "Altitude, cabin",
  air: "Air",
  faults: "Faults",
  ofTheLabel: (chargeG: string, share: number) => `${chargeG}, ${share} % of the label`,
  positionInCondenser: "Position in condenser",
  ofTheCondenserLength: (place: number) => `${place} % of the condenser length`,
} as const;

export const curveCardText = {
  pressuresAgainstChargeAt: (ambientC: string) => `Pressures against charge at ${ambientC}`,
  ofLabel: (vehicles: number, curvevehicles: number) => `${vehicles} of ${curvevehicles}`,
  playHotter: "Play hotter",
  simulatingTwentyVehicles: "Simulating twenty vehicles",
  linesMedianOfSuchVehicles:
    "Lines: median of such vehicles; grey: 90 % of them. In the shaded part, gauges, vent and clamps would mostly not show a wrong charge. Tap the chart to set the charge.",
} as const;

export const gaugesCardText = {
  bothSides: (unit: string) => `Both sides, ${unit}`,
  computingExpectedRange: "Computing expected range",
  expectedToday: "green: expected today",
  cooling: "Cooling",
  power: "Power",
} as const;

export const keepMenuText = {
  linkCopied: "Link copied.",
  addedToTheDiagnosisNote: "Added to the diagnosis note as a simulation.",
  failed: (reason: string) => `Failed: ${reason}.`,
  share: "Share",
  copyLink: "Copy link",
  saveReadingFile: "Save reading file",
  createDrillCase: "Create drill case",
  addToJobNote: "Add to job note",
  openFile: "Open file",
  benchFile: "Bench file",
  simulatedNotMeasuredAReading: "Simulated, not measured: a reading file from here says so in its name.",
} as const;

export const methodTableText = {
  byWeight: "By weight",
  charge: (unit: string) => `charge, ${unit}`,
  at: (hotC: string) => `at ${hotC}`,
  cutsOut: "cuts out",
} as const;

export const sideCardsText = {
  vehiclesOfTen: (count: number) => `Vehicles of 10 in which it stands clear by then; ${count} simulated each day.`,
  chargeByOtherMethods: "Charge by other methods",
  onWhichDay: "On which day",
  fromCoolToHot: "From cool to hot",
  simulatingEachMethod: "Simulating each method",
  overTheLabel: (unit: string) => `over the label, ${unit}`,
  hotDayInTownTraffic: "Hot day in town traffic",
  ambient: "Ambient",
  simulatingTheHotDay: "Simulating the hot day",
  withTheLabelCharge: (charAt: string, atLabel: string) => `With the label charge: ${charAt}${atLabel}`,
  howOftenDoesATest: "How often does a test pass?",
  howOftenIsTheFault: "How often is the fault found?",
  theEnsembleCouldNotBe: "The ensemble could not be loaded.",
  testingSuchVehicles: "Testing such vehicles",
  doesNotRun: "does not run",
  foundIn: (outOfTen: string) => `found in ${outOfTen}`,
} as const;

export const timeCardText = {
  nothing: "Nothing",
  recovery: "Recovery",
  vacuumPump: "Vacuum pump",
  shut: "Shut",
  liquidHighSide: "Liquid, high side",
  vapourLowSide: "Vapour, low side",
  startSimulator: "Start simulator",
  simulateOverTime: "Simulate over time",
  theSimulatorWasLostIts: (part: string) =>
    `The simulator was lost${part}. Its readings are gone; the settings are kept.`,
  runStopRecoverEvacuateAnd: "Run, stop, recover, evacuate and charge from a can, with all instruments live.",
  connectInstruments: "Connect instruments",
  overTime: "Over time",
  restart: "Restart",
  disconnect: "Disconnect",
  vacuum: (unit: string) => `Vacuum, ${unit}`,
  canContent: (unit: string) => `Can content, ${unit}`,
  pace: "Pace",
  connected: "Connected",
  canOf: (cang: string) => `Can of ${cang}`,
  offTheScale: "Off the scale",
  onTheScale: "On the scale",
  chargingValve: "Charging valve",
  theHighValveStaysClosed:
    "The high valve stays closed while the engine runs. Never charge liquid into a running low side.",
} as const;

export const whichVehicleText = {
  itsLabelIsNotRecorded: "Its label is not recorded: refrigerant, charge, metering, compressor.",
  done: "Done",
  onRecord: "On record",
  plateOwnerNameLabel: "Plate, owner, name, label",
  custom: "Custom",
  byLabelAndClass: "By label and class",
  labelCharge: "Label charge",
  meteringDevice: "Metering device",
  condenserFan: "Condenser fan",
  evaporators: "Evaporators",
  one: "One",
  two: "Two",
  highPort: "High port",
  afterTheCondenser: "After the condenser",
  beforeTheCondenser: "Before the condenser",
} as const;

export const benchViewText = {
  preparingTheBench: "Preparing the bench",
  thisJobOrItsLabel: "This job or its label is unknown. A typical vehicle is shown.",
  selectVehicle: "Select vehicle",
  clearFaults: "Clear faults",
  saveToCompare: "Save to compare",
  linkNotFullyApplied: "Link not fully applied",
  pressureEnthalpyChartTapA: "Pressure-enthalpy chart: tap a corner for its values",
} as const;

export const keptStatesText = {
  compared: "Compared states",
  quantity: "Quantity",
  now: "Now",
  superheat: "Superheat",
  subcooling: "Subcooling",
  cooling: "Cooling",
  power: "Power",
  returnTo: (name: string) => `Return to ${name}`,
  discard: (name: string) => `Discard ${name}`,
} as const;
