/** Readings of fresh draws hidden one at a time and foretold from the others: how often the range holds what was read, and how far the middle lies off. */
import { prepare } from "../../src/core/diagnosis/diagnose";
import {
  observe,
  placeOf,
  type SettingObservable,
  settingObservables,
} from "../../src/core/diagnosis/explain/observables";
import { leftOut } from "../../src/core/diagnosis/explain/read-fields";
import { drawTest } from "../../src/core/diagnosis/learn/draw-test";
import { readAs } from "../../src/core/diagnosis/learn/read-as";
import { type Predicted, predictor } from "../../src/core/diagnosis/next-test/predict";
import { posteriorWeights } from "../../src/core/diagnosis/weigh/posterior";
import { weigh } from "../../src/core/diagnosis/weigh/weigh";
import { seededNoise } from "../../src/core/maths/noise";

/** Temperatures and pressures that are read at one engine speed. */
export const foretold = settingObservables.filter((name) => name !== "lineDrop" && name !== "command");

export interface Hidden {
  name: SettingObservable;
  /** degC, as it was read. */
  read: number;
  range: Predicted;
  /** Saturation temperatures that were read beside it, degC; NaN where hidden or not read. */
  condensing: number;
  evaporating: number;
  ambientC: number;
}

/** Number of draws; three in five read in full, the others at both speeds with few clamps. */
export function hiddenReadings(draws: number, seed: number): Hidden[] {
  const noise = seededNoise(seed);
  const found: Hidden[] = [];
  for (let n = 0; n < draws; ) {
    const test = drawTest(noise);
    if (test === null) continue;
    n++;
    const reading = readAs(test, noise, noise.uniform() < 0.6 ? "everything" : "two-speeds", { wild: 0 });
    const whole = observe(reading);
    const prepared = prepare(reading);
    if (!prepared.ok) continue;
    const { hypotheses } = prepared.value;
    for (const name of foretold) {
      const place = (of: SettingObservable) => placeOf(of, 0, whole.rpm.length);
      const read = whole.values[place(name)]!;
      if (Number.isNaN(read)) continue;
      const rest = leftOut(reading, name, 0);
      const observed = observe(rest);
      const { ambientC } = reading.conditions;
      const weights = posteriorWeights(hypotheses, weigh(rest));
      const range = predictor(observed, hypotheses, weights, ambientC).range(place(name), () => true);
      if (range === null) continue;
      const beside = (of: SettingObservable) => observed.values[place(of)]!;
      found.push({
        name,
        read,
        range,
        condensing: beside("condensing"),
        evaporating: beside("evaporating"),
        ambientC,
      });
    }
  }
  return found;
}

/** Whether a range leaves what the laws of a circuit allow beside what was read, within errors (K). */
export function impossible({ name, range, condensing, evaporating, ambientC }: Hidden, errorK = 3.5): boolean {
  if (name === "liquid" || name === "condenserOutlet") return range.high > Math.max(condensing, ambientC + 3) + errorK;
  if (name === "discharge") return range.low < condensing - errorK;
  return name === "suction" && range.low < evaporating - errorK;
}
