/**
 * Which test not yet done would tell most for its time: the expected fall of the entropy between causes, by the same vehicles that made
 * the verdict. Outcomes are drawn from what is still probable; each is weighed as if it had been read.
 */
import { type NoiseSource, seededNoise } from "../noise";
import type { Cause } from "./causes";
import { type ErrorModel, MOVE_DOUBT } from "./discrepancy";
import { wasRead } from "./explain";
import type { Hypotheses } from "./hypotheses";
import {
  FAST_RPM,
  type ObservableName,
  type Observed,
  observableAt,
  placeOf,
  type SettingObservable,
  settingObservables,
} from "./observables";

export const testIds = [
  "look",
  "suction-clamp",
  "liquid-clamp",
  "discharge-clamp",
  "vent-probe",
  "condenser-air",
  "both-gauges",
  "idle",
  "fast-idle",
  "rest",
  "shut-off",
  "line-spots",
  "command",
  "recover",
] as const;
export type TestId = (typeof testIds)[number];

export interface NextTest {
  test: TestId;
  gainBits: number;
  minutes: number;
  /** What each of the leading causes would show there, in the unit of the observable. */
  outcomes: { cause: Cause; observable: ObservableName; expected: number }[];
}

/** Outcomes drawn for each test: the gain is then good for a few hundredths of a bit. */
const DRAWS = 60;
/** What is less probable than this is left out of the sums. */
const NEGLIGIBLE = 2e-4;

interface Plan {
  id: TestId;
  minutes: number;
  /** Places of the vector that the test would fill. */
  places: number[];
}

export function nextTests(
  observed: Observed,
  hypotheses: Hypotheses,
  errors: ErrorModel,
  weights: Float64Array,
  read: readonly number[],
  context: { commanded: boolean; looked: boolean; leading: readonly Cause[] },
  seed: number,
): NextTest[] {
  const live = Array.from(weights.keys()).filter((i) => weights[i]! > NEGLIGIBLE);
  const before = entropy(live, weights, hypotheses);
  const random = seededNoise(seed);
  const tests = plans(observed, context).map((plan): NextTest => {
    const after = expectedEntropy(plan, observed, hypotheses, errors, weights, live, read, random);
    return {
      test: plan.id,
      gainBits: Math.max(0, Math.round((before - after) * 100) / 100),
      minutes: plan.minutes,
      outcomes: outcomesOf(plan, observed, hypotheses, errors, weights, context.leading),
    };
  });
  if (!context.looked) tests.push(look(live, weights, hypotheses, before));
  return tests.sort((a, b) => b.gainBits / b.minutes - a.gainBits / a.minutes || a.minutes - b.minutes);
}

function plans(observed: Observed, { commanded }: { commanded: boolean }): Plan[] {
  const settings = observed.rpm.length;
  const ran = observed.rpm.map((_, i) => settingObservables.some((name) => wasRead(observed, name, i)));
  const running = ran.some(Boolean) ? ran.map((_, i) => i).filter((i) => ran[i]) : [0];
  const at = (names: readonly SettingObservable[]) =>
    running.flatMap((i) => names.map((name) => placeOf(name, i, settings)));
  const missing = (names: readonly SettingObservable[]) =>
    names.every((name) => running.every((i) => !wasRead(observed, name, i)));
  const list: Plan[] = [];
  const offer = (id: TestId, minutes: number, names: readonly SettingObservable[]) => {
    if (missing(names)) list.push({ id, minutes, places: at(names) });
  };
  offer("suction-clamp", 2, ["suction"]);
  offer("liquid-clamp", 2, ["liquid"]);
  offer("discharge-clamp", 2, ["discharge"]);
  offer("vent-probe", 2, ["vent"]);
  offer("condenser-air", 3, ["condenserInlet", "condenserOutlet"]);
  offer("both-gauges", 4, ["condensing"]);
  offer("line-spots", 4, ["lineDrop"]);
  if (commanded) offer("command", 3, ["command"]);
  // The other engine speed with whatever is connected already.
  const connected = settingObservables.filter((name) => running.some((i) => wasRead(observed, name, i)));
  for (const [i, done] of ran.entries()) {
    if (done) continue;
    const names: readonly SettingObservable[] =
      connected.length > 0 ? connected : ["evaporating", "condensing", "vent"];
    const places = names.map((name) => placeOf(name, i, settings));
    list.push({ id: observed.rpm[i]! > FAST_RPM ? "fast-idle" : "idle", minutes: 4, places });
  }
  if (!wasRead(observed, "rest", 0)) list.push({ id: "rest", minutes: 6, places: [placeOf("rest", 0, settings)] });
  if (!wasRead(observed, "meeting", 0)) {
    list.push({ id: "shut-off", minutes: 5, places: [placeOf("meeting", 0, settings)] });
  }
  if (!wasRead(observed, "charge", 0))
    list.push({ id: "recover", minutes: 25, places: [placeOf("charge", 0, settings)] });
  return list;
}

