/**
 * Units at the edges. Inside the core every quantity is in its base unit (kPa, degC, K, g, m, s, %, rpm);
 * psi, bar, degF, ounces and feet exist only where something is typed, shown or read from a file.
 */

export type Dimension =
  | "pressure"
  | "vacuum"
  | "temperature"
  | "temperatureDifference"
  | "mass"
  | "altitude"
  | "length"
  | "distance"
  | "bore"
  | "volume"
  | "heat"
  | "duration"
  | "percent"
  | "speed";

interface UnitDefinition {
  dimension: Dimension;
  /** As printed beside a number. */
  label: string;
  /** base = value * scale + offset. Factors are exact by definition where marked, otherwise from NIST SP 811. */
  scale: number;
  offset: number;
  /** Decimals that carry meaning on a workshop instrument with this unit. */
  decimals: number;
}

const PSI_IN_KPA = 6.894757293168;
/** One micron of mercury, 1/1000 of a torr of 101.325/760 kPa. */
const MICRON_IN_KPA = 101.325 / 760 / 1000;

export const units = {
  kPa: { dimension: "pressure", label: "kPa", scale: 1, offset: 0, decimals: 0 },
  bar: { dimension: "pressure", label: "bar", scale: 100, offset: 0, decimals: 2 },
  psi: { dimension: "pressure", label: "psi", scale: PSI_IN_KPA, offset: 0, decimals: 1 },
  /** As a compound gauge shows it: below zero (see {@link BELOW_ZERO}). Mercury at 0 degC, NIST SP 811. */
  inHg: { dimension: "pressure", label: "inHg", scale: 3.38638, offset: 0, decimals: 1 },
  mbarAbs: { dimension: "vacuum", label: "mbar abs", scale: 0.1, offset: 0, decimals: 1 },
  kPaAbs: { dimension: "vacuum", label: "kPa abs", scale: 1, offset: 0, decimals: 2 },
  micron: { dimension: "vacuum", label: "micron", scale: MICRON_IN_KPA, offset: 0, decimals: 0 },
  /** Mercury at 0 degC, NIST SP 811. */
  inHgAbs: { dimension: "vacuum", label: "inHg abs", scale: 3.38638, offset: 0, decimals: 2 },
  degC: { dimension: "temperature", label: "°C", scale: 1, offset: 0, decimals: 1 },
  degF: { dimension: "temperature", label: "°F", scale: 5 / 9, offset: -160 / 9, decimals: 1 },
  K: { dimension: "temperatureDifference", label: "K", scale: 1, offset: 0, decimals: 1 },
  degFDifference: { dimension: "temperatureDifference", label: "°F", scale: 5 / 9, offset: 0, decimals: 1 },
  g: { dimension: "mass", label: "g", scale: 1, offset: 0, decimals: 0 },
  kg: { dimension: "mass", label: "kg", scale: 1000, offset: 0, decimals: 3 },
  oz: { dimension: "mass", label: "oz", scale: 28.349523125, offset: 0, decimals: 1 },
  lb: { dimension: "mass", label: "lb", scale: 453.59237, offset: 0, decimals: 2 },
  m: { dimension: "altitude", label: "m", scale: 1, offset: 0, decimals: 0 },
  ft: { dimension: "altitude", label: "ft", scale: 0.3048, offset: 0, decimals: 0 },
  hoseM: { dimension: "length", label: "m", scale: 1, offset: 0, decimals: 2 },
  inch: { dimension: "length", label: "in", scale: 0.0254, offset: 0, decimals: 0 },
  km: { dimension: "distance", label: "km", scale: 1, offset: 0, decimals: 0 },
  /** International mile, by definition. */
  mile: { dimension: "distance", label: "mi", scale: 1.609344, offset: 0, decimals: 0 },
  mm: { dimension: "bore", label: "mm", scale: 0.001, offset: 0, decimals: 1 },
  inchFine: { dimension: "bore", label: "in", scale: 0.0254, offset: 0, decimals: 2 },
  litre: { dimension: "volume", label: "l", scale: 0.001, offset: 0, decimals: 2 },
  /** US fluid ounce, by definition. */
  fluidOunce: { dimension: "volume", label: "fl oz", scale: 2.95735295625e-5, offset: 0, decimals: 1 },
  kJkg: { dimension: "heat", label: "kJ/kg", scale: 1, offset: 0, decimals: 1 },
  /** International table BTU, NIST SP 811. */
  btuLb: { dimension: "heat", label: "Btu/lb", scale: 2.326, offset: 0, decimals: 1 },
  min: { dimension: "duration", label: "min", scale: 60, offset: 0, decimals: 0 },
  h: { dimension: "duration", label: "h", scale: 3600, offset: 0, decimals: 1 },
  s: { dimension: "duration", label: "s", scale: 1, offset: 0, decimals: 0 },
  pct: { dimension: "percent", label: "%", scale: 1, offset: 0, decimals: 0 },
  rpm: { dimension: "speed", label: "rpm", scale: 1, offset: 0, decimals: 0 },
} as const satisfies Record<string, UnitDefinition>;

