/**
 * Why a cause is as probable as it is, from the numbers that made it so: each reading, held against what a sound vehicle would show and
 * against what this cause would. Reasons are data; the sentence is made where it is shown.
 */
import { type ErrorModel, MOVE_DOUBT } from "./discrepancy";
import type { Hypotheses } from "./hypotheses";
import { type ObservableName, type Observed, observableAt, placeOf } from "./observables";

export interface Reason {
  observable: ObservableName;
  /** Engine speed at which it was read; null for what is read once. */
  rpm: number | null;
  /** Reading minus what a sound vehicle would show, in the observable's unit. */
  deviation: number;
  /** How far this cause would move it from there. */
  move: number;
  /** What a sound vehicle would show; pressures still as saturation temperatures, degC. */
  expected: number;
  /** Log likelihood against the field; positive speaks for the cause. */
  weight: number;
}

/** A reason is worth a line when it shifts the odds by at least this factor. */
const LEAST_WEIGHT = Math.log(1.5);

/**
 * Reasons for and against a share of the hypotheses, the weightiest first, at most one an observable.
 * @param weights posterior of every hypothesis; @param chosen which of them are this cause.
 */
export function reasonsFor(
  observed: Observed,
  hypotheses: Hypotheses,
  errors: ErrorModel,
  weights: Float64Array,
  chosen: (index: number) => boolean,
  places: readonly number[],
): { for: Reason[]; against: Reason[] } {
  const length = observed.values.length;
  const { sound, all } = hypotheses;
  const best = new Map<ObservableName, Reason>();
  for (const place of places) {
    const read = observed.values[place]!;
    const base = sound.values[place]! + errors.bias[place]!;
    if (Number.isNaN(base)) continue;
    const spread = errors.covariance[place * length + place]!;
    const density = (index: number) => {
      const shown = all[index]!.shown.values[place]!;
      if (Number.isNaN(shown)) return 1e-6;
      const move = shown - sound.values[place]!;
      const variance = spread + (MOVE_DOUBT * move) ** 2;
      const gap = read - base - move;
      // Tails as heavy as a wild reading needs.
      return (
        0.98 * Math.exp((-gap * gap) / (2 * variance)) * (1 / Math.sqrt(variance)) + 0.02 / (6 * Math.sqrt(spread))
      );
    };
    let own = 0;
    let ownWeight = 0;
    let others = 0;
    let othersWeight = 0;
    let move = 0;
    for (let i = 0; i < all.length; i++) {
      const mine = chosen(i);
      // Against all that comes in: look-alikes share their reasons, they do not lose them to each other.
      const weight = mine ? weights[i]! : all[i]!.prior;
      if (mine) {
        own += weight * density(i);
        ownWeight += weight;
        const shown = all[i]!.shown.values[place]!;
        if (!Number.isNaN(shown)) move += weight * (shown - sound.values[place]!);
      } else {
        others += weight * density(i);
        othersWeight += weight;
      }
    }
    if (ownWeight <= 0 || othersWeight <= 0) continue;
    const { name, setting } = observableAt(place, observed.rpm.length);
    const weight = Math.log(own / ownWeight) - Math.log(others / othersWeight);
    const deviation = read - base;
    const reason: Reason = {
      observable: name,
      rpm: setting === null ? null : observed.rpm[setting]!,
      deviation,
      move: move / ownWeight,
      expected: base,
      weight,
    };
    const known = best.get(name);
    if (!known || Math.abs(weight) > Math.abs(known.weight)) best.set(name, reason);
  }
  const reasons = [...best.values()].filter(({ weight }) => Math.abs(weight) >= LEAST_WEIGHT);
  const byWeight = (a: Reason, b: Reason) => Math.abs(b.weight) - Math.abs(a.weight);
  return {
    for: reasons.filter(({ weight }) => weight > 0).sort(byWeight),
    against: reasons.filter(({ weight }) => weight < 0).sort(byWeight),
  };
}

/** Whether the reading stands in the vector at all. */
export function wasRead(observed: Observed, name: ObservableName, setting: number): boolean {
  return !Number.isNaN(observed.values[placeOf(name, setting, observed.rpm.length)]!);
}
