/**
 * Why a cause is ranked where it is, in the quantities that technicians reason with: how much more often it produces a reading than its best rival
 * does, given the other readings. A quantity is judged with its own observables hidden, and those that hang on them: hypotheses of this
 * vehicle are weighted and moved by the rest (next-test/predict.ts), and the reading is looked up in what each cause then shows.
 */
import { type Cause, causes } from "../../causes/catalogue";
import { normalBelow } from "../../maths/normal";
import type { ReadingFile } from "../../readings/file/reading-file";
import { type Predictor, predictor } from "../next-test/predict";
import { CONTRADICTING_RATIO, RATIO_MARGIN, SUPPORTING_RATIO } from "../thresholds";
import { posteriorWeights } from "../weigh/posterior";
import { weigh } from "../weigh/weigh";
import type { Hypotheses } from "./hypotheses";
import { type ObservableName, type Observed, placeOf } from "./observables";
import {
  fieldNameOf,
  gradientOf,
  hangingOn,
  instrumentErrorOf,
  isRunning,
  measureFrom,
  measureOf,
  observablesOf,
  type Quantity,
  type QuantityContext,
  quantityContext,
  shownOf,
} from "./quantities";
import { leftOut } from "./read-fields";

/** Whether the clutch cycles is judged beside the quantities. */
export type ReasonQuantity = Quantity | "cycling";

export interface Reason {
  quantity: ReasonQuantity;
  /** Engine speed at which it was read, rpm; null for what is read once. */
  rpm: number | null;
  /** Path of the field, or name of the derived value, in a reading file. */
  field: string;
  /** In the unit of the quantity; of cycling, 1 or 0. */
  value: number;
  /** Expanded uncertainty of the value by the instruments, in its unit. */
  error: number;
  /** Expected range of sound vehicles; null where there is none. */
  expected: { low: number; high: number } | null;
  rival: Cause;
  /** Likelihood ratio of the value under the cause over the rival, given the other readings. */
  ratio: number;
}

/** Side that a row of the evidence takes on its cause. */
type Says = "supports" | "contradicts" | "neutral";

export interface EvidenceRow extends Reason {
  says: Says;
  /** Middle 90 % of what the cause and its rivals would show, given the other readings. */
  ranges: { cause: Cause; low: number; high: number }[];
}

/** No ratio is known better than this: one reading in some hundreds is simply wrong. */
const WILD_SHARE = 0.01;

/** One reading, and how often each cause would show such a one. */
interface Judged extends Omit<Reason, "rival" | "ratio"> {
  densities: Record<Cause, number>;
  rangeOf: (cause: Cause) => { low: number; high: number } | null;
}

/** In the order in which rows stand. A quantity with a stand-in takes its place where it could not be worked out. */
const shownOrder: readonly (readonly [Quantity, Quantity?])[] = [
  ["subcooling", "liquid"],
  ["superheat", "suction"],
  ["condenserSplit"],
  ["airDrop", "vent"],
  ["low"],
  ["pressureRatio"],
  ["discharge"],
  ["condenserRise", "condenserOutlet"],
  ["condenserInlet"],
  ["lineDrop"],
  ["duty"],
  ["equalisation"],
  ["staticPressure"],
  ["charge"],
];

/** A pressure ratio is a reason only where it tells more than either side does alone. */
const ratioParts: readonly ReasonQuantity[] = ["low", "condenserSplit"];

/** Everything that was read, judged for every cause; a quantity stands once for each engine speed. */
export interface Evidence {
  judged: readonly Judged[];
}

export function evidenceOf(reading: ReadingFile, observed: Observed, hypotheses: Hypotheses): Evidence {
  const test: JudgedTest = { reading, observed, hypotheses, context: quantityContext(reading) };
  const judged: Judged[] = [];
  for (const [quantity, standIn] of shownOrder) {
    const own = judgeQuantity(quantity, test);
    if (own.length > 0 || standIn === undefined) judged.push(...own);
    else judged.push(...judgeQuantity(standIn, test));
  }
  judged.push(...judgeCycling(test));
  return { judged };
}

/** A test with all that its quantities are judged by. */
interface JudgedTest {
  reading: ReadingFile;
  observed: Observed;
  hypotheses: Hypotheses;
  context: QuantityContext;
}