export type UnitId = keyof typeof units;

export const unitIds = Object.keys(units) as [UnitId, ...UnitId[]];

/** Converts a value in `unit` to the base unit of its dimension. */
export function toBase(value: number, unit: UnitId): number {
  return value * units[unit].scale + units[unit].offset;
}

/** Converts a value in the base unit to `unit`. */
export function fromBase(base: number, unit: UnitId): number {
  return (base - units[unit].offset) / units[unit].scale;
}

/** Unit of the vacuum part of a compound gauge: a number without a sign counts below zero. It is typed, never chosen for display. */
export const BELOW_ZERO: UnitId = "inHg";

/** Units a person may choose for a dimension, base unit not necessarily first. */
export function unitsOf(dimension: Dimension): UnitId[] {
  return unitIds.filter((id) => units[id].dimension === dimension && id !== BELOW_ZERO);
}

/** Thin space between groups of three, so that a four-digit pressure is read at a glance. */
const GROUP = " ";

/**
 * A base value as a person reads it in `unit`: rounded to meaningful decimals, grouped, real minus sign.
 * Returns an en dash for anything that is not a finite number, so that NaN never reaches a screen.
 */
export function formatNumber(
  base: number | null | undefined,
  unit: UnitId,
  decimals: number = units[unit].decimals,
): string {
  if (base === null || base === undefined) return "–";
  const value = fromBase(base, unit);
  if (!Number.isFinite(value)) return "–";
  const rounded = Math.abs(value).toFixed(decimals);
  const [whole = "0", fraction] = rounded.split(".");
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, GROUP);
  const negative = value < 0 && Number(rounded) !== 0;
  return `${negative ? "−" : ""}${grouped}${fraction === undefined ? "" : `.${fraction}`}`;
}

/** Count with digit groups. */
export const formatCount = (count: number) => formatNumber(count, "rpm", 0);

/** Seconds as m:ss, whole seconds gone by; never below 0:00. */
export function formatClock(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** {@link formatNumber} with the unit's label after a no-break space. */
export function formatQuantity(base: number | null | undefined, unit: UnitId, decimals?: number): string {
  return `${formatNumber(base, unit, decimals)} ${units[unit].label}`;
}

/** An uncertainty is a difference: scaled like the unit but without its offset, to about two figures. */
export function formatUncertainty(uncertainty: number, unit: UnitId): string {
  const scaled = Math.abs(fromBase(uncertainty, unit) - fromBase(0, unit));
  if (!Number.isFinite(scaled)) return "–";
  const decimals = Math.min(2, Math.max(1, units[unit].decimals));
  return scaled >= 10 ? scaled.toFixed(0) : scaled.toFixed(decimals).replace(/\.0+$/, "");
}
