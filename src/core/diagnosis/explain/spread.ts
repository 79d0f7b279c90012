/**
 * Spread of a reading about a simulated one: bias and covariance of the sound vehicles of one label about the median, with errors of instruments and
 * model. Predictions and reasons rest on it.
 */
import type { VehicleLabel } from "../../circuit/vehicle/vehicle";
import { readingSd } from "./expected-range";
import { observableAt, placeOf, type Shown } from "./observables";
import { baseOf } from "./quantities";
import type { SoundVehicle } from "./sound-vehicles";

export interface Spread {
  /** Middle of the ensemble minus the middle vehicle, place by place; and the covariance about it, row by row. */
  bias: Float64Array;
  covariance: Float64Array;
}

/** So few vehicles overstate how their readings hang together. */
const KEPT_CORRELATION = 0.75;

/**
 * @param middle the middle vehicle of the label, on which hypotheses are simulated
 * @returns vectors of the length of its values; 0 where no sound vehicle shows anything
 */
export function spreadOf(
  sound: readonly SoundVehicle[],
  middle: Shown,
  settings: number,
  metering: VehicleLabel["metering"],
): Spread {
  const length = middle.values.length;
  const bias = new Float64Array(length);
  const covariance = new Float64Array(length * length);
  const gaps = sound.map(({ shown }) => shown.values.map((value, place) => value - middle.values[place]!));
  for (let i = 0; i < length; i++) {
    const own = gaps.map((gap) => gap[i]!).filter(Number.isFinite);
    bias[i] = own.length === 0 ? 0 : own.reduce((sum, gap) => sum + gap, 0) / own.length;
  }
  const away = gaps.map((gap) => gap.map((value, place) => value - bias[place]!));
  const base = Array.from({ length }, (_, place) => basePlace(place, settings));
  // Correlations are shrunk between readings and the one that each hangs on: what few vehicles overstate is how the rest hangs together.
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
    const sd = readingSd(observableAt(i, settings).name, metering);
    covariance[i * length + i] = covariance[i * length + i]! + sd * sd;
  }
  return { bias, covariance };
}

function basePlace(place: number, settings: number): number | null {
  const { name, setting } = observableAt(place, settings);
  const base = baseOf(name);
  return base === null || setting === null ? null : placeOf(base, setting, settings);
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