/** Observables that are hidden while a quantity is judged: the one it is judged by, and what hangs on that. */
function hiddenFor(quantity: Quantity): ObservableName[] {
  const uses = observablesOf(quantity);
  const own = quantity === "pressureRatio" ? uses : uses.slice(-1);
  return [...new Set(own.flatMap((name) => [name, ...hangingOn(name)]))];
}

function withoutThem(reading: ReadingFile, observed: Observed, names: readonly ObservableName[]) {
  const settings = observed.rpm.length;
  const values = Float64Array.from(observed.values);
  let rest = reading;
  for (const name of names) {
    rest = leftOut(rest, name, null);
    for (let i = 0; i < settings; i++) values[placeOf(name, i, settings)] = Number.NaN;
  }
  return { rest, left: { ...observed, values } };
}

function predictorWithout(names: readonly ObservableName[], { reading, observed, hypotheses }: JudgedTest): Predictor {
  const { rest, left } = withoutThem(reading, observed, names);
  return predictor(left, hypotheses, posteriorWeights(hypotheses, weigh(rest)), reading.conditions.ambientC);
}

function judgeQuantity(quantity: Quantity, test: JudgedTest): Judged[] {
  const { observed, hypotheses, context } = test;
  const settings = observed.rpm.length;
  const once = !isRunning(quantity);
  const read = (once ? [0] : observed.rpm.map((_, i) => i)).filter((i) =>
    Number.isFinite(measureOf(quantity, observed.values, i, settings, context)),
  );
  if (read.length === 0) return [];
  const names = hiddenFor(quantity);
  const given = predictorWithout(names, test);
  return read.map((setting) => {
    const seen = observablesOf(quantity).map((name) => observed.values[placeOf(name, setting, settings)]!);
    const measure = measureFrom(quantity, seen, context);
    const shownBy = mixtures({ quantity, setting, context }, observed, names, given, hypotheses);
    const censored = quantity === "equalisation" && observed.stillApart;
    const wild = WILD_SHARE * unconditional(quantity, setting, observed, hypotheses, context);
    const densities = byCause((cause) => {
      const parts = shownBy(cause);
      if (parts === null) return Number.NaN;
      return censored ? WILD_SHARE + share(parts, (z) => 1 - normalBelow(z), measure) : wild + density(parts, measure);
    });
    const value = shownOf(quantity, measure, context);
    const error = instrumentErrorOf(quantity, seen, context);
    const upper = shownOf(quantity, measure + error, context);
    return {
      quantity,
      rpm: once ? null : observed.rpm[setting]!,
      field: fieldNameOf(quantity, setting),
      value,
      error: Math.abs(upper - value),
      expected: hypotheses.expected[setting]?.[quantity] ?? null,
      densities,
      rangeOf: (cause) => {
        const parts = shownBy(cause);
        if (parts === null) return null;
        const [a, b] = [0.05, 0.95].map((wanted) => shownOf(quantity, quantile(parts, wanted), context)) as [
          number,
          number,
        ];
        return { low: Math.min(a, b), high: Math.max(a, b) };
      },
    };
  });
}

function byCause<Value>(make: (cause: Cause) => Value): Record<Cause, Value> {
  return Object.fromEntries(causes.map((cause) => [cause, make(cause)])) as Record<Cause, Value>;
}

/** Part of what a cause shows: a normal distribution of the measure. */
interface Part {
  mean: number;
  sd: number;
  weight: number;
}

/** A quantity at one setting of the engine, and what it is computed with. */
interface Measured {
  quantity: Quantity;
  setting: number;
  context: QuantityContext;
}

