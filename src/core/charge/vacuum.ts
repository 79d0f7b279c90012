/**
 * Evacuation: how deep is deep enough, and what a hold says. With the pump shut off a leak rises straight on, moisture levels off at the
 * vapour pressure of water, and refrigerant out of the oil levels off lower: three shapes fitted to one trace. kPa absolute, s.
 */

import { atmosphericPressureKpa } from "../air/atmosphere";
import { fitColumns } from "../maths/fits";

/**
 * Saturation vapour pressure of water over a liquid surface, kPa absolute, at -40 to 50 degC.
 * Buck, J. Appl. Meteorol. 20 (1981) 1527, eq. 8 with coefficients ew1 (enhancement left out: pure vapour), within 0.1 %.
 */
export function waterBoilingKpa(temperatureC: number): number {
  return 0.61121 * Math.exp((17.502 * temperatureC) / (240.97 + temperatureC));
}

/** Below this share of the boiling pressure water leaves briskly, not only at the edge. */
const MARGIN = 0.5;

export const vacuumGauges = ["electronic", "fine-mechanical", "coarse-mechanical"] as const;
export type VacuumGauge = (typeof vacuumGauges)[number];

/** Smallest step that can be read, kPa, and scatter as a share of the reading. */
const gaugeSpecs: Record<VacuumGauge, { stepKpa: number; share: number; relative: boolean }> = {
  electronic: { stepKpa: 0.001, share: 0.004, relative: false },
  // Needles show the difference to the air around: the day's pressure shifts them.
  "fine-mechanical": { stepKpa: 0.2, share: 0, relative: true },
  "coarse-mechanical": { stepKpa: 2.5, share: 0, relative: true },
};

export interface VacuumTarget {
  boilingKpa: number;
  /** To pump below. */
  targetKpa: number;
  /** What a needle that shows the difference to the air would show there, kPa gauge. */
  needleKpa: number;
  /** Whether the gauge can show that the target was passed at all. */
  gaugeSees: boolean;
}

/** The pressure to pump below for this coldest part, and what a mechanical gauge shows of it at this altitude. */
export function vacuumTarget(coldestWallC: number, altitudeM: number, gauge: VacuumGauge): VacuumTarget {
  const boilingKpa = waterBoilingKpa(coldestWallC);
  const targetKpa = boilingKpa * MARGIN;
  return {
    boilingKpa,
    targetKpa,
    needleKpa: targetKpa - atmosphericPressureKpa(altitudeM),
    gaugeSees: gaugeSpecs[gauge].stepKpa <= targetKpa / 2,
  };
}

export interface HoldPoint {
  /** Since the pump was shut off. */
  time: number;
  kpa: number;
}

export interface HoldSetting {
  /** Inner volume of the circuit and hoses. */
  volumeM3: number;
  coldestWallC: number;
  altitudeM: number;
  gauge: VacuumGauge;
  /** Pressure at rest that a leak will face over the year, kPa absolute. */
  standingKpa: number;
}

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

/** Ideal gas: kg of air are a kPa m3 divided by this at a temperature near that of a workshop. */
const AIR_KJ_KG = 0.28705 * 295;
const SECONDS_A_YEAR = 31_557_600;
const LEAST_POINTS = 6;
/** More points than this say nothing more: neighbours wander together. */
const MOST_FITTED = 240;
const LEAST_HOLD_S = 120;
/** Time constants that are tried for the part that levels off, s: oil and water give off within minutes. */
const CONSTANTS = [60, 100, 160, 250, 400, 640, 1000];
/** A step of this size is moisture; less is what the oil gives off. Share of the boiling pressure of water. */
const MOIST_SHARE = 0.3;
/** A leak smaller than this many of its standard deviations is not seen. */
const SEEN_SDS = 3;
/** Wobble of a wall's temperature and of the gauge's own warmth, as a share of the pressure. */
const WANDER = 0.002;
/** And for itself: what walls and oil give off is never quite steady, kPa. */
const UNREST_KPA = 0.001;

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

/** Neighbouring readings wander together: no hold holds more independent ones than this. */
const INDEPENDENT = 60;

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
  const slopeSd = Math.sqrt(doubt * slopeVarianceOf(t, weights));
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

