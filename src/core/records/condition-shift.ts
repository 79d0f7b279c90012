/**
 * A second test brought to the conditions of the first: what a sound vehicle would show in either is known by simulation, and the difference
 * is taken off. Pressures kPa, temperatures degC, differences K.
 */
import type { ExpectedRanges } from "../diagnosis/explain/expected-range";
import { type ComparedChannel, comparedChannels } from "../diagnosis/explain/state-channels";

/** Correction to the second test's readings, with its uncertainty. */
export type ConditionShift = Record<ComparedChannel, { by: number; uncertainty: number }>;

/** A shift is itself known to this share. */
const DOUBT = 0.3;

/** From the expected ranges of both tests' conditions. */
export function conditionShift(first: ExpectedRanges, second: ExpectedRanges): ConditionShift {
  return Object.fromEntries(
    comparedChannels.map((channel) => {
      const by = first.ranges[channel].median - second.ranges[channel].median;
      return [channel, { by, uncertainty: DOUBT * Math.abs(by) }];
    }),
  ) as ConditionShift;
}
