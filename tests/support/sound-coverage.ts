/** Readings of fresh sound draws held against the expected range: how often they lie inside, by quantity, build and engine speed. */

import { rangesOfTest } from "../../src/core/diagnosis/explain/expected-range";
import { labelOfReading } from "../../src/core/diagnosis/explain/hypotheses";
import { observe } from "../../src/core/diagnosis/explain/observables";
import {
  isRunning,
  measureOf,
  onceQuantities,
  type Quantity,
  quantityContext,
  runningQuantities,
  shownOf,
} from "../../src/core/diagnosis/explain/quantities";
import { ensembleOf, solveSound } from "../../src/core/diagnosis/explain/sound-vehicles";
import { drawTest } from "../../src/core/diagnosis/learn/draw-test";
import { readAs } from "../../src/core/diagnosis/learn/read-as";
import { seededNoise } from "../../src/core/maths/noise";

export interface SoundReadingHeld {
  quantity: Quantity;
  build: string;
  speed: "idle" | "fast" | "once";
  /** Below, inside or above the expected range. */
  side: -1 | 0 | 1;
}

const FAST_RPM = 1200;

/** Every quantity that was read of so many sound draws, each read in full without slips. */
export function soundReadingsHeld(draws: number, seed: number): SoundReadingHeld[] {
  const noise = seededNoise(seed);
  const held: SoundReadingHeld[] = [];
  for (let n = 0; n < draws; ) {
    const test = drawTest(noise);
    if (test === null || test.faults.length > 0) continue;
    n++;
    const reading = readAs(test, noise, "everything", { wild: 0 });
    const observed = observe(reading);
    const settings = observed.rpm.length;
    const ensemble = ensembleOf(labelOfReading(reading));
    const soakC = reading.rest?.soakC ?? reading.conditions.ambientC;
    const sound = solveSound(ensemble, reading.conditions, observed.rpm, soakC);
    const ranges = rangesOfTest(sound, ensemble.vehicles.length, settings, reading);
    const context = quantityContext(reading);
    const build = `${reading.vehicle.metering}, ${reading.vehicle.compressor.split("-")[0]}`;
    for (const quantity of [...runningQuantities, ...onceQuantities]) {
      const once = !isRunning(quantity);
      for (const setting of once ? [0] : observed.rpm.keys()) {
        const measure = measureOf(quantity, observed.values, setting, settings, context);
        const range = ranges[setting]![quantity];
        // A time after which the sides were still apart is a bound, not a reading.
        if (!Number.isFinite(measure) || !range || (quantity === "equalisation" && observed.stillApart)) continue;
        const value = shownOf(quantity, measure, context);
        const speed = once ? "once" : observed.rpm[setting]! > FAST_RPM ? "fast" : "idle";
        held.push({ quantity, build, speed, side: value < range.low ? -1 : value > range.high ? 1 : 0 });
      }
    }
  }
  return held;
}
