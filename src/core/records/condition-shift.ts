/**
 * A second test brought to the conditions of the first: what a sound vehicle would show in either is known by simulation, and the difference
 * is taken off. Pressures kPa, temperatures degC, differences K.
 */
import type { BandChannel, ExpectedBands } from "../diagnosis/explain/expected";

/** What is to be added to the second test's readings, and how far that is doubted. */
export type ConditionShift = Record<BandChannel, { by: number; uncertainty: number }>;

/** A shift is itself known to this share. */
const DOUBT = 0.3;

/** From the bands of both tests' conditions. */
export function conditionShift(first: ExpectedBands, second: ExpectedBands): ConditionShift {
  return Object.fromEntries(
    Object.entries(first.bands).map(([channel, band]) => {
      const by = band.median - second.bands[channel as BandChannel].median;
      return [channel, { by, uncertainty: DOUBT * Math.abs(by) }];
    }),
  ) as ConditionShift;
}
