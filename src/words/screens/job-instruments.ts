/** Texts of a job's instruments. */

export const logImportText = {
  playLogLive: "Play log live",
} as const;

export const simulatorPanelText = {
  idle: "Idle",
  fastIdle: "Fast idle",
  instruments: "Instruments",
  typeTheReadingsOrConnect: "Type the readings, or connect a simulated vehicle.",
  simulatedVehicle: "Simulated vehicle",
  connectSimulator: "Connect simulator",
  openingTheLogReader: "Opening the log reader",
  simulatorLost: (reason: string) => `Simulator lost: ${reason}. Recorded readings are kept.`,
  clock: "Clock",
  closeLog: "Close log",
  disconnectSimulator: "Disconnect simulator",
  hideInstruments: "Hide instruments",
} as const;

export const writeDownText = {
  recordTypedValues: "Record typed values",
} as const;