/** Entropy between causes, bits; a pair counts for both of its causes. */
function entropy(live: readonly number[], weights: ArrayLike<number>, { all }: Hypotheses): number {
  const shares = new Map<string, number>();
  let total = 0;
  for (const i of live) {
    const name = all[i]!.causes.map(({ cause }) => cause).join("+");
    shares.set(name, (shares.get(name) ?? 0) + weights[i]!);
    total += weights[i]!;
  }
  let bits = 0;
  for (const share of shares.values()) {
    const p = share / total;
    if (p > 0) bits -= p * Math.log2(p);
  }
  return bits;
}

/** Mean entropy after the test, over outcomes drawn from what is still probable. */
function expectedEntropy(
  plan: Plan,
  observed: Observed,
  hypotheses: Hypotheses,
  errors: ErrorModel,
  weights: Float64Array,
  live: readonly number[],
  read: readonly number[],
  random: NoiseSource,
): number {
  const { all, sound } = hypotheses;
  // A test's readings are judged one by one against what is known: what they share among themselves is counted once.
  const length = observed.values.length;
  const places = plan.places.map((place) => ({ place, ...regression(place, read, errors, length) }));
  const usable = places.filter(({ place }) => live.some((i) => !Number.isNaN(all[i]!.shown.values[place]!)));
  if (usable.length === 0) return entropy(live, weights, hypotheses);
  const scale = 1 / Math.sqrt(usable.length);
  const predicted = live.map((i) =>
    usable.map(({ place, coefficients, variance }) => {
      const { values } = all[i]!.shown;
      const move = values[place]! - sound.values[place]!;
      let mean = values[place]! + errors.bias[place]!;
      for (let k = 0; k < read.length; k++) {
        const gap = observed.values[read[k]!]! - values[read[k]!]! - errors.bias[read[k]!]!;
        if (Number.isFinite(gap)) mean += coefficients[k]! * gap;
      }
      const doubt = Number.isFinite(move) ? (MOVE_DOUBT * move) ** 2 : 0;
      return { mean, variance: variance + doubt };
    }),
  );
  const cumulative: number[] = [];
  let total = 0;
  for (const i of live) {
    total += weights[i]!;
    cumulative.push(total);
  }
  let sum = 0;
  const after = new Float64Array(weights.length);
  for (let draw = 0; draw < DRAWS; draw++) {
    // Strata of equal probability: every draw comes from its own part of what is probable.
    const target = ((draw + random.uniform()) / DRAWS) * total;
    const from =
      predicted[
        Math.max(
          0,
          cumulative.findIndex((upTo) => upTo >= target),
        )
      ]!;
    const common = random.normal();
    const outcome = from.map(
      ({ mean, variance }) => mean + Math.sqrt(variance) * (0.6 * common + 0.8 * random.normal()),
    );
    let top = Number.NEGATIVE_INFINITY;
    const logs = predicted.map((expected) => {
      let log = 0;
      for (const [k, { mean, variance }] of expected.entries()) {
        // A hypothesis that cannot show it at all is parted from those that can.
        if (Number.isNaN(mean) !== Number.isNaN(outcome[k]!)) log -= 6;
        else if (!Number.isNaN(mean))
          log -= scale * ((outcome[k]! - mean) ** 2 / (2 * variance) + 0.5 * Math.log(variance));
      }
      top = Math.max(top, log);
      return log;
    });
    for (const [k, i] of live.entries()) after[i] = weights[i]! * Math.exp(logs[k]! - top);
    sum += entropy(live, after, hypotheses);
  }
  return sum / DRAWS;
}

