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

export const livePanelText = {
  liveInstruments: "Live instruments",
  bridgeAddress: "Bridge address",
  connectBridge: "Connect bridge",
  baudRate: "Baud rate",
  connectSerial: "Connect serial port",
  connectBluetooth: "Connect Bluetooth",
  opening: "Opening",
  open: "Connected",
  lost: "No data",
  lines: (count: number) => `${count} lines`,
  simulated: "simulated: practice job",
  battery: (percent: number) => `battery ${percent} %`,
  disconnect: "Disconnect",
  newestLine: (line: string) => `Newest line: ${line}`,
  numberIs: (place: number) => `Number ${place} is`,
  unitOf: (place: number) => `Unit of number ${place}`,
  countedFrom: (place: number) => `Number ${place}: gauge or absolute`,
  notUsed: "Not used",
  live: "Live",
  closeLive: "Disconnect live instruments",
} as const;
