/**
 * How sound vehicles of one label differ in the conditions of a test: an ensemble out of the population, each solved as the middle one was. It
 * gives the band that a reason is told with, and how far a reading that is still to come may lie from the middle.
 */
import { makePlant } from "../../circuit/steady/plant";
import { sizeVehicle } from "../../circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../../circuit/vehicle/vehicle";
import { stratifiedNormals } from "../../maths/noise";
import { type ObservableName, observableAt, placeOf, type Shown, show } from "./observables";

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
export const DOUBT: Record<ObservableName, number> = {
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
  const away = gaps.map((gap) => gap.map((value, place) => value - bias[place]!));
  const base = Array.from({ length }, (_, place) => basePlace(place, settings));
  const apart = away.map((gap) => gap.map((value, place) => value - (base[place] === null ? 0 : gap[base[place]!]!)));
  const kept = covarianceOf(apart, length);
  for (let i = 0; i < length; i++)
    for (let j = 0; j < length; j++) if (i !== j) kept[i * length + j]! *= KEPT_CORRELATION;
  const plain = covarianceOf(away, length);
  for (let i = 0; i < length; i++) {
    for (let j = 0; j <= i; j++) {
      // Back from differences to the readings themselves.
      let value = kept[i * length + j]!;
      if (base[i] !== null) value += kept[base[i]! * length + j]!;
      if (base[j] !== null) value += kept[i * length + base[j]!]!;
      if (base[i] !== null && base[j] !== null) value += kept[base[i]! * length + base[j]!]!;
      if (i === j) value = plain[i * length + i]!;
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

/**
 * A reading hangs on another of its setting: lines and air behind the condenser on the pressure there, suction line and vent on what boils. What
 * few cars overstate is how the rest hangs together: correlations are shrunk between these differences.
 */
const hangsOn: Partial<Record<ObservableName, ObservableName>> = {
  liquid: "condensing",
  discharge: "condensing",
  condenserOutlet: "condensing",
  suction: "evaporating",
  vent: "evaporating",
};

function basePlace(place: number, settings: number): number | null {
  const { name, setting } = observableAt(place, settings);
  const base = hangsOn[name];
  return base === undefined || setting === null ? null : placeOf(base, setting, settings);
}

/** Row by row; 0 where two places were never shown together. */
function covarianceOf(away: readonly Float64Array[], length: number): Float64Array {
  const covariance = new Float64Array(length * length);
  for (let i = 0; i < length; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      let count = 0;
      for (const gap of away) {
        const product = gap[i]! * gap[j]!;
        if (!Number.isFinite(product)) continue;
        sum += product;
        count++;
      }
      covariance[i * length + j] = count === 0 ? 0 : sum / count;
      covariance[j * length + i] = covariance[i * length + j]!;
    }
  }
  return covariance;
}

/** Spreads on either side of the middle between which nine in ten lie. */
const NINE_IN_TEN = 1.645;
