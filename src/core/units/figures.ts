/** Numbers as one shop reads them: every quantity in the unit that was chosen for its kind. The one door through which values reach people. */
import { type Dimension, formatNumber, formatUncertainty, type UnitId, units } from "./units";

/** Kinds of quantity that shops read in different units; time, share and speed have one each. */
export const chosenDimensions = [
  "pressure",
  "vacuum",
  "temperature",
  "temperatureDifference",
  "mass",
  "altitude",
  "length",
  "distance",
  "bore",
  "volume",
  "heat",
] as const satisfies Dimension[];
export type ChosenDimension = (typeof chosenDimensions)[number];

export type UnitChoice = Readonly<Record<ChosenDimension, UnitId>>;

/** Three ways in which shops read their instruments. */
export const unitSystems = ["bar", "kPa", "us"] as const;
export type UnitSystem = (typeof unitSystems)[number];

const metricUnits = {
  temperature: "degC",
  temperatureDifference: "K",
  mass: "g",
  altitude: "m",
  vacuum: "mbarAbs",
  length: "hoseM",
  distance: "km",
  bore: "mm",
  volume: "litre",
  heat: "kJkg",
} as const;

export const systemUnits: Record<UnitSystem, UnitChoice> = {
  bar: { ...metricUnits, pressure: "bar" },
  kPa: { ...metricUnits, pressure: "kPa" },
  us: {
    pressure: "psi",
    temperature: "degF",
    temperatureDifference: "degFDifference",
    mass: "oz",
    altitude: "ft",
    vacuum: "micron",
    length: "inch",
    distance: "mile",
    bore: "inchFine",
    volume: "fluidOunce",
    heat: "btuLb",
  },
};

/**
 * Values in base units, each named by the metric unit of its kind ("kPa", "degC", "K", "g", "m", "hoseM", "mm", "litre", "mbarAbs"): `decimals` are
 * those it has in that unit, and become as many more or fewer in the unit it is shown in. A unit without a choice (s, %, rpm) is itself.
 */
export interface Figures {
  readonly choice: UnitChoice;
  unit: (of: UnitId) => UnitId;
  label: (of: UnitId) => string;
  /** Without its unit. */
  number: (base: number | null | undefined, of: UnitId, decimals?: number) => string;
  quantity: (base: number | null | undefined, of: UnitId, decimals?: number) => string;
  /** "low to high unit". */
  range: (low: number, high: number, of: UnitId, decimals?: number) => string;
  /** "value ± half unit". */
  within: (base: number, half: number, of: UnitId, decimals?: number) => string;
  /** About two figures, without the unit. */
  uncertainty: (half: number, of: UnitId) => string;
}

export function figuresIn(choice: UnitChoice): Figures {
  const unit = (of: UnitId): UnitId => choice[units[of].dimension as ChosenDimension] ?? of;
  const decimalsIn = (of: UnitId, decimals: number) =>
    Math.max(0, units[unit(of)].decimals + decimals - units[of].decimals);
  const label = (of: UnitId) => units[unit(of)].label;
  const number: Figures["number"] = (base, of, decimals = units[of].decimals) =>
    formatNumber(base, unit(of), decimalsIn(of, decimals));
  const uncertainty: Figures["uncertainty"] = (half, of) => formatUncertainty(half, unit(of));
  const withUnit = (text: string, of: UnitId) => `${text} ${label(of)}`;
  return {
    choice,
    unit,
    label,
    number,
    uncertainty,
    quantity: (base, of, decimals) => withUnit(number(base, of, decimals), of),
    range: (low, high, of, decimals) => withUnit(`${number(low, of, decimals)} to ${number(high, of, decimals)}`, of),
    within: (base, half, of, decimals) => withUnit(`${number(base, of, decimals)} ± ${number(half, of, decimals)}`, of),
  };
}

/** As it is written where no shop has chosen: in files, in tests, on the command line. */
export const metricFigures = figuresIn(systemUnits.kPa);