/** What the slope's variance is when something that levels off must be told from it: slowest usual time constant. */
function slopeVarianceOf(t: readonly number[], weights: readonly number[]): number {
  const share = Math.min(1, INDEPENDENT / t.length);
  const columns = [t.map(() => 1), t, t.map((time) => 1 - Math.exp(-time / SLOWEST_TAU_S))];
  const fit = fitColumns(
    columns,
    t,
    weights.map((weight) => share * weight),
  );
  return fit?.variances[1] ?? Number.POSITIVE_INFINITY;
}

/** Something that levels off does so within this time constant, s. */
const SLOWEST_TAU_S = 420;

/**
 * A rise of one kPa a second under vacuum as grams of refrigerant a year out of the same hole: the air that comes in is choked at the
 * atmosphere's pressure, the refrigerant that goes out at the standing one.
 */
function gYearPerKpaS({ volumeM3, standingKpa }: HoldSetting, atmosphere: number): number {
  const airKgS = volumeM3 / AIR_KJ_KG;
  return airKgS * (standingKpa / atmosphere) * 1000 * SECONDS_A_YEAR;
}

/** Leak that a hold of this length could see, with readings every few seconds from `startKpa` on; g a year. */
export function smallestLeak(holdS: number, startKpa: number, setting: HoldSetting): number {
  const spec = gaugeSpecs[setting.gauge];
  const sd = Math.hypot(spec.stepKpa / Math.sqrt(12), (spec.share + WANDER) * startKpa, UNREST_KPA);
  const t = Array.from({ length: INDEPENDENT }, (_, i) => (holdS * i) / (INDEPENDENT - 1));
  const slopeSd = Math.sqrt(
    slopeVarianceOf(
      t,
      t.map(() => 1 / sd ** 2),
    ),
  );
  return SEEN_SDS * slopeSd * gYearPerKpaS(setting, atmosphericPressureKpa(setting.altitudeM));
}

/** Longest hold anybody waits for, s. */
const LONGEST_HOLD_S = 86_400;

/** How long to hold to see a leak of this size, s; null when not within a day. */
export function holdFor(wantedGYear: number, startKpa: number, setting: HoldSetting): number | null {
  if (smallestLeak(LONGEST_HOLD_S, startKpa, setting) > wantedGYear) return null;
  let short = LEAST_HOLD_S;
  let long = LONGEST_HOLD_S;
  if (smallestLeak(short, startKpa, setting) <= wantedGYear) return short;
  for (let i = 0; i < 40; i++) {
    const middle = Math.sqrt(short * long);
    if (smallestLeak(middle, startKpa, setting) > wantedGYear) short = middle;
    else long = middle;
  }
  return long;
}

/** A hold of which only the two ends are known. */
export interface VacuumHold {
  /** Lowest absolute pressure reached, kPa. */
  lowestKpa: number;
  /** Absolute pressure at the end of the hold with the pump shut off, kPa. */
  heldKpa: number;
  holdS: number;
  coldestWallC: number;
}

export type VacuumVerdict = "not-deep-enough" | "rise-to-water" | "rises" | "held";

export interface VacuumAnswer {
  verdict: VacuumVerdict;
  boilingKpa: number;
  riseKpa: number;
  riseKpaPerMin: number;
}

/** A rise smaller than this over a hold is outgassing and gauge noise, kPa a minute. */
const STILL_KPA_PER_MIN = 0.02;

/** First reading of a hold from its two ends; parting leak from moisture needs the whole trace. */
export function judgeHold(hold: VacuumHold): VacuumAnswer {
  const boilingKpa = waterBoilingKpa(hold.coldestWallC);
  const riseKpa = hold.heldKpa - hold.lowestKpa;
  const riseKpaPerMin = (riseKpa / hold.holdS) * 60;
  const verdict =
    hold.lowestKpa > boilingKpa * MARGIN
      ? "not-deep-enough"
      : riseKpaPerMin <= STILL_KPA_PER_MIN
        ? "held"
        : hold.heldKpa <= boilingKpa * 1.1 && hold.heldKpa >= boilingKpa * 0.6
          ? "rise-to-water"
          : "rises";
  return { verdict, boilingKpa, riseKpa, riseKpaPerMin };
}
