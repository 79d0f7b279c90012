/**
 * What a hold says. With the pump shut off a leak rises straight on, moisture levels off at the vapour pressure of water, and refrigerant out of
 * the oil levels off lower: three shapes fitted to one trace. kPa absolute, s.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { fitColumns } from "../../maths/fits";
import {
  gYearPerKpaS,
  type HoldPoint,
  type HoldSetting,
  INDEPENDENT,
  LEAST_HOLD_S,
  leakSlopeVariance,
  SEEN_SDS,
  UNREST_KPA,
  WANDER,
} from "./hold";
import { gaugeSpecs, waterBoilingKpa } from "./target";

export const holdCauses = ["tight", "leak", "moisture", "leak-and-moisture"] as const;
export type HoldCause = (typeof holdCauses)[number];

export interface HoldFit {
  cause: HoldCause;
  /** Of each reading of the hold, summing to one. */
  probabilities: Record<HoldCause, number>;
  /** Straight rise, kPa a minute, and its standard deviation. */
  leakKpaPerMin: number;
  leakSd: number;
  /** As refrigerant through the same hole at the standing pressure; low to high holds nineteen in twenty. */
  leakGYear: { low: number; median: number; high: number };
  /** Where the part that levels off would end, above the start. */
  levelKpa: number;
  /** Of the level-off, s. */
  timeConstantS: number;
  /** Smallest leak that this hold with this gauge could have seen. */
  smallestGYear: number;
  boilingKpa: number;
  /** The fitted curve at the times of the points. */
  fitted: HoldPoint[];
}

export type HoldIssue =
  | { code: "too-few"; points: number; needed: number }
  | { code: "too-short"; seconds: number; needed: number }
  /** The gauge cannot show what happened. */
  | { code: "gauge-blind"; stepKpa: number };

const LEAST_POINTS = 6;
/** More points than this say nothing more: neighbours wander together. */
const MOST_FITTED = 240;
/** Time constants that are tried for the part that levels off, s: oil and water give off within minutes. */
const CONSTANTS = [60, 100, 160, 250, 400, 640, 1000];
/** A step of this size is moisture; less is what the oil gives off. Share of the boiling pressure of water. */
const MOIST_SHARE = 0.3;

/**
 * Fits a hold. A leak is a straight rise (of the air outside through a hole: straight in ln(1 - p/atmosphere), as O'Hanlon, A User's
 * Guide to Vacuum Technology, ch. 5 has it for choked flow against a falling difference); water and oil level off. All combinations are
 * fitted by least squares over a grid of time constants and weighed by their Bayesian information.
 */
export function fitHold(
  all: readonly HoldPoint[],
  setting: HoldSetting,
): { ok: true; value: HoldFit } | { ok: false; issue: HoldIssue } {
  const every = Math.ceil(all.length / MOST_FITTED);
  const points = every > 1 ? all.filter((_, i) => i % every === 0 || i === all.length - 1) : all;
  const spec = gaugeSpecs[setting.gauge];
  const seconds = (points.at(-1)?.time ?? 0) - (points[0]?.time ?? 0);
  if (points.length < LEAST_POINTS) {
    return { ok: false, issue: { code: "too-few", points: points.length, needed: LEAST_POINTS } };
  }
  if (seconds < LEAST_HOLD_S) return { ok: false, issue: { code: "too-short", seconds, needed: LEAST_HOLD_S } };
  const boilingKpa = waterBoilingKpa(setting.coldestWallC);
  if (spec.stepKpa > boilingKpa) return { ok: false, issue: { code: "gauge-blind", stepKpa: spec.stepKpa } };
  const atmosphere = atmosphericPressureKpa(setting.altitudeM);
  const start = points[0]!.time;
  const t = points.map(({ time }) => time - start);
  const straightened = points.map(({ kpa }) => -atmosphere * Math.log(1 - Math.min(kpa / atmosphere, 0.98)));
  const sd = (kpa: number) => Math.hypot(spec.stepKpa / Math.sqrt(12), (spec.share + WANDER) * kpa, UNREST_KPA);
  const weights = points.map(({ kpa }) => 1 / sd(kpa) ** 2);
  const fits: Fit[] = [];
  for (const leak of [false, true]) {
    fits.push(leastSquares(t, straightened, weights, leak, null, boilingKpa));
    fits.push(bestLevelling((tau) => leastSquares(t, straightened, weights, leak, tau, boilingKpa)));
  }
  return { ok: true, value: summary(fits, points, t, weights, setting, atmosphere, boilingKpa) };
}

/** The time constant that fits best: the best of a grid, then narrowed by golden section. */
function bestLevelling(fitAt: (tau: number) => Fit): Fit {
  const grid = CONSTANTS.map(fitAt);
  const best = grid.reduce((a, b, i) => (b.chi < grid[a]!.chi ? i : a), 0);
  let low = Math.log(CONSTANTS[Math.max(best - 1, 0)]!);
  let high = Math.log(CONSTANTS[Math.min(best + 1, CONSTANTS.length - 1)]!);
  let fit = grid[best]!;
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 16; i++) {
    const [a, b] = [high - golden * (high - low), low + golden * (high - low)];
    const [left, right] = [fitAt(Math.exp(a)), fitAt(Math.exp(b))];
    if (left.chi < right.chi) high = b;
    else low = a;
    for (const one of [left, right]) if (one.chi < fit.chi) fit = one;
  }
  return fit;
}

