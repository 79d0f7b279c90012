/**
 * Estimates the discrepancy from cases whose causes are known: at its true causes, and the severities that fit it best, each case leaves
 * residuals; their mean is the bias, their scatter the covariance. Nothing is fitted to single cases: some sixty numbers from
 * a thousand readings, drawn towards what all kinds share and towards independence.
 */
import type { ReadingFile } from "../readings/reading-file";
import type { Cause } from "./causes";
import { type Discrepancy, estimatedChannels, MOVE_DOUBT } from "./discrepancy";
import type { Hypotheses } from "./hypotheses";
import { FAST_RPM, type Observed, placeOf } from "./observables";
import { logLikelihoods } from "./posterior";

export interface KnownCase {
  reading: ReadingFile;
  observed: Observed;
  hypotheses: Hypotheses;
  causes: readonly Cause[];
}

/** A kind of compressor with this many cases has half its own bias. */
const HALF_BIAS = 4;
/** Share of the covariance between channels that is kept, and the least spread of one, K. */
const KEPT_CORRELATION = 0.8;
const LEAST_SD = 0.5;
/** Seconds until the sides meet are known to a factor of a half at best: the passage between them is not all that decides. */
const LEAST_MEETING_SD = 0.4;

/** A needle is read at its turning points to a kelvin or two, and a period to a quarter. */
const LEAST_WIDTH_SD = 2;
const LEAST_PERIOD_SD = 0.3;

/** One round from a former estimate, which finds the severities. */
export function estimateDiscrepancy(cases: readonly KnownCase[], former: Discrepancy): Discrepancy {
  const settings: Residuals[] = [];
  const rest: number[] = [];
  const meeting: number[] = [];
  const widths: number[] = [];
  const periods: number[] = [];
  for (const known of cases) {
    const fit = bestFit(known, former);
    if (fit === null) continue;
    const { observed, hypotheses, reading } = known;
    const { shown } = hypotheses.all[fit]!;
    const count = observed.rpm.length;
    const gap = (place: number) => observed.values[place]! - shown.values[place]!;
    const r = gap(placeOf("rest", 0, count));
    const m = gap(placeOf("meeting", 0, count));
    if (Number.isFinite(r)) rest.push(r / Math.hypot(1, MOVE_DOUBT * (shown.values[placeOf("rest", 0, count)]! / 2)));
    if (Number.isFinite(m) && !observed.stillApart) meeting.push(m);
    if (shown.standing) continue;
    for (const [i, swing] of observed.swings.entries()) {
      const expected = shown.swings[i];
      if (!swing || !expected) continue;
      if (Number.isFinite(swing.widthK)) widths.push(swing.widthK - expected.widthK);
      if (Number.isFinite(swing.lnPeriod)) periods.push(swing.lnPeriod - expected.lnPeriod);
    }
    const perSetting = observed.rpm.map((rpm, s) => ({
      fast: rpm > FAST_RPM,
      gaps: estimatedChannels.map((name) => {
        const place = placeOf(name, s, count);
        // What the move of a fault leaves unsure is not the model's usual scatter.
        const move = shown.values[place]! - hypotheses.sound.values[place]!;
        return { gap: gap(place), weight: 1 / (1 + (MOVE_DOUBT * move) ** 2 / former.own[0]![0]!) };
      }),
    }));
    settings.push({ fixed: reading.vehicle.compressor === "fixed", perSetting });
  }
  const bias = biases(settings);
  const { shared, own } = covariances(settings, bias);
  return {
    bias,
    shared,
    own,
    rest: robust(rest),
    meeting: atLeast(robust(meeting), LEAST_MEETING_SD),
    swing: {
      widthK: atLeast(robust(widths), LEAST_WIDTH_SD),
      lnPeriod: atLeast(robust(periods), LEAST_PERIOD_SD),
    },
  };
}

interface Residuals {
  fixed: boolean;
  perSetting: { fast: boolean; gaps: { gap: number; weight: number }[] }[];
}

/** The likeliest severities of the true causes. */
function bestFit({ observed, hypotheses, causes, reading }: KnownCase, former: Discrepancy): number | null {
  const { logs } = logLikelihoods(observed, hypotheses, reading.vehicle.compressor, former, []);
  let best: number | null = null;
  for (const [i, hypothesis] of hypotheses.all.entries()) {
    const same =
      hypothesis.causes.length === causes.length && hypothesis.causes.every(({ cause }) => causes.includes(cause));
    if (same && (best === null || logs[i]! > logs[best]!)) best = i;
  }
  return best;
}

