/**
 * Predicts readings not taken yet from all that were: each hypothesis is weighted by its fit, its prediction moved by this car's deviation
 * (regression adjustment: Beaumont, Zhang and Balding 2002, Genetics 162), and the remaining spread makes the range. No range leaves what the laws of
 * the circuit allow.
 */
import { cholesky, solveLower } from "../../maths/linear";
import { normalBelow } from "../../maths/normal";
import type { Hypotheses, Hypothesis } from "../explain/hypotheses";
import { type ObservableName, type Observed, observableAt, placeOf, placesRead } from "../explain/observables";
import { classOfHypothesis } from "../weigh/posterior";

/** 5, 50 and 95 % of what would be read, in the unit of the observable. */
export interface Predicted {
  low: number;
  median: number;
  high: number;
}

/** Misfit counts for this share: fourteen cars know their covariance poorly, and the model is not the car. */
const TEMPER = 0.5;
/** A reading this many spreads off a hypothesis says no more of the car than one at the edge. */
const MOST_SPREADS = 2.5;
/** Spread of cars with a fault beyond that of sound ones, K: they heat, starve and subcool more unlike each other. */
const MISSED_K: Partial<Record<ObservableName, number>> = {
  liquid: 1.2,
  suction: 0.8,
  discharge: 6,
  condenserInlet: 1.2,
  condenserOutlet: 2,
};
/** Within errors of clamp and gauge together, K. */
const ERROR_K = 3;

export interface Predictor {
  /** Weight of each hypothesis given all that was read, summing to one. */
  weights: Float64Array;
  /** Prediction of each hypothesis at a place, and the spread about it; NaN where it shows nothing there. */
  at: (place: number) => { means: Float64Array; sd: number };
  /** Covariance of two predictions about their means, given all that was read. */
  together: (a: number, b: number) => number;
  /** Limits that the laws of the circuit set at a place under a hypothesis. */
  limits: (place: number, hypothesis: number) => { least: number; most: number };
  /** Range of what would be read at a place where one of these hypotheses holds; null where none shows anything there. */
  range: (place: number, holds: (hypothesis: number) => boolean) => Predicted | null;
}

/** Over the ambient around a line in the bay, K. */
const BAY_K = 3;

/** @param weights of the hypotheses by the committee (posterior.ts), summing to one */
export function predictor(
  observed: Observed,
  { all, spread }: Hypotheses,
  weights: Float64Array,
  ambientC: number,
): Predictor {
  const settings = observed.rpm.length;
  const length = observed.values.length;
  const read = placesRead(observed);
  const variance = (a: number, b: number) => spread.covariance[a * length + b]!;
  const matrix = read.flatMap((a) => read.map((b) => variance(a, b)));
  const alone = read.flatMap((a) => read.map((b) => (a === b ? variance(a, a) : 0)));
  const lower = cholesky(matrix, read.length) ?? cholesky(alone, read.length)!;
  /** Distance of the readings from each hypothesis, in whitened spreads; NaN places count as fitting. */
  const gaps = all.map(({ shown }) => {
    const gap = Float64Array.from(read, (place) => {
      const off = observed.values[place]! - shown.values[place]! - spread.bias[place]!;
      const most = MOST_SPREADS * Math.sqrt(variance(place, place));
      return Number.isFinite(off) ? Math.min(Math.max(off, -most), most) : 0;
    });
    return solveLower(lower, gap);
  });
  const given = weightedWithin(all, weights, gaps);

  /** Whitened rows of places with those that were read. */
  const rows = new Map<number, Float64Array>();
  const rowOf = (place: number) => {
    const row =
      rows.get(place) ??
      solveLower(
        lower,
        read.map((other) => variance(place, other)),
      );
    rows.set(place, row);
    return row;
  };
  const together = (a: number, b: number) => {
    const left = variance(a, b) - dot(rowOf(a), rowOf(b));
    return a === b ? Math.max(left, LEAST_VARIANCE) + missed(a) ** 2 : left;
  };
  const at = (place: number) => {
    const row = rowOf(place);
    const means = Float64Array.from(
      all,
      ({ shown }, i) => shown.values[place]! + spread.bias[place]! + dot(row, gaps[i]!),
    );
    return {
      means,
      sd: Math.sqrt(together(place, place)),
    };
  };
  const missed = (place: number) => MISSED_K[observableAt(place, settings).name] ?? 0;
  const known = new Map<number, ReturnType<typeof at>>();
  const kept = (place: number) => {
    const there = known.get(place) ?? at(place);
    known.set(place, there);
    return there;
  };
  /** Limits at a place under one hypothesis: beside what was read there, or beside what it would read. */
  const limits = (place: number, i: number) => {
    const { name, setting } = observableAt(place, settings);
    if (setting === null) return FREE;
    return circuitLimits(name, ambientC, (other) => {
      const there = placeOf(other, setting, settings);
      const value = observed.values[there]!;
      return Number.isNaN(value) ? kept(there).means[i]! : value;
    });
  };
  const range = (place: number, holds: (hypothesis: number) => boolean): Predicted | null => {
    const { means, sd } = kept(place);
    const parts = [...means.keys()].flatMap((i) =>
      holds(i) && Number.isFinite(means[i]!) && given[i]! > 0
        ? [{ mean: means[i]!, weight: given[i]!, ...limits(place, i) }]
        : [],
    );
    return mixtureRange(parts, sd);
  };
  return { weights: given, at: kept, together, limits, range };
}

