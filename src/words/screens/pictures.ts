/** Texts of the drawings. */

export const traceOptionText = {
  suctionLine: "suction line",
  liquidLine: "liquid line",
  min: (value: number) => `${value} min`,
  gauge: (label: string) => `${label} gauge`,
} as const;

export const circuitBoardText = {
  circuitBoard: "Circuit board",
  condenser: "Condenser",
  fan: "Fan",
  evaporator: "Evaporator",
  blowerAir: "Blower, air",
  belt: "Belt",
  drier: "Drier",
  accum: "Accum.",
} as const;

export const towersText = {
  name: "Pressures",
  side: "Side",
  reading: "Reading",
  expected: "Expected",
  lowSideHighSide: (value: string, value2: string) => `Low side ${value}, high side ${value2}`,
  above: (over: string) => `${over} above`,
  below: (under: string) => `${under} below`,
} as const;

export const traceText = {
  lastMinutes: (span: number) => `Last ${span} minutes`,
  traceSettings: "Trace settings",
  linesShown: "Lines shown",
  minutesShown: "Minutes shown",
  min: (value: number) => `${value} min`,
  traceOfTheLastMinutes: (span: number, low: string, high: string, vent: string) =>
    `Trace of the last ${span} minutes. Now low side ${low}, high side ${high}, vent ${vent}`,
  traceEmpty: "Trace, empty",
  noReadingsYet: "No readings yet.",
  exportTable: "Export table",
} as const;

export const chargeBarText = {
  withinTheLabelRange: "within the label range",
  over: (toGoG: string) => `${toGoG} over`,
  inHose: (drawInG: string) => `${drawInG} in hose`,
  toGo: (toGoG: string) => `${toGoG} to go`,
  inTheVehicle: "In the vehicle",
  ofLabel: (unit: string, labelG: string, toleranceG: string) => `${unit} of ${labelG} ± ${toleranceG}`,
  inTheVehicle2: (inVehicleG: string, word: string) => `${inVehicleG} in the vehicle, ${word}`,
  labelTo: (labelG: string, labelG2: string) => `label ${labelG} to ${labelG2}`,
  emptiesNear: (name: string, atG: string) => `${name} empties near ${atG}`,
} as const;

export const drawingText = {
  table: "Table",
  hideTable: "Hide table",
  tableOf: (name: string) => `Table: ${name}`,
} as const;
