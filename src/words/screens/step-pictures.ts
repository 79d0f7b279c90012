/** Texts of the drawings of single steps. */

export const chargeYearsText = {
  name: "Charge by visit",
  visitDay: "Visit",
  arrived: "arrived with",
  left: "left with",
  forecastRange: "forecast, slowest to fastest loss",
  visit: "visit",
  visits: "visits",
  chargeOverLabel: (count: number, part: string, labelG: string) => `Charge over ${count} ${part}, label ${labelG}`,
  today: "today",
  arrivedWith: (at: string, foundG: string) => `${at}: arrived with ${foundG}`,
  leftWith: (at: string, leftWithG: string) => `${at}: left with ${leftWithG}`,
} as const;

export const vacuumTraceText = {
  name: "Absolute pressure since pump start",
  time: "Time",
  pressure: "Absolute pressure",
  measured: "measured",
  fittedHold: "curve fitted to the hold",
  waterBoils: "water boils",
  targetVacuum: "target vacuum",
  absolutePressureOver: (end: string, part: string) => `Absolute pressure over ${end}${part}`,
  logarithmicSincePumpStart: (label: string, names: string) => `${label}, logarithmic; ${names} since pump start`,
} as const;

export const lineProfileText = {
  soundRange: "expected of a sound vehicle",
  measured: "measured",
  name: "Temperatures along the circuit",
  place: "Place",
  temperature: "Temperature",
  condenser: "Condenser",
  metering: "Metering",
  suction: "Suction",
  temperaturesAlongTheCircuit: (spots: string) => `Temperatures along the circuit: ${spots}`,
  tooMuch: (beyondK: string) => `${beyondK} too much`,
} as const;

export const expectedRowsText = {
  withTheEngineRunningEvery:
    "With the engine running, every reading is shown next to its expected range. Needs label, altitude and ambient.",
  rangeOf90OfSound: (ownTests: number, part: string) =>
    `Range of 90 % of sound vehicles consistent with ${ownTests} earlier sound ${part} of this vehicle.`,
  rangeOfSisters: (sisters: number) =>
    `Range of 90 % of sound vehicles consistent with ${sisters} sound similar vehicles.`,
  text90OfSoundVehiclesAre: "90 % of sound vehicles are in this range. Outside it, look closer.",
  inside: "inside",
} as const;

export const chargeTrackText = {
  name: "Charging rate and pressures",
  time: "Time",
  rateAMinuteLowAnd: (rateGPerMin: string, low: string, high: string) =>
    `Rate ${rateGPerMin} a minute, low ${low} and high ${high}`,
  min: (unit: string) => `${unit}/min`,
  rate: "rate",
  highSide: "high side",
  lowSideDashed: "low side, dashed",
} as const;

export const testTraceText = {
  name: "Pressures before each recording",
  setting: "Setting",
  seconds: "Seconds before",
  bothPressuresBeforeEachRecording: (settings: string) => `Both pressures before each recording: ${settings}`,
  secondsBeforeRecording: (label: string) => `${label}; seconds before recording`,
} as const;

export const beforeAfterText = {
  name: "Readings before and after",
  reading: "Reading",
  before: "before",
  after: "after",
  sound: "expected of a sound vehicle",
  readingsBeforeAndAfterThe: "Readings before and after the work, with the expected range",
} as const;
