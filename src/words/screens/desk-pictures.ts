/** Texts of the charts of Bench and P-T desk. */

export const phMapText = {
  pressureEnthalpyChartOfNot: (refrigerant: string) => `Pressure-enthalpy chart of ${refrigerant}, not running`,
  cycleOfInThePressure: (refrigerant: string, said: string) =>
    `Cycle of ${refrigerant} in the pressure-enthalpy chart. ${said}`,
  atAbsolute: (name: string, temperatureC: string, kpa: string) => `${name} ${temperatureC} at ${kpa} absolute`,
  absolute: (name: string, value: string, toBase: string, toBase2: string) =>
    `${name}: ${value}, ${toBase} absolute, ${toBase2}`,
} as const;

export const deskPictureText = {
  name: (refrigerant: string) => `Saturation of ${refrigerant} with both pressures`,
  line: (side: string) => `${side} side pressure`,
  gauge: (unit: string) => `${unit} gauge`,
  enthalpy: (unit: string) => `enthalpy, ${unit}`,
  temperature: (unit: string) => `saturation temperature, ${unit}`,
  liquid: "liquid",
  mixture: "liquid and vapour",
  vapour: "vapour",
  evaporatingAt: (t: string) => `evaporating at ${t}`,
  condensingAt: (t: string) => `condensing at ${t}`,
  superheat: (k: string) => `superheat ${k}`,
  subcooling: (k: string) => `subcooling ${k}`,
} as const;

export const saturationChartText = {
  name: "Refrigerants at this pressure and temperature",
  refrigerant: "Refrigerant",
  fits: "Fits",
  yes: "yes",
  no: "no",
  pressureAtSoak: "Saturation pressure, gauge",
  fitsReading: "fits the reading",
  doesNotFit: "does not fit",
  noRefrigerantFitsThisReading: "No refrigerant fits this reading.",
  fitsPressureCannotTellThese: (fitting: string) => `Fits ${fitting}; pressure cannot tell these apart.`,
  soakTemperature: (unit: string) => `soak temperature, ${unit}`,
  gauge: (unit: string) => `${unit} gauge`,
  nearR134aAndR1234yfDiffer: (part: string) =>
    ` Near ${part}, R134a and R1234yf differ by 3 %: use label, port type or an identifier.`,
} as const;

export const chargeCurveText = {
  name: "Readings against charge",
  vehiclesRange: "9 in 10 vehicles",
  middle: "median vehicle",
  charge: "Charge",
  pressuresAgainstChargeToVehicles: (least: string, most: string, vehicles: number) =>
    `Pressures against charge, ${least} to ${most}, ${vehicles} vehicles`,
  doesNotRun: "does not run",
} as const;