/** How a reading's error follows from the errors of those already taken, and what is left of its variance. */
function regression(place: number, read: readonly number[], errors: ErrorModel, length: number) {
  const n = read.length;
  const matrix = read.map((a) => read.map((b) => errors.covariance[a * length + b]!));
  const right = read.map((a) => errors.covariance[a * length + place]!);
  const coefficients = solve(matrix, right);
  let variance = errors.covariance[place * length + place]!;
  for (let k = 0; k < n; k++) variance -= coefficients[k]! * right[k]!;
  return { coefficients, variance: Math.max(variance, 0.01) };
}

/** Gaussian elimination on a symmetric positive matrix. */
function solve(matrix: number[][], right: number[]): number[] {
  const n = right.length;
  const a = matrix.map((row, i) => [...row, right[i]!]);
  for (let k = 0; k < n; k++) {
    for (let i = k + 1; i < n; i++) {
      const factor = a[i]![k]! / a[k]![k]!;
      for (let j = k; j <= n; j++) a[i]![j] = a[i]![j]! - factor * a[k]![j]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let k = n - 1; k >= 0; k--) {
    let sum = a[k]![n]!;
    for (let j = k + 1; j < n; j++) sum -= a[k]![j]! * x[j]!;
    x[k] = sum / a[k]![k]!;
  }
  return x;
}

/** What a look at the moving parts finds where the cause acts: belt and clutch, condenser fan and fins, filter and blower, flap. */
const SEEN: Partial<Record<Cause, number>> = {
  "compressor-not-driven": 0.95,
  "condenser-airflow": 0.6,
  "evaporator-airflow": 0.55,
  "blend-door": 0.4,
};
const LOOK_MINUTES = 3;

/** A look tells a few causes from all others, and is rarely wrong when it finds something. */
function look(live: readonly number[], weights: Float64Array, hypotheses: Hypotheses, before: number): NextTest {
  const chance = (i: number, cause: Cause) =>
    hypotheses.all[i]!.causes.some((one) => one.cause === cause) ? (SEEN[cause] ?? 0) : 0;
  const unseen = new Float64Array(weights);
  let after = 0;
  let found = 0;
  for (const cause of Object.keys(SEEN) as Cause[]) {
    for (const i of live) {
      found += weights[i]! * chance(i, cause);
      unseen[i] = unseen[i]! * (1 - chance(i, cause));
    }
  }
  const left = Math.max(1 - found, 0);
  after += left * entropy(live, unseen, hypotheses);
  return {
    test: "look",
    gainBits: Math.max(0, Math.round((before - after) * 100) / 100),
    minutes: LOOK_MINUTES,
    outcomes: [],
  };
}

/** The reading that parts the leading causes most, and what each would make it. */
function outcomesOf(
  plan: Plan,
  observed: Observed,
  hypotheses: Hypotheses,
  errors: ErrorModel,
  weights: Float64Array,
  leading: readonly Cause[],
): NextTest["outcomes"] {
  const means = (place: number) =>
    leading.map((cause) => {
      let sum = 0;
      let total = 0;
      for (const [i, { causes, shown }] of hypotheses.all.entries()) {
        if (!causes.some((one) => one.cause === cause) || Number.isNaN(shown.values[place]!)) continue;
        sum += weights[i]! * shown.values[place]!;
        total += weights[i]!;
      }
      return total > 0 ? sum / total + errors.bias[place]! : Number.NaN;
    });
  let widest: { place: number; values: number[]; span: number } | null = null;
  const length = observed.values.length;
  for (const place of plan.places) {
    const values = means(place);
    const known = values.filter(Number.isFinite);
    if (known.length < 2) continue;
    const span = (Math.max(...known) - Math.min(...known)) / Math.sqrt(errors.covariance[place * length + place]!);
    if (widest === null || span > widest.span) widest = { place, values, span };
  }
  if (widest === null) return [];
  const { place, values } = widest;
  const observable = observableAt(place, observed.rpm.length).name;
  return leading.flatMap((cause, i) =>
    Number.isFinite(values[i]!) ? [{ cause, observable, expected: values[i]! }] : [],
  );
}
