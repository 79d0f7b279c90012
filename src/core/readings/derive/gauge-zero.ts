/** Zero of the gauges before hook-up: with the hoses open to the air each must show what the barometer has it show, nothing. */
import type { InstrumentAccuracy } from "./instruments";

export type GaugeZero =
  /** Within the gauge's own error. */
  | "right"
  /** Off by more: to be zeroed, or the altitude of an absolute sensor is wrong. */
  | "off"
  /** Pressure stands on it: it is not open to the air. */
  | "pressurised";

/** Above this a hose is not open to the air, whatever the gauge's zero, kPa. */
const OPEN_KPA = 60;
/** Moments that are averaged: noise of one sample is no zero. */
const MOMENTS = 10;

/** Zero of one gauge from its newest moments, kPa gauge; null while it shows nothing. */
export function gaugeZero(
  shown: readonly (number | null)[],
  side: "low" | "high",
  accuracy: InstrumentAccuracy,
): { kpa: number; zero: GaugeZero } | null {
  const values = shown.slice(-MOMENTS).filter((value) => value !== null);
  if (values.length === 0) return null;
  const kpa = values.reduce((sum, value) => sum + value, 0) / values.length;
  const error = side === "low" ? accuracy.lowKpa : accuracy.highKpa;
  const zero = Math.abs(kpa) > Math.max(OPEN_KPA, error) ? "pressurised" : Math.abs(kpa) > error ? "off" : "right";
  return { kpa, zero };
}
