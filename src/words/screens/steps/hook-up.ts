/** Texts of the hook-up step. */

export const hookUpStepText = {
  putOnGogglesAndGloves:
    "Put on goggles and gloves first. Never open the manifold's high valve while the engine runs. Local law, the maker's procedure and licensed practice come first.",
  refrigerantCausesFrostbiteAndCan: "Refrigerant causes frostbite and can blind you",
  connectingTheGauges: "Connecting the gauges",
  connectedSides: "Connected sides",
  gaugesOn: "Gauges on",
  bothSides: "Both sides",
  lowSideOnly: "Low side only",
  ifTheHighPortLeaks:
    "If the high port leaks after every connection, use the low side only. Superheat needs the suction clamp. Air, overcharge, low condenser airflow, subcooling and equalisation then stay unknown.",
  bothSidesSuperheatSubcoolingStatic: "Both sides: superheat, subcooling, static pressure and equalisation test.",
  lostWithTheHoses: "Lost with the hoses",
  enterRefrigerantAltitudeAndLength: "Enter refrigerant, altitude and length.",
  drainedToTheLowSide: "Drained to the low side",
  vapourOnly: "vapour only",
  disconnectedFull: "Disconnected full",
  highHoseFullOfLiquid: "high hose full of liquid",
  whenDisconnecting: "When disconnecting",
  drainToLowSide: "Drain to low side",
  disconnectFull: "Disconnect full",
  closeTheHighSideCoupler: (booksName: string) =>
    `Close the high-side coupler, then open both hand wheels with the engine running: the low side draws the liquid in. The rest is counted in ${booksName}.`,
  drainTheHighHoseBefore: "Drain the high hose before disconnecting",
} as const;

export const gaugeZeroText = {
  title: "Gauge zero",
  right: "zero is right",
  off: "zero is off",
  pressurised: "under pressure",
  openToTheAir: "Hoses open to the air: both gauges must read zero.",
  zeroThem: "Zero the gauge before connecting, or check the altitude: an absolute sensor counts from the barometer.",
  alreadyConnected: "The gauges show pressure. Check the zero before the next hook-up.",
  pressureStands: "Only with hoses open to the air.",
  record: "Record zero",
  notRecorded: "Not recorded yet.",
  recorded: (low: string, high: string) => `Recorded: low ${low}, high ${high}.`,
} as const;