const FREE = { least: Number.NEGATIVE_INFINITY, most: Number.POSITIVE_INFINITY };

/** Limits that the laws of the circuit set to one observable by the others read beside it, in its own unit. */
function circuitLimits(
  name: ObservableName,
  ambientC: number,
  beside: (other: ObservableName) => number,
): { least: number; most: number } {
  switch (name) {
    case "liquid":
    case "condenserOutlet":
      // Where nothing condenses the line is as warm as the air around it.
      return { ...FREE, most: Math.max(beside("condensing"), ambientC + BAY_K) + ERROR_K };
    case "discharge":
      return { ...FREE, least: beside("condensing") - ERROR_K };
    case "suction":
      return { ...FREE, least: beside("evaporating") - ERROR_K };
    case "condensing":
      return { ...FREE, least: beside("evaporating") };
    case "command":
      return { least: 0, most: 100 };
    default:
      return FREE;
  }
}

interface Part {
  mean: number;
  weight: number;
  least: number;
  most: number;
}

/** The 5, 50 and 95 % quantiles of a mixture of normal distributions of one spread, each held to its limits; null where nothing weighs. */
function mixtureRange(parts: Part[], sd: number): Predicted | null {
  const whole = parts.reduce((all, { weight }) => all + weight, 0);
  if (!(whole > 0)) return null;
  const sum = keptParts(parts, whole);
  const share = (value: number) => {
    let below = 0;
    for (const { mean, weight, least, most } of parts) {
      below += weight * (value >= most ? 1 : value < least ? 0 : normalBelow((value - mean) / sd));
    }
    return below / sum;
  };
  const lowest = Math.min(...parts.map(({ mean, least, most }) => Math.min(Math.max(mean - 6 * sd, least), most)));
  const highest = Math.max(...parts.map(({ mean, least, most }) => Math.max(Math.min(mean + 6 * sd, most), least)));
  const quantile = (wanted: number) => {
    let [from, to] = [lowest, highest];
    for (let i = 0; i < BISECTIONS; i++) {
      const middle = (from + to) / 2;
      if (share(middle) < wanted) from = middle;
      else to = middle;
    }
    return (from + to) / 2;
  };
  return { low: quantile(0.05), median: quantile(0.5), high: quantile(0.95) };
}

/** Leaves out the least of them, in place, and returns what the others weigh. */
function keptParts(parts: { weight: number }[], whole: number): number {
  parts.sort((a, b) => b.weight - a.weight);
  let sum = 0;
  let count = 0;
  while (count < parts.length && sum < (1 - LEAST_SHARE) * whole) sum += parts[count++]!.weight;
  parts.length = count;
  return sum;
}

/** The committee says which cause, the fit says how bad: each cause keeps its probability, and its severities share it by how well they fit. */
function weightedWithin(
  all: readonly Hypothesis[],
  weights: Float64Array,
  gaps: readonly Float64Array[],
): Float64Array {
  const places = new Map<number, number[]>();
  for (const [i, hypothesis] of all.entries()) {
    const its = classOfHypothesis(hypothesis);
    places.set(its, [...(places.get(its) ?? []), i]);
  }
  const given = new Float64Array(all.length);
  for (const mine of places.values()) {
    const misfits = mine.map((i) => TEMPER * 0.5 * squared(gaps[i]!));
    const least = Math.min(...misfits);
    const fits = mine.map((i, k) => weights[i]! * Math.exp(least - misfits[k]!));
    const probability = mine.reduce((sum, i) => sum + weights[i]!, 0);
    const total = fits.reduce((sum, fit) => sum + fit, 0);
    for (const [k, i] of mine.entries()) given[i] = total > 0 ? (probability * fits[k]!) / total : 0;
  }
  return given;
}

/** No prediction is surer than instruments read, squared. */
const LEAST_VARIANCE = 0.01;
const BISECTIONS = 14;
/** Hypotheses that together hold less than this share move no quantile. */
const LEAST_SHARE = 0.004;

function squared(values: Float64Array): number {
  return dot(values, values);
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}