function biases(settings: readonly Residuals[]): Discrepancy["bias"] {
  const mean = (fixed: boolean | null, fast: boolean, c: number) => {
    let sum = 0;
    let weights = 0;
    for (const one of settings) {
      if (fixed !== null && one.fixed !== fixed) continue;
      for (const setting of one.perSetting) {
        const { gap, weight } = setting.gaps[c]!;
        if (setting.fast !== fast || Number.isNaN(gap)) continue;
        sum += weight * gap;
        weights += weight;
      }
    }
    return { mean: weights === 0 ? 0 : sum / weights, weights };
  };
  const of = (fixed: boolean, fast: boolean) =>
    estimatedChannels.map((_, c) => {
      const own = mean(fixed, fast, c);
      const common = mean(null, fast, c);
      return rounded((own.weights * own.mean + HALF_BIAS * common.mean) / (own.weights + HALF_BIAS));
    });
  return {
    fixed: { idle: of(true, false), fast: of(true, true) },
    variable: { idle: of(false, false), fast: of(false, true) },
  };
}

/** From pairs of settings: half their difference is each one's own, what is left of their mean is shared. */
function covariances(
  settings: readonly Residuals[],
  bias: Discrepancy["bias"],
): { shared: number[][]; own: number[][] } {
  const means: number[][] = [];
  const halves: number[][] = [];
  for (const { fixed, perSetting } of settings) {
    const [one, two] = perSetting.map(({ fast, gaps }) =>
      gaps.map(
        ({ gap, weight }, c) =>
          Math.sqrt(weight) * (gap - bias[fixed ? "fixed" : "variable"]![fast ? "fast" : "idle"][c]!),
      ),
    );
    if (!one || !two) continue;
    means.push(one.map((value, c) => (value + two[c]!) / 2));
    halves.push(one.map((value, c) => (value - two[c]!) / 2));
  }
  const ofMeans = scatter(means);
  const ofHalves = scatter(halves);
  const own = ofHalves.map((row) => row.map((value) => 2 * value));
  const shared = ofMeans.map((row, i) => row.map((value, j) => value - ofHalves[i]![j]!));
  return { shared: tidy(shared), own: tidy(own) };
}

/** Second moments channel by channel, each from the cases that have both; the largest tenth of each is cut to its edge. */
function scatter(rows: readonly number[][]): number[][] {
  const edges = estimatedChannels.map((_, c) => {
    const sizes = rows
      .map((row) => Math.abs(row[c]!))
      .filter(Number.isFinite)
      .sort((a, b) => a - b);
    return sizes[Math.floor(0.95 * (sizes.length - 1))] ?? 0;
  });
  const cut = (value: number, c: number) => Math.min(Math.max(value, -edges[c]!), edges[c]!);
  return estimatedChannels.map((_, i) =>
    estimatedChannels.map((_, j) => {
      const both = rows.filter((row) => Number.isFinite(row[i]) && Number.isFinite(row[j]));
      return both.reduce((sum, row) => sum + cut(row[i]!, i) * cut(row[j]!, j), 0) / Math.max(both.length, 1);
    }),
  );
}

/** Correlations drawn in, so that the matrix stays one of a distribution, and no spread so small that one channel rules. */
function tidy(matrix: number[][]): number[][] {
  const sd = matrix.map((row, i) => Math.max(Math.sqrt(Math.max(row[i]!, 0)), LEAST_SD));
  return matrix.map((row, i) =>
    row.map((value, j) => {
      if (i === j) return rounded(sd[i]! ** 2);
      const correlation = value / (sd[i]! * sd[j]!);
      return rounded(KEPT_CORRELATION * Math.min(Math.max(correlation, -0.95), 0.95) * sd[i]! * sd[j]!);
    }),
  );
}

function robust(values: readonly number[]): { bias: number; sd: number } {
  if (values.length === 0) return { bias: 0, sd: 1.5 };
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  // Between the sixths lie two standard deviations.
  return { bias: rounded(at(0.5)), sd: rounded(Math.max((at(0.84) - at(0.16)) / 2, 0.05)) };
}

function atLeast({ bias, sd }: { bias: number; sd: number }, least: number): { bias: number; sd: number } {
  return { bias, sd: Math.max(sd, least) };
}

function rounded(value: number): number {
  return Number(value.toFixed(3));
}
