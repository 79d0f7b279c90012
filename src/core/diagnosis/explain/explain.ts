/**
 * Why a cause is as probable as it is: each reading is left out in turn, and what that does to the cause is what the reading said. Beside it
 * stands the band in which nine in ten sound vehicles of this label lie today. Reasons are data; the sentence is made where it is shown.
 */

import { type Cause, causes } from "../../causes/catalogue";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { presences, weigh } from "../weigh/weigh";
import type { Hypotheses } from "./hypotheses";
import {
  type ObservableName,
  type Observed,
  observableAt,
  onceObservables,
  placeOf,
  settingObservables,
} from "./observables";

export interface Reason {
  observable: ObservableName | "swing";
  /** Engine speed at which it was read; null for what is read once. */
  rpm: number | null;
  /** What was read, in the observable's measure; pressures as saturation temperatures, degC. A swing: from lowest to highest, K. */
  read: number;
  /** Where nine in ten such cars lie today; null where that is not told. */
  band: { low: number; high: number } | null;
  /** What it would be with this cause in the middle vehicle; null where that is not told. */
  withCause: number | null;
  /** How far it moved the log odds of the cause; positive speaks for it. */
  weight: number;
}

export type Reasons = Record<Cause, { for: Reason[]; against: Reason[] }>;

/** A reason is worth a line when it shifts the odds by at least this factor. */
const LEAST_WEIGHT = Math.log(1.4);

/** Where each observable stands in a reading file. */
export const fieldOf: Record<ObservableName, keyof RunningSetting | "rest" | "equalise" | "recoveredG"> = {
  evaporating: "lowKpa",
  condensing: "highKpa",
  vent: "ventC",
  suction: "suctionLineC",
  liquid: "liquidLineC",
  discharge: "dischargeLineC",
  condenserInlet: "condenserInletAirC",
  condenserOutlet: "condenserOutletAirC",
  lineDrop: "meteringInletC",
  command: "compressorDutyPct",
  rest: "rest",
  meeting: "equalise",
  charge: "recoveredG",
};

/** Reasons for and against every cause, the weightiest first. Without simulated hypotheses there are no bands, only weights. */
export function reasonsOf(
  reading: ReadingFile,
  observed: Observed,
  hypotheses: Hypotheses | null,
  weights: Float64Array | null,
): Reasons {
  const whole = logOdds(reading);
  const found = Object.fromEntries(causes.map((cause) => [cause, { for: [], against: [] }])) as unknown as Reasons;
  const settings = observed.rpm.length;
  const strangeness = (place: number) => {
    if (hypotheses === null) return 0;
    const { low, high } = hypotheses.spread;
    const middle = (low[place]! + high[place]!) / 2;
    return Math.abs(observed.values[place]! - middle) / Math.max(high[place]! - low[place]!, 0.1);
  };
  /** Where an observable is told: at the speed at which it lies farthest from its band. */
  const told = observableNames.flatMap((name) => {
    const places = placesOf(observed, name);
    return places.length === 0
      ? []
      : [{ name, place: places.reduce((best, next) => (strangeness(next) > strangeness(best) ? next : best)) }];
  });
  const reasonAt = (place: number, cause: Cause, weight: number): Reason => {
    const { name, setting } = observableAt(place, settings);
    const low = hypotheses?.spread.low[place] ?? Number.NaN;
    const high = hypotheses?.spread.high[place] ?? Number.NaN;
    return {
      observable: name,
      rpm: setting === null ? null : observed.rpm[setting]!,
      read: observed.values[place]!,
      band: Number.isFinite(low) && Number.isFinite(high) ? { low, high } : null,
      withCause: hypotheses && weights ? expectedUnder(cause, hypotheses, weights, place) : null,
      weight,
    };
  };
  const add = (weights: Record<Cause, number>, make: (cause: Cause, weight: number) => Reason) => {
    for (const cause of causes) {
      const weight = weights[cause];
      if (!(Math.abs(weight) >= LEAST_WEIGHT)) continue;
      found[cause][weight > 0 ? "for" : "against"].push(make(cause, weight));
    }
  };
  for (const { name, place } of told) {
    const without = logOdds(leftOut(reading, name, null));
    add(difference(whole, without), (cause, weight) => reasonAt(place, cause, weight));
  }
  const nothing = logOdds(bare(reading));
  // Where every reading only says what the others say already, each is asked alone.
  const silent = causes.filter(
    (cause) => found[cause].for.length === 0 && whole[cause] - nothing[cause] > LEAST_WEIGHT,
  );
  if (silent.length > 0) {
    for (const { name, place } of told) {
      const alone = logOdds(only(reading, name));
      for (const cause of silent) {
        const weight = alone[cause] - nothing[cause];
        if (weight >= LEAST_WEIGHT) found[cause].for.push(reasonAt(place, cause, weight));
      }
    }
  }
  for (const [i, swing] of observed.swings.entries()) {
    if (!swing || Number.isNaN(swing.widthK)) continue;
    add(difference(whole, logOdds(withoutSwing(reading, i))), (_, weight) => ({
      observable: "swing",
      rpm: observed.rpm[i]!,
      read: swing.widthK,
      band: null,
      withCause: null,
      weight,
    }));
  }
  const byWeight = (a: Reason, b: Reason) => Math.abs(b.weight) - Math.abs(a.weight);
  for (const cause of causes) {
    // One line an observable: the speed at which it says most.
    for (const way of ["for", "against"] as const) {
      const sorted = found[cause][way].sort(byWeight);
      found[cause][way] = sorted.filter(
        (one, i) => sorted.findIndex((other) => other.observable === one.observable) === i,
      );
    }
  }
  return found;
}

