/** Judges a hold: tight, moist, leaking or undecided, by level and shape, from a trace or two readings. kPa absolute, s. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { seededNoise } from "../../maths/noise";
import { posteriorDraws } from "../../maths/sampler";
import { fail, type Result, succeed } from "../../result";
import { gaugeSd } from "./gauge-noise";
import { gYearPerKpaS, type HoldPoint, type HoldSetting, LEAST_HOLD_S } from "./hold";
import { HOLD_DIMENSIONS, type HoldModel, holdModel, holdRise, levellingRise } from "./hold-model";
import { type HoldReadings, LONGEST_HOLD_S, smallestLeak } from "./sight";
import { gaugeSpecs, MICRON_KPA, type VacuumGauge, waterBoilingKpa } from "./target";

export const holdCauses = ["tight", "moist", "leaking", "leaking-and-moist"] as const;
export type HoldCause = (typeof holdCauses)[number];
export type HoldResult = HoldCause | "undecided";

export interface HoldAnswer {
  verdict: HoldResult;
  /** Probability of each cause, summing to one. A leak counts above `smallestGYear`. */
  probabilities: Record<HoldCause, number>;
  readings: HoldReadings;
  seconds: number;
  /** Pressure rise, kPa, and the starting pressure. */
  riseKpa: number;
  startKpa: number;
  /** As refrigerant through the same hole at the standing pressure; low to high holds nineteen in twenty. */
  leakGYear: { low: number; median: number; high: number };
  /** Smallest leak that a hold of this length shows with this gauge. */
  smallestGYear: number;
  /** Length after which a further reading should decide it, s; null where it is decided, or where none within a day would. */
  decidedAfterS: number | null;
  /** The mean expected curve at the times of the points. */
  fitted: HoldPoint[];
}

export type HoldIssue =
  | { code: "too-few"; points: number; needed: number }
  | { code: "too-short"; seconds: number; needed: number }
  /** The gauge cannot show what happened. */
  | { code: "gauge-blind"; stepKpa: number };

/** Half an hour after the shut-off a dry circuit stands below 1 500 micron, with what comes out of the oil. */
const MOIST_KPA = 1500 * MICRON_KPA;
const MOIST_AFTER_S = 1800;
/** A coarse gauge shows water only when the pressure rises by so many of its steps. */
const MOIST_STEPS = 2;
/** Pressure that a circuit without a leak must exceed to be called moist; with a gauge whose zero is not known, its rise. kPa. */
export const moistAbove = (gauge: VacuumGauge): number => Math.max(MOIST_KPA, MOIST_STEPS * gaugeSpecs[gauge].stepKpa);
/** A verdict is given when no more than this chance speaks against it. */
const DOUBT = { tight: 0.05, other: 0.1 };
/** More points than this say nothing more: neighbours wander together. */
const MOST_POINTS = 10;
/** The model follows a real rise to within this share of it. */
const MODEL_SHARE = 0.04;

/** Judges a hold. `points` in order of time; two of them are a hold of which only the ends are known. */
export function judgeHold(points: readonly HoldPoint[], setting: HoldSetting): Result<HoldAnswer, HoldIssue> {
  const seconds = (points.at(-1)?.time ?? 0) - (points[0]?.time ?? 0);
  if (points.length < 2) return fail({ code: "too-few", points: points.length, needed: 2 });
  if (seconds < LEAST_HOLD_S) return fail({ code: "too-short", seconds, needed: LEAST_HOLD_S });
  const { stepKpa, relative } = gaugeSpecs[setting.gauge];
  if (stepKpa > waterBoilingKpa(setting.coldestWallC)) return fail({ code: "gauge-blind", stepKpa });
  const readings = points.length < LEAST_TRACE ? "ends" : "trace";
  const atmosphere = atmosphericPressureKpa(setting.altitudeM);
  const scale = gYearPerKpaS(setting, atmosphere);
  const start = points[0]!.time;
  const read = binned(points.map(({ time, kpa }) => ({ time: time - start, kpa })));
  const least = Math.min(...read.map(({ kpa }) => kpa));
  const weights = read.map(
    ({ time, kpa }) => 1 / (gaugeSd(kpa, time, setting.gauge) ** 2 + (MODEL_SHARE * (kpa - least)) ** 2),
  );
  const modelOf = (normals: Float64Array) => holdModel(normals, setting.coldestWallC, scale);
  const draws = posteriorDraws(
    HOLD_DIMENSIONS,
    (normals) => -startOf(modelOf(normals), read, weights, atmosphere).chi / 2,
    seededNoise(1),
  );
  const circuits = draws.map((normals) => {
    const model = modelOf(normals);
    return { model, startKpa: startOf(model, read, weights, atmosphere).startKpa };
  });
  const smallestGYear = smallestLeak(seconds, setting, readings);
  const at = Math.max(seconds, MOIST_AFTER_S);
  const most = moistAbove(setting.gauge);
  const causes = circuits.map(({ model, startKpa }): HoldCause => {
    const levelling = levellingRise(model, at);
    const straight = holdRise(model, at, atmosphere) - levelling;
    // The zero of a mechanical gauge is not known well enough for a level: only its rise counts.
    const level = levelling + (relative ? 0 : startKpa);
    const rose = level + straight > most;
    const leaks = model.leakKpaS * scale > smallestGYear || (rose && straight > levelling);
    const moist = level > most || (rose && !leaks);
    return leaks ? (moist ? "leaking-and-moist" : "leaking") : moist ? "moist" : "tight";
  });
  const probabilities = sharesOf(causes);
  const verdict = verdictOf(probabilities);
  const likeliest = holdCauses.reduce((a, b) => (probabilities[b] > probabilities[a] ? b : a));
  return succeed({
    verdict,
    probabilities,
    readings,
    seconds,
    riseKpa: points.at(-1)!.kpa - points[0]!.kpa,
    startKpa: points[0]!.kpa,
    leakGYear: rangeOf(circuits.map(({ model }) => model.leakKpaS * scale)),
    smallestGYear,
    decidedAfterS:
      verdict === "undecided"
        ? decidedAfter(circuits, (i) => causes[i] === likeliest, seconds, setting.gauge, atmosphere)
        : null,
    fitted: read.map(({ time }) => ({
      time: time + start,
      kpa: meanOf(circuits.map(({ model, startKpa }) => startKpa + holdRise(model, time, atmosphere))),
    })),
  });
}