interface Fit {
  leak: boolean;
  tau: number | null;
  start: number;
  /** kPa a second. */
  slope: number;
  slopeVariance: number;
  level: number;
  /** Squared distance in spreads; infinite for what cannot be. */
  chi: number;
  parameters: number;
}

/** Weighted least squares of start + slope t + level (1 - exp(-t/tau)), slope and level not below nothing. */
function leastSquares(
  t: readonly number[],
  y: readonly number[],
  w: readonly number[],
  leak: boolean,
  tau: number | null,
  boilingKpa: number,
): Fit {
  const columns = [t.map(() => 1)];
  if (leak) columns.push([...t]);
  if (tau !== null) columns.push(t.map((time) => 1 - Math.exp(-time / tau)));
  const parameters = columns.length + (tau === null ? 0 : 1);
  const fit = fitColumns(columns, y, w);
  if (fit === null) {
    return { leak, tau, start: y[0]!, slope: 0, slopeVariance: 0, level: 0, chi: Number.POSITIVE_INFINITY, parameters };
  }
  const slope = leak ? fit.coefficients[1]! : 0;
  const level = tau === null ? 0 : fit.coefficients.at(-1)!;
  const possible = slope >= 0 && level >= 0 && level <= boilingKpa * 1.4;
  return {
    leak,
    tau,
    start: fit.coefficients[0]!,
    slope,
    slopeVariance: leak ? fit.variances[1]! : 0,
    level,
    chi: possible ? fit.chi : Number.POSITIVE_INFINITY,
    parameters,
  };
}

function summary(
  fits: readonly Fit[],
  points: readonly HoldPoint[],
  t: readonly number[],
  weights: readonly number[],
  setting: HoldSetting,
  atmosphere: number,
  boilingKpa: number,
): HoldFit {
  const counted = Math.min(t.length, INDEPENDENT);
  const leastChi = Math.min(...fits.map(({ chi }) => chi));
  // Where even the best shape leaves more than the gauge's scatter, the shapes themselves are only so good.
  const doubt = Math.max(1, leastChi / t.length);
  const bicOf = ({ chi, parameters }: Fit) => (chi / doubt) * (counted / t.length) + parameters * Math.log(counted);
  const least = Math.min(...fits.map(bicOf));
  const weightOf = (fit: Fit) => Math.exp((least - bicOf(fit)) / 2);
  const scale = gYearPerKpaS(setting, atmosphere);
  const slopeSd = Math.sqrt(doubt * leakSlopeVariance(t, weights));
  const smallestGYear = SEEN_SDS * slopeSd * scale;
  const probabilities: Record<HoldCause, number> = { tight: 0, leak: 0, moisture: 0, "leak-and-moisture": 0 };
  let total = 0;
  let slope = 0;
  let square = 0;
  for (const fit of fits) {
    const weight = weightOf(fit);
    if (!(weight > 0)) continue;
    const moist = fit.level > MOIST_SHARE * boilingKpa;
    const leaks = fit.leak && fit.slope * scale > NOT_A_LEAK_G_YEAR;
    probabilities[leaks ? (moist ? "leak-and-moisture" : "leak") : moist ? "moisture" : "tight"] += weight;
    total += weight;
    slope += weight * fit.slope;
    square += weight * (fit.slope ** 2 + fit.slopeVariance * doubt * (t.length / counted));
  }
  for (const cause of holdCauses) probabilities[cause] /= total;
  slope /= total;
  const sd = Math.sqrt(Math.max(square / total - slope ** 2, 0));
  const best = fits.reduce((a, b) => (bicOf(b) < bicOf(a) ? b : a));
  const cause = holdCauses.reduce((a, b) => (probabilities[b] > probabilities[a] ? b : a));
  const gauge = slope * GAUGE_GAIN_SD;
  const spread = 2 * Math.hypot(sd, gauge);
  return {
    cause,
    probabilities,
    leakKpaPerMin: slope * 60,
    leakSd: sd * 60,
    leakGYear: {
      low: Math.max(0, slope - spread) * scale,
      median: slope * scale,
      high: (slope + spread) * scale,
    },
    levelKpa: best.level,
    timeConstantS: best.tau ?? 0,
    smallestGYear,
    boilingKpa,
    fitted: points.map(({ time }, i) => {
      const straight =
        best.start + best.slope * t[i]! + (best.tau === null ? 0 : best.level * (1 - Math.exp(-t[i]! / best.tau)));
      return { time, kpa: atmosphere * (1 - Math.exp(-straight / atmosphere)) };
    }),
  };
}

/** A sound car loses this much through its hoses and seal: a hold that shows no more has shown no leak, g a year. */
const NOT_A_LEAK_G_YEAR = 20;
/** Gain of an electronic gauge is good to a few hundredths. */
const GAUGE_GAIN_SD = 0.05;