/** Distributions of a quantity under each cause, given the other readings; null for a cause that shows nothing there. */
function mixtures(
  { quantity, setting, context }: Measured,
  { values: shown, rpm }: Observed,
  hidden: readonly ObservableName[],
  given: Predictor,
  { all }: Hypotheses,
): (cause: Cause) => Part[] | null {
  const uses = observablesOf(quantity);
  const places = uses.map((name) => placeOf(name, setting, rpm.length));
  const open = uses.map((name) => hidden.includes(name));
  const parts = all.map((_, i): Part | null => {
    const weight = given.weights[i]!;
    if (!(weight > 0)) return null;
    const values = places.map((place, k) => {
      if (!open[k]) return shown[place]!;
      const { least, most } = given.limits(place, i);
      return Math.min(Math.max(given.at(place).means[i]!, least), most);
    });
    const mean = measureFrom(quantity, values, context);
    if (!Number.isFinite(mean)) return null;
    const slopes = gradientOf(quantity, values, context);
    let variance = 0;
    for (const [a, from] of places.entries())
      for (const [b, to] of places.entries())
        if (open[a] && open[b]) variance += slopes[a]! * slopes[b]! * given.together(from, to);
    return { mean, sd: Math.sqrt(variance), weight };
  });
  const known = new Map<Cause, Part[] | null>();
  return (cause) => {
    const made = known.get(cause);
    if (made !== undefined) return made;
    const own = all.flatMap(({ causes: acting }, i) => {
      const part = parts[i];
      return part && acting.some((one) => one.cause === cause) ? [part] : [];
    });
    const total = own.reduce((sum, { weight }) => sum + weight, 0);
    const found = total > 0 ? own.map((part) => ({ ...part, weight: part.weight / total })) : null;
    known.set(cause, found);
    return found;
  };
}

/** Height of the distribution of any vehicle at all: what a reading that is simply wrong may show. */
function unconditional(
  quantity: Quantity,
  setting: number,
  { values, rpm }: Observed,
  { spread, sound, all }: Hypotheses,
  context: QuantityContext,
): number {
  const settings = rpm.length;
  const length = values.length;
  const uses = observablesOf(quantity);
  const places = uses.map((name) => placeOf(name, setting, settings));
  const slopes = gradientOf(
    quantity,
    places.map((place) => sound.values[place]!),
    context,
  );
  const variance = places.reduce(
    (sum, place, k) => sum + slopes[k]! ** 2 * spread.covariance[place * length + place]!,
    0,
  );
  const shown = all
    .map((one) => measureOf(quantity, one.shown.values, setting, settings, context))
    .filter(Number.isFinite);
  const mean = shown.reduce((sum, value) => sum + value, 0) / shown.length;
  const between = shown.reduce((sum, value) => sum + (value - mean) ** 2, 0) / shown.length;
  return 1 / Math.sqrt(2 * Math.PI * (variance + between));
}

/** Degrees of freedom of the tails, with which fourteen faults simulated on one vehicle deserve to be doubted. */
const TAIL_FREEDOM = 5;
/** Height of that distribution at its middle, times its spread. */
const TAIL_PEAK = 0.3796;

/** Student's distribution of five degrees of freedom: of two causes far from a reading the nearer one still shows it more often. */
function density(parts: readonly Part[], at: number): number {
  return share(parts, (z, sd) => (TAIL_PEAK / sd) * (1 + (z * z) / TAIL_FREEDOM) ** (-(TAIL_FREEDOM + 1) / 2), at);
}

function share(parts: readonly Part[], of: (z: number, sd: number) => number, at: number): number {
  return parts.reduce((sum, { mean, sd, weight }) => sum + weight * of((at - mean) / sd, sd), 0);
}

const BISECTIONS = 14;
const FAR_SDS = 5;

