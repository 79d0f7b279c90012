/** Texts of the overlays views. */

export const paletteText = {
  search: "Search",
  vehicleStepCauseTermSetting: "Vehicle, step, cause, term, setting, action",
  results: "Results",
  nothingMatches: "Nothing matches.",
} as const;

export const helpFigureText = {
  unchanged: (from: number, to: number) => `; from ${from} to ${to} per cent of the label they hardly change`,
  simulating: "Simulating",
  figureNotAvailable: "Figure not available.",
  pressuresAgainstCharge: (part: string) => `Pressures against charge${part}`,
  ofLabelWeight: "of label weight",
  highSide: "high side",
  lowSide: "low side",
  noChangeInPressure: "no change in pressure",
  typicalVehicleWithReceiverIdle: (part: string) => `Typical vehicle with receiver, ${part}, idle, simulated.`,
  withThisFaultFullyDeveloped: "With this fault fully developed, the vehicle does not run.",
  sound: "sound",
  fault: "fault",
  typicalVehicleIdleClearFault: (part: string) =>
    `Typical vehicle, ${part}, idle, clear fault, simulated. For yours, use the expected range.`,
} as const;

export const helpText = {
  help: "Help",
  closeHelp: "Close help",
  searchHelp: "Search help",
  termCauseOrStep: "Term, cause or step",
  noEntryMatchesTryOne: "No entry matches. Try one word.",
  keys: "Keys",
  ctrlKFindsViewsSteps: "Ctrl+K finds views, steps, vehicles and terms. Shortcuts pause while you type.",
} as const;