/** Fewer points show no shape. */
const LEAST_TRACE = 5;

interface Circuit {
  model: HoldModel;
  startKpa: number;
}

/** The starting pressure that fits a rise best, and the squared distance in standard deviations that is left. */
function startOf(model: HoldModel, read: readonly HoldPoint[], weights: readonly number[], atmosphere: number) {
  let sum = 0;
  let mean = 0;
  let squares = 0;
  for (let i = 0; i < read.length; i++) {
    const { time, kpa } = read[i]!;
    const above = kpa - holdRise(model, time, atmosphere);
    const weight = weights[i]!;
    sum += weight;
    const step = above - mean;
    mean += (step * weight) / sum;
    squares += weight * step * (above - mean);
  }
  // Below nothing there is no pressure.
  const short = Math.min(mean, 0) * Math.sqrt(sum);
  return { startKpa: mean, chi: squares + short ** 2 };
}

/** Means of equal stretches of time, the first and the last reading for themselves. */
function binned(points: readonly HoldPoint[]): HoldPoint[] {
  if (points.length <= MOST_POINTS) return [...points];
  const length = points.at(-1)!.time / (MOST_POINTS - 2);
  const inner = Array.from({ length: MOST_POINTS - 2 }, (_, i) =>
    points.slice(1, -1).filter(({ time }) => time > i * length && time <= (i + 1) * length),
  );
  const means = inner.flatMap((some) =>
    some.length === 0 ? [] : [{ time: meanOf(some.map(({ time }) => time)), kpa: meanOf(some.map(({ kpa }) => kpa)) }],
  );
  return [points[0]!, ...means, points.at(-1)!];
}

function verdictOf(p: Record<HoldCause, number>): HoldResult {
  if (p.tight >= 1 - DOUBT.tight) return "tight";
  const leaks = p.leaking + p["leaking-and-moist"];
  const moist = p.moist + p["leaking-and-moist"];
  const sure = 1 - DOUBT.other;
  if (leaks >= sure) return p["leaking-and-moist"] >= sure * leaks ? "leaking-and-moist" : "leaking";
  return moist >= sure && p.moist > p["leaking-and-moist"] ? "moist" : "undecided";
}

const sharesOf = (causes: readonly HoldCause[]) =>
  Object.fromEntries(
    holdCauses.map((cause) => [cause, causes.filter((one) => one === cause).length / causes.length]),
  ) as Record<HoldCause, number>;

/** Lengths at which a further reading is considered, as multiples of the hold so far. */
const LONGER = [1.25, 1.5, 2, 3, 4, 6, 8, 12, 16, 24, 48, 96];

/** When the pressures expected of the likeliest cause and of the rest are well apart. */
function decidedAfter(
  circuits: readonly Circuit[],
  isLikeliest: (circuit: number) => boolean,
  seconds: number,
  gauge: HoldSetting["gauge"],
  atmosphere: number,
): number | null {
  for (const times of LONGER) {
    const at = times * seconds;
    if (at > LONGEST_HOLD_S) return null;
    const expected = circuits.map(({ model, startKpa }) => startKpa + holdRise(model, at, atmosphere));
    const of = middleOf(expected.filter((_, i) => isLikeliest(i)));
    const rest = middleOf(expected.filter((_, i) => !isLikeliest(i)));
    const apart = Math.abs(of.mean - rest.mean);
    if (apart > 1.5 * (of.sd + rest.sd) + 2 * gaugeSd(Math.max(of.mean, rest.mean), at, gauge)) return at;
  }
  return null;
}

function middleOf(values: readonly number[]): { mean: number; sd: number } {
  const mean = meanOf(values);
  return { mean, sd: Math.sqrt(meanOf(values.map((value) => (value - mean) ** 2))) };
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

function rangeOf(values: number[]): { low: number; median: number; high: number } {
  values.sort((a, b) => a - b);
  const at = (share: number) => values[Math.floor(share * (values.length - 1))]!;
  return { low: at(0.025), median: at(0.5), high: at(0.975) };
}
