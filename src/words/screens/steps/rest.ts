/** Texts of the rest step. */

export const restStepText = {
  gogglesAndGlovesOnHand:
    "Goggles and gloves on. Hand wheels closed, couplers backed off, low side first, tug test. Local law, the maker's procedure and licensed practice come first.",
  beforeConnecting: "Before connecting",
  recordFromSimulator: "Record from simulator",
  stopEngineToRecord: "Stop engine to record",
  engineOffTemperaturesEqualised: "Engine off, temperatures equalised",
  waitingForReadings: "Waiting for readings",
  selectTheRefrigerantAtIntake: "Select the refrigerant at Intake first.",
  missing: (gapList: string) => `Missing: ${gapList}.`,
  saturationAt: (soak: string) => `Saturation at ${soak}`,
  fromTheEquationOfState: "from the equation of state at this altitude",
  readingAboveSaturation: "Reading above saturation",
  equalWithin: (uncertainty: string) => `equal within ± ${uncertainty}`,
  oneGaugeOnlyTheOther: "One gauge only: the other side is unknown.",
  highMinusLow: "High minus low",
  staticPressureDoesNotShow: "Static pressure does not show the amount. Only weighing does.",
} as const;