function logOdds(reading: ReadingFile): Record<Cause, number> {
  const present = presences(weigh(reading));
  return Object.fromEntries(
    causes.map((cause) => {
      const p = Math.min(Math.max(present[cause], 1e-6), 1 - 1e-6);
      return [cause, present[cause] === 0 ? Number.NaN : Math.log(p / (1 - p))];
    }),
  ) as Record<Cause, number>;
}

function difference(a: Record<Cause, number>, b: Record<Cause, number>): Record<Cause, number> {
  return Object.fromEntries(causes.map((cause) => [cause, a[cause] - b[cause]])) as Record<Cause, number>;
}

function placesOf(observed: Observed, name: ObservableName): number[] {
  const settings = observed.rpm.length;
  const places = onceNames.includes(name)
    ? [placeOf(name, 0, settings)]
    : observed.rpm.map((_, i) => placeOf(name, i, settings));
  return places.filter((place) => !Number.isNaN(observed.values[place]!));
}

const onceNames: readonly ObservableName[] = onceObservables;
const observableNames: readonly ObservableName[] = [...settingObservables, ...onceObservables];

/** Vehicle and day alone. */
function bare(reading: ReadingFile): ReadingFile {
  return {
    ...reading,
    rest: null,
    equalise: null,
    recoveredG: null,
    observations: null,
    running: (reading.running ?? []).map(({ rpm }) => ({ rpm })),
  };
}

/** Vehicle, day, and one observable. */
function only(reading: ReadingFile, name: ObservableName): ReadingFile {
  const field = fieldOf[name];
  const empty = bare(reading);
  if (onceNames.includes(name)) return { ...empty, [field]: reading[field as "rest"] };
  const running = (reading.running ?? []).map((one) => ({ rpm: one.rpm, [field]: one[field as "ventC"] }));
  return { ...empty, running };
}

/** The reading without one of its values; without a setting, at every speed. */
export function leftOut(reading: ReadingFile, name: ObservableName, setting: number | null): ReadingFile {
  const field = fieldOf[name];
  if (onceNames.includes(name)) return { ...reading, [field]: null };
  const running = (reading.running ?? []).map((one, i) => {
    if (setting !== null && i !== setting) return one;
    // A mean stands for its swing, too.
    return name === "evaporating"
      ? { ...one, lowKpa: null, lowMinKpa: null, lowMaxKpa: null }
      : { ...one, [field]: null };
  });
  return { ...reading, running };
}

function withoutSwing(reading: ReadingFile, setting: number): ReadingFile {
  const running = (reading.running ?? []).map((one, i) =>
    i === setting ? { ...one, lowMinKpa: null, lowMaxKpa: null, cyclePeriodS: null } : one,
  );
  return { ...reading, running };
}

function expectedUnder(cause: Cause, { all, spread }: Hypotheses, weights: Float64Array, place: number): number | null {
  let sum = 0;
  let total = 0;
  for (const [i, { causes: acting, shown }] of all.entries()) {
    const value = shown.values[place]!;
    if (Number.isNaN(value) || acting.length > 1 || acting[0]!.cause !== cause) continue;
    sum += weights[i]! * (value + spread.bias[place]!);
    total += weights[i]!;
  }
  return total > 1e-9 ? sum / total : null;
}

/** Whether the reading stands in the vector at all. */
export function wasRead(observed: Observed, name: ObservableName, setting: number): boolean {
  return !Number.isNaN(observed.values[placeOf(name, setting, observed.rpm.length)]!);
}
