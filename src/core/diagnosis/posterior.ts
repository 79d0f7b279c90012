/** From what could be and what was read to how probable each possibility is. */
import type { CompressorKind } from "../circuit/vehicle";
import { CHARGE_SD, type Discrepancy, errorModel, standingModel } from "./discrepancy";
import type { Hypotheses, Hypothesis } from "./hypotheses";
import { LikelihoodEvaluator } from "./likelihood";
import { type Observed, placeOf, type Shown } from "./observables";
import { sightOdds } from "./sights";

export interface Posterior {
  /** One for each hypothesis, summing to one. */
  weights: Float64Array;
  /** Places of the vector that were read, and the probability of each that it is wild. */
  places: number[];
  wild: Float64Array;
  /** How far the readings lie from the hypothesis that fits them best, in spreads a reading. */
  spreads: number;
}

/** Share of the time the clutch is in below which a clutch is seen to cycle, and how sharp that edge is. */
const CYCLES_BELOW = 0.62;
const CYCLES_EDGE = 0.09;
/** Nothing about a clutch is surer than this. */
const CYCLE_DOUBT = 0.06;

export function placesRead(observed: Observed): number[] {
  return Array.from(observed.values.keys()).filter((place) => !Number.isNaN(observed.values[place]!));
}

/** Log likelihood of everything that was read, under each hypothesis; `wild` of each place in `judged`. */
export function logLikelihoods(
  observed: Observed,
  { all, sound }: Hypotheses,
  kind: CompressorKind,
  discrepancy: Discrepancy,
  sights: readonly string[],
  places = placesRead(observed),
): { logs: Float64Array; judged: number[]; wild: Float64Array[]; spreads: number } {
  const { values, rpm } = observed;
  const fixed = kind === "fixed";
  const running = errorModel(discrepancy, fixed, rpm, values.length);
  const standing = standingModel(discrepancy, rpm.length, values.length);
  // What is read once and settles a question of its own stands beside the running readings, not among them.
  const alone = onceAlone.map((name) => placeOf(name, 0, rpm.length));
  const judged = places.filter((place) => !alone.includes(place));
  const evaluator = new LikelihoodEvaluator(judged);
  const atLeast = observed.stillApart ? placeOf("meeting", 0, rpm.length) : null;
  const logs = new Float64Array(all.length);
  const wild: Float64Array[] = [];
  let spreads = Number.POSITIVE_INFINITY;
  for (const [i, { shown, causes }] of all.entries()) {
    const errors = shown.standing ? standing : running;
    const found = evaluator.evaluate(values, shown.values, sound.values, errors, atLeast);
    logs[i] =
      found.log +
      restLog(observed, shown.values, causes, discrepancy) +
      chargeLog(observed, shown.values) +
      (fixed ? cyclingLog(observed, shown) + swingLog(observed, shown, discrepancy) : 0) +
      sightOdds(sights, causes);
    wild.push(found.wild);
    spreads = Math.min(spreads, found.spreads);
  }
  return { logs, judged, wild, spreads };
}

export function posteriorOf(
  observed: Observed,
  hypotheses: Hypotheses,
  kind: CompressorKind,
  discrepancy: Discrepancy,
  sights: readonly string[],
): Posterior {
  const places = placesRead(observed);
  const { logs, judged, wild, spreads } = logLikelihoods(observed, hypotheses, kind, discrepancy, sights, places);
  const weights = normalised(hypotheses.all, logs);
  const mean = new Float64Array(places.length);
  const at = judged.map((place) => places.indexOf(place));
  for (const [i, weight] of weights.entries()) {
    for (const [k, p] of at.entries()) mean[p] = mean[p]! + weight * wild[i]![k]!;
  }
  return { weights, places, wild: mean, spreads };
}

function normalised(all: readonly Hypothesis[], logs: Float64Array): Float64Array {
  let top = Number.NEGATIVE_INFINITY;
  for (const log of logs) top = Math.max(top, log);
  const weights = new Float64Array(all.length);
  let total = 0;
  for (const [i, { prior }] of all.entries()) {
    weights[i] = prior * Math.exp(logs[i]! - top);
    total += weights[i]!;
  }
  for (let i = 0; i < weights.length; i++) weights[i] = weights[i]! / total;
  return weights;
}

const onceAlone = ["rest", "charge"] as const;

/**
 * The rest reading: an even scatter about what is shown, the same for all, so that a higher pressure can only speak for air. The worst
 * air stands for all that is worse.
 */
function restLog(observed: Observed, shown: Float64Array, causes: Hypothesis["causes"], { rest }: Discrepancy): number {
  const place = placeOf("rest", 0, observed.rpm.length);
  const read = observed.values[place]!;
  if (Number.isNaN(read)) return 0;
  const gap = read - shown[place]! - rest.bias;
  const worst = causes.some(({ cause, severity }) => cause === "air" && severity >= WORST_AIR);
  return worst && gap > 0
    ? 0
    : Math.max(gaussLog(gap, Math.max(rest.sd, LEAST_REST_K)), gap > 0 ? REST_FLOOR : Number.NEGATIVE_INFINITY);
}

const WORST_AIR = 0.84;
/** Parts are never all at the temperature that was measured, K. */
const LEAST_REST_K = 1.3;
/** A pressure far above everything known (a hot engine bay) does not count for ever. */
const REST_FLOOR = -14;

/** The scatter of a weighing is even, so that more grams never speak for a lack. */
function chargeLog(observed: Observed, shown: Float64Array): number {
  const place = placeOf("charge", 0, observed.rpm.length);
  const read = observed.values[place]!;
  return Number.isNaN(read) ? 0 : gaussLog(read - shown[place]!, CHARGE_SD);
}

function gaussLog(gap: number, sd: number): number {
  return -((gap / sd) ** 2) / 2;
}

function cyclingLog(observed: Observed, shown: Shown): number {
  let log = 0;
  for (const [i, cycles] of observed.cycling.entries()) {
    if (cycles === null) continue;
    const p = shown.standing ? 0 : 1 / (1 + Math.exp((shown.duty[i]! - CYCLES_BELOW) / CYCLES_EDGE));
    const doubted = CYCLE_DOUBT / 2 + (1 - CYCLE_DOUBT) * p;
    log += Math.log(cycles ? doubted : 1 - doubted);
  }
  return log;
}

/**
 * The swing of a clutch that is seen to cycle, against a swing of any size: a middling fit says nothing, a good one speaks for, a poor
 * one against. The settings share one clutch and one vehicle, so that they count once. A hypothesis that does not cycle has spoken in
 * {@link cyclingLog} already.
 */
function swingLog(observed: Observed, shown: Shown, { swing: errors }: Discrepancy): number {
  let log = 0;
  let settings = 0;
  for (const [i, read] of observed.swings.entries()) {
    const expected = shown.swings[i];
    if (!read || !expected) continue;
    settings++;
    for (const name of ["widthK", "lnPeriod"] as const) {
      const gap = read[name] - expected[name] - errors[name].bias;
      if (Number.isNaN(gap)) continue;
      const { sd } = errors[name];
      log += Math.max(Math.log(ANY_SWING) + gaussLog(gap, sd) - gaussLog(gap, ANY_SWING * sd), -SWING_DOUBT);
    }
  }
  return log / Math.max(settings, 1);
}

/** Any swing: this many times the spread. Nothing that swings is ruled out by more than `SWING_DOUBT` in the logarithm. */
const ANY_SWING = 3;
const SWING_DOUBT = 2.5;
