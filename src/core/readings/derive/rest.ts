/**
 * The rest reading: engine off, soaked. While any liquid remains, both sides stand at the saturation pressure of the
 * soak temperature. It says whether liquid is left, never how much: the pressure is the same for 50 g and for 700 g.
 */
import { WEATHER_UNCERTAINTY_KPA } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { type InstrumentAccuracy, workshopInstruments } from "./instruments";
import { type Measured, propagate } from "./measured";
import { saturationGaugeKpa } from "./saturation-temperature";

export interface RestReading {
  refrigerant: Refrigerant;
  altitudeM: number;
  soakC: number;
  /** kPa gauge; either side may be missing, not both. */
  lowKpa: number | null;
  highKpa: number | null;
}

/** Standard deviation of the coldest part against the soak temperature as it is read, with the gauge's own error, K. */
const SOAK_SD_K = 2.5;
/** Circuits without liquid stand anywhere over such a span below saturation, K. */
const GAS_SPAN_K = 30;
/** A gauge or a coupler that does not open shows the same, seldom. */
const NO_LIQUID_DOUBT = 0.02;
/** So far below saturation, K, nothing but that doubt is left: that there is no liquid is proved. */
export const NO_LIQUID_K = 8;

/** Odds that a circuit with liquid stands so far below saturation at rest, against one without, at most 1. `belowK`: of the fuller side. */
export function liquidOdds(belowK: number): number {
  const z = Math.max(belowK, 0) / SOAK_SD_K;
  const density = Math.exp(-0.5 * z * z) / (SOAK_SD_K * Math.sqrt(2 * Math.PI));
  return Math.min(Math.max(density * GAS_SPAN_K, NO_LIQUID_DOUBT), 1);
}

/** No liquid is left: only vapour, at the pressure of the ambient air, or a vacuum. */
export const emptyKinds = ["vapour-only", "open-to-air", "vacuum"] as const;
export type EmptyKind = (typeof emptyKinds)[number];

/** Nothing is in it, or nothing but air. */
export const holdsNothing = (kind: EmptyKind | null | undefined): boolean =>
  kind === "open-to-air" || kind === "vacuum";

/** Circuits this near to the ambient pressure stand at it, kPa: both gauges' zero and the weather. */
const AIR_KPA = 15;

/**
 * Which empty circuit stands at this gauge pressure, kPa, in its fuller side (liquid anywhere would hold both at saturation); null where it may
 * hold liquid. Null outside the saturation line too.
 */
export function emptyKindAt(
  refrigerant: Refrigerant,
  fullerKpa: number,
  soakC: number,
  altitudeM: number,
): EmptyKind | null {
  const provedKpa = saturationGaugeKpa(refrigerant, soakC - NO_LIQUID_K, altitudeM);
  if (provedKpa === null || fullerKpa >= provedKpa) return null;
  if (fullerKpa > AIR_KPA) return "vapour-only";
  return fullerKpa < -AIR_KPA ? "vacuum" : "open-to-air";
}

/** `a-little-below`: more than the gauge errs, and no more than the parts differ in temperature; nothing is proved by it. */
export type StaticPressureResult = "at-saturation" | "a-little-below" | "above-saturation" | "unequal" | EmptyKind;

export interface RestAnswer {
  verdict: StaticPressureResult;
  /** Saturation at the soak temperature, kPa gauge; uncertainty from the soak temperature and the barometer. */
  saturation: Measured;
  /** Reading (the mean, weighted by the gauges) minus saturation, kPa. */
  margin: Measured;
  /** High minus low, kPa; null with one gauge, and then "unequal" cannot be told. */
  difference: Measured | null;
}

/** Null when no pressure was read or the soak temperature lies outside the saturation line. */
export function judgeRest(reading: RestReading, accuracy: InstrumentAccuracy = workshopInstruments): RestAnswer | null {
  const { refrigerant, altitudeM, lowKpa, highKpa } = reading;
  const soak: Measured = { value: reading.soakC, uncertainty: accuracy.soakK };
  const saturationBySoak = propagate([soak], (soakC) => saturationGaugeKpa(refrigerant, soakC, altitudeM));
  const pressure = weightedMean(
    [
      lowKpa === null ? null : { value: lowKpa, uncertainty: accuracy.lowKpa },
      highKpa === null ? null : { value: highKpa, uncertainty: accuracy.highKpa },
    ].filter((side) => side !== null),
  );
  if (saturationBySoak === null || pressure === null) return null;

  const saturation: Measured = {
    value: saturationBySoak.value,
    uncertainty: Math.hypot(saturationBySoak.uncertainty, WEATHER_UNCERTAINTY_KPA),
  };
  const margin: Measured = {
    value: pressure.value - saturation.value,
    uncertainty: Math.hypot(pressure.uncertainty, saturation.uncertainty),
  };
  const difference: Measured | null =
    lowKpa === null || highKpa === null
      ? null
      : { value: highKpa - lowKpa, uncertainty: Math.hypot(accuracy.lowKpa, accuracy.highKpa) };
  const fullerKpa = Math.max(lowKpa ?? Number.NEGATIVE_INFINITY, highKpa ?? Number.NEGATIVE_INFINITY);
  const empty = emptyKindAt(refrigerant, fullerKpa, reading.soakC, altitudeM);
  return { verdict: verdictOf(margin, difference, empty), saturation, margin, difference };
}

function verdictOf(margin: Measured, difference: Measured | null, empty: EmptyKind | null): StaticPressureResult {
  if (difference !== null && Math.abs(difference.value) > difference.uncertainty) return "unequal";
  if (Math.abs(margin.value) <= margin.uncertainty) return "at-saturation";
  if (margin.value > 0) return "above-saturation";
  return empty ?? "a-little-below";
}

function weightedMean(sides: Measured[]): Measured | null {
  if (sides.length === 0) return null;
  let weights = 0;
  let sum = 0;
  for (const side of sides) {
    const weight = side.uncertainty ** -2;
    weights += weight;
    sum += weight * side.value;
  }
  return { value: sum / weights, uncertainty: weights ** -0.5 };
}
