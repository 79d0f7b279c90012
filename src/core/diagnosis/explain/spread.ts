/**
 * How sound vehicles of one label differ in the conditions of a test: an ensemble out of the population, each solved as the middle one was. It
 * gives the band that a reason is told with, and how far a reading that is still to come may lie from the middle.
 */
import { makePlant } from "../../circuit/steady/plant";
import { sizeVehicle } from "../../circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../../circuit/vehicle/vehicle";
import { stratifiedNormals } from "../../maths/noise";
import { type ObservableName, observableAt, type Shown, show } from "./observables";

export interface Spread {
  /** Middle of the ensemble minus the middle vehicle, place by place; and the covariance about it, row by row. */
  bias: Float64Array;
  covariance: Float64Array;
  /** Between which nine in ten lie, in the observable's own measure. */
  low: Float64Array;
  high: Float64Array;
}

const MEMBERS = 14;
const SEED = 5;
/** So few cars overstate how their readings hang together. */
const KEPT_CORRELATION = 0.75;
/** Errors of instrument and model that come on top of how cars differ: K, but %, ln s and shares where a place has them. */
const DOUBT: Record<ObservableName, number> = {
  evaporating: 1.3,
  condensing: 2,
  vent: 1.3,
  suction: 2.2,
  liquid: 1.8,
  discharge: 7,
  condenserInlet: 1.4,
  condenserOutlet: 2.8,
  lineDrop: 1.2,
  command: 9,
  rest: 1.4,
  meeting: 0.45,
  charge: 0.035,
};

const ensembles = new Map<string, CircuitVehicle[]>();
const KEPT = 8;

function ensembleFor(label: VehicleLabel): CircuitVehicle[] {
  const key = JSON.stringify(label);
  const known = ensembles.get(key);
  if (known) return known;
  const made = stratifiedNormals(MEMBERS, SEED).flatMap((draw) => {
    const sized = sizeVehicle(label, draw);
    return sized.ok ? [sized.value] : [];
  });
  ensembles.set(key, made);
  if (ensembles.size > KEPT) ensembles.delete(ensembles.keys().next().value!);
  return made;
}

export function spreadOf(
  label: VehicleLabel,
  conditions: readonly CircuitConditions[],
  soakC: number,
  middle: Shown,
): Spread {
  const length = middle.values.length;
  const shown = ensembleFor(label).flatMap((vehicle) => {
    const one = show(
      conditions.map((at) => makePlant(vehicle, at, [])),
      soakC,
      label.chargeG,
      middle.points,
      false,
    );
    return one === null || one.standing ? [] : [one.values];
  });
  const settings = conditions.length;
  const bias = new Float64Array(length);
  const covariance = new Float64Array(length * length);
  const low = new Float64Array(length).fill(Number.NaN);
  const high = new Float64Array(length).fill(Number.NaN);
  const gaps = shown.map((values) => values.map((value, place) => value - middle.values[place]!));
  for (let i = 0; i < length; i++) {
    const own = gaps.map((gap) => gap[i]!).filter(Number.isFinite);
    bias[i] = own.length === 0 ? 0 : own.reduce((sum, gap) => sum + gap, 0) / own.length;
  }
  for (let i = 0; i < length; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      let count = 0;
      for (const gap of gaps) {
        const product = (gap[i]! - bias[i]!) * (gap[j]! - bias[j]!);
        if (!Number.isFinite(product)) continue;
        sum += product;
        count++;
      }
      const value = count === 0 ? 0 : (i === j ? 1 : KEPT_CORRELATION) * (sum / count);
      covariance[i * length + j] = value;
      covariance[j * length + i] = value;
    }
    const doubt = DOUBT[observableAt(i, settings).name];
    covariance[i * length + i] = covariance[i * length + i]! + doubt * doubt;
    const sd = Math.sqrt(covariance[i * length + i]!);
    const at = middle.values[i]! + bias[i]!;
    low[i] = at - NINE_IN_TEN * sd;
    high[i] = at + NINE_IN_TEN * sd;
  }
  return { bias, covariance, low, high };
}

/** Spreads on either side of the middle between which nine in ten lie. */
const NINE_IN_TEN = 1.645;
