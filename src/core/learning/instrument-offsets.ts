/**
 * Thermometers that deviate systematically: what each test suggests of a thermometer (diagnosis/weigh/thermometer-offset.ts), put together over
 * many vehicles. One vehicle differs from its label's usual; forty differ from it in all directions, and a clamp only in its own.
 */
import { type Thermometer, type ThermometerOffset, thermometers } from "../readings/thermometers";

export interface InstrumentOffset {
  thermometer: Thermometer;
  vehicles: number;
  /** Mean of what the vehicles suggest, K, with its standard deviation. */
  offsetK: number;
  sdK: number;
  /** Far and certain enough to be checked. */
  deviates: boolean;
}

/** One vehicle that lies this many of its standard deviations off counts as if it lay there: a slipped clamp is no offset. */
const MOST_SPREADS = 2.5;
/** A test that leaves this much open says nothing, K. */
const MOST_SD_K = 6;
/** Fewer vehicles show nothing. */
const LEAST_VEHICLES = 16;
/** A smaller offset is not worth a check, K. */
const LEAST_OFFSET_K = 2;
/** Offsets of sound thermometers, standard deviation, K. */
const USUAL_OFFSET_K = 0.6;
/**
 * Least certainty of an offset, in standard deviations of what a sound thermometer would show. A clamp for both lines is the usual case; one channel
 * alone is also moved by what the vehicles of a workshop have in common. Chosen on simulated workshops and measured on others (docs/accuracy.md).
 */
const LEAST_SPREADS: Record<Thermometer, number> = { clamp: 2.8, suction: 4.5, liquid: 4.5, vent: 4.5 };

/** So many of the newest vehicles count: a thermometer goes off one day, and was right before. */
const NEWEST = 60;

/** Offset of each thermometer over the newest of these tests, one list a vehicle, the oldest first. */
export function instrumentOffsets(tests: readonly (readonly ThermometerOffset[])[]): InstrumentOffset[] {
  const byName = new Map<Thermometer, ThermometerOffset[]>();
  for (const one of tests.flat()) {
    if (one.sdK > MOST_SD_K) continue;
    const its = byName.get(one.thermometer);
    if (its === undefined) byName.set(one.thermometer, [one]);
    else its.push(one);
  }
  return [...byName].map(([thermometer, all]) => {
    const newest = all.slice(-NEWEST);
    return { thermometer, vehicles: newest.length, ...together(thermometer, newest) };
  });
}

/** Offsets that ask for a check: a clamp on both lines explains what either line alone would say. */
export function offsetsToCheck(offsets: readonly InstrumentOffset[]): InstrumentOffset[] {
  const off = offsets.filter(({ deviates }) => deviates);
  const clamp = off.some(({ thermometer }) => thermometer === "clamp");
  const explained: readonly Thermometer[] = clamp ? thermometers.clamp : [];
  return off.filter(({ thermometer }) => !explained.includes(thermometer));
}

/** Mean weighted by what each vehicle leaves open, its outliers drawn in around the median. */
function together(
  thermometer: Thermometer,
  all: readonly ThermometerOffset[],
): Pick<InstrumentOffset, "offsetK" | "sdK" | "deviates"> {
  const middle = [...all].sort((a, b) => a.offsetK - b.offsetK)[all.length >> 1]!.offsetK;
  let weights = 0;
  let sum = 0;
  for (const { offsetK, sdK } of all) {
    const most = MOST_SPREADS * sdK;
    const drawnIn = middle + Math.min(Math.max(offsetK - middle, -most), most);
    weights += 1 / sdK ** 2;
    sum += drawnIn / sdK ** 2;
  }
  const offsetK = sum / weights;
  const sdK = Math.sqrt(1 / weights);
  const certain = Math.abs(offsetK) / Math.hypot(sdK, USUAL_OFFSET_K) >= LEAST_SPREADS[thermometer];
  const deviates = all.length >= LEAST_VEHICLES && Math.abs(offsetK) >= LEAST_OFFSET_K && certain;
  return { offsetK, sdK, deviates };
}