function quantile(parts: readonly Part[], wanted: number): number {
  let low = Math.min(...parts.map(({ mean, sd }) => mean - FAR_SDS * sd));
  let high = Math.max(...parts.map(({ mean, sd }) => mean + FAR_SDS * sd));
  for (let i = 0; i < BISECTIONS; i++) {
    const middle = (low + high) / 2;
    if (share(parts, normalBelow, middle) < wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A clutch that cycles in one of so many simulations of the other kind says little. */
const CYCLING_DOUBT = 0.12;

function judgeCycling(test: JudgedTest): Judged[] {
  const { reading, observed, hypotheses } = test;
  const settings = observed.cycling.flatMap((cycles, i) => (cycles === null ? [] : [i]));
  const { compressor } = reading.vehicle;
  if (settings.length === 0 || compressor === "electric") return [];
  const given = predictorWithout(["evaporating", ...hangingOn("evaporating")], test);
  return settings.map((setting) => {
    const cycles = observed.cycling[setting]!;
    const densities = byCause((cause) => {
      let total = 0;
      let agrees = 0;
      for (const [i, { causes: acting, shown }] of hypotheses.all.entries()) {
        if (!acting.some((one) => one.cause === cause)) continue;
        total += given.weights[i]!;
        if ((shown.swings[setting] !== null) === cycles) agrees += given.weights[i]!;
      }
      return total > 0 ? CYCLING_DOUBT + (1 - 2 * CYCLING_DOUBT) * (agrees / total) : Number.NaN;
    });
    return {
      quantity: "cycling",
      rpm: observed.rpm[setting]!,
      field: `running[${setting}].cyclePeriodS`,
      value: cycles ? 1 : 0,
      error: 0,
      expected: null,
      densities,
      rangeOf: () => null,
    };
  });
}

/** Rows of the evidence about a cause, one for each quantity: at the engine speed at which it says most. */
export function rowsAbout(cause: Cause, rivals: readonly Cause[], evidence: Evidence): EvidenceRow[] {
  return judgedRows(cause, rivals, evidence).map(({ judged: { rangeOf }, ...row }) => ({
    ...row,
    ranges: [cause, ...rivals].flatMap((one) => {
      const range = rangeOf(one);
      return range ? [{ cause: one, ...range }] : [];
    }),
  }));
}

/** Readings that support and contradict a cause, the weightiest first. */
export function reasonsAbout(
  cause: Cause,
  rivals: readonly Cause[],
  evidence: Evidence,
): { for: Reason[]; against: Reason[] } {
  const rows = judgedRows(cause, rivals, evidence).sort((a, b) => weightOf(b) - weightOf(a));
  const saying = (wanted: Says) =>
    rows.filter(({ says }) => says === wanted).map(({ says: _says, judged: _judged, ...reason }): Reason => reason);
  return { for: saying("supports"), against: saying("contradicts") };
}

/** A row before its ranges are worked out: only the leading cause is drawn. */
interface JudgedRow extends Reason {
  says: Says;
  judged: Judged;
}

function judgedRows(cause: Cause, rivals: readonly Cause[], { judged }: Evidence): JudgedRow[] {
  const quantities = [...new Set(judged.map(({ quantity }) => quantity))];
  const rows = quantities.flatMap((quantity) => {
    const all = judged.filter((one) => one.quantity === quantity).map((one) => rowOf(one, cause, rivals));
    const known = all.filter((row) => row !== null);
    return known.length === 0 ? [] : [known.reduce((best, row) => (weightOf(row) > weightOf(best) ? row : best))];
  });
  const parts = rows.filter(({ quantity }) => ratioParts.includes(quantity)).map(weightOf);
  return rows.filter((row) => {
    if (row.quantity === "cycling") return row.says !== "neutral";
    return row.quantity !== "pressureRatio" || weightOf(row) > Math.max(0, ...parts) + RATIO_MARGIN;
  });
}

/** Neutral rows weigh nothing, so that a speed at which a reading says something stands before one at which it does not. */
function weightOf({ says, ratio }: JudgedRow): number {
  return says === "neutral" ? 0 : Math.abs(Math.log(ratio));
}

/**
 * A reading inside the expected range supports no fault against a sound vehicle, and one outside contradicts none in its favour; against a rival
 * that it rules out it does.
 */
function rowOf(judged: Judged, cause: Cause, rivals: readonly Cause[]): JudgedRow | null {
  const { densities, rangeOf: _rangeOf, ...read } = judged;
  const ratios = rivals.flatMap((rival) => {
    const ratio = densities[cause] / densities[rival];
    return Number.isFinite(ratio) ? [{ rival, ratio }] : [];
  });
  const [nearest] = ratios;
  if (nearest === undefined) return null;
  const inside = read.expected !== null && read.value >= read.expected.low && read.value <= read.expected.high;
  const outside = read.expected !== null && !inside;
  const contradicts = ({ rival, ratio }: { rival: Cause; ratio: number }) =>
    ratio <= CONTRADICTING_RATIO && !(outside && rival === "none");
  const supports = ({ rival, ratio }: { rival: Cause; ratio: number }) =>
    ratio >= SUPPORTING_RATIO && !(inside && rival === "none");
  // The likeliest rival comes first, a sound vehicle where that one is not told apart.
  const told = ratios.find((one) => contradicts(one) || supports(one)) ?? nearest;
  const says: Says = contradicts(told) ? "contradicts" : supports(told) ? "supports" : "neutral";
  return { ...read, ...told, says, judged };
}
