/** Quality of an ensemble on drawn tests that it has not seen. */
import type { NoiseSource } from "../../maths/noise";
import { CLASSES } from "../weigh/classes";
import { featuresOf } from "../weigh/features";
import { askEnsemble, type Learned, type LearnedHeader } from "../weigh/network";
import { scaleRow } from "../weigh/scales";
import type { TrueTest } from "./draw-test";
import { readAs } from "./read-as";
import { targetOf } from "./train";

const BINS = 10;

/**
 * Each test is read once. Log loss (natural) of the classes; share in which the likeliest class is the true one; expected calibration error of
 * all probabilities given; share of true charges inside the range that is told.
 */
export function judgeLearned(
  learned: Learned,
  tests: readonly TrueTest[],
  noise: NoiseSource,
): LearnedHeader["figures"] {
  const said = new Float64Array(BINS);
  const was = new Float64Array(BINS);
  let logLoss = 0;
  let first = 0;
  let inside = 0;
  for (const test of tests) {
    const row = featuresOf(readAs(test, noise));
    scaleRow(row, learned.scales);
    const { classes, charge } = askEnsemble(learned, row);
    const target = targetOf(test);
    logLoss -= Math.log(Math.max(classes[target.class]!, 1e-9));
    if (classes[target.class] === Math.max(...classes)) first++;
    if (target.lnCharge >= charge[0]! && target.lnCharge <= charge[2]!) inside++;
    for (const [k, p] of classes.entries()) {
      const bin = Math.min(Math.floor(p * BINS), BINS - 1);
      said[bin] = said[bin]! + p;
      was[bin] = was[bin]! + (k === target.class ? 1 : 0);
    }
  }
  const missed = said.reduce((sum, p, bin) => sum + Math.abs(p - was[bin]!), 0);
  const n = tests.length;
  return { logLoss: logLoss / n, first: first / n, calibration: missed / (n * CLASSES), chargeInside: inside / n };
}
