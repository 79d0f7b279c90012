/**
 * Reading a circuit whose clutch cycles: the low side falls while the clutch is in and turns when it lets go, so the moments
 * just before cut-out are its troughs. There, and only there, all channels belong to one running state.
 */
import { lastSeconds, type Sample } from "./stream-state";

export interface CycleReading {
  /** Whole cycles it rests on. */
  cycles: number;
  periodS: number;
  lowMinKpa: number;
  lowMaxKpa: number;
  lowMeanKpa: number;
  /** Mean of a channel just before the cut-outs; null where it has a gap there. */
  at: (channel: readonly Sample[]) => number | null;
  /** Mean of a channel while the clutch was in; null where it has nothing. */
  engagedMean: (channel: readonly Sample[]) => number | null;
  /** Mean of a channel over the whole cycles. */
  mean: (channel: readonly Sample[]) => number | null;
}

/** Cycles looked at, and what still counts as just before a cut-out: a tenth of the period, at most this, s. */
const CYCLES = 4;
const JUST_BEFORE_S = 1.2;

/** The last cycles of the low side, at a period found before; null while there are not two whole ones. */
export function readBeforeCutOut(low: readonly Sample[], periodS: number): CycleReading | null {
  const recent = lastSeconds(low, (CYCLES + 1) * periodS);
  const troughs = turns(recent, periodS, -1);
  const peaks = turns(recent, periodS, 1);
  if (troughs.length < 3 || peaks.length < 2) return null;
  const from = troughs[0]!.time;
  const to = troughs.at(-1)!.time;
  const cutOuts = troughs.slice(1).map(({ time }) => time);
  const engaged = cutOuts.map((end) => {
    const start = peaks.filter(({ time }) => time < end).at(-1)?.time ?? end - periodS / 2;
    return [start, end] as const;
  });
  const justBefore = Math.min(JUST_BEFORE_S, 0.1 * periodS);
  const meanOf = (channel: readonly Sample[], counts: (time: number) => boolean) => {
    let sum = 0;
    let count = 0;
    for (const { time, value } of channel) {
      if (time < from || time > to || !counts(time)) continue;
      sum += value;
      count++;
    }
    return count > 0 ? sum / count : null;
  };
  const average = (samples: readonly Sample[]) => samples.reduce((sum, { value }) => sum + value, 0) / samples.length;
  const mean = (channel: readonly Sample[]) => meanOf(channel, () => true);
  return {
    cycles: troughs.length - 1,
    periodS: (to - from) / (troughs.length - 1),
    lowMinKpa: average(troughs),
    lowMaxKpa: average(peaks),
    lowMeanKpa: mean(low)!,
    at: (channel) => meanOf(channel, (time) => cutOuts.some((cut) => time > cut - justBefore && time <= cut)),
    engagedMean: (channel) => meanOf(channel, (time) => engaged.some(([start, end]) => time >= start && time <= end)),
    mean,
  };
}

/** Troughs (sign -1) or peaks (+1): the extreme of each stretch about half a period around it. */
function turns(samples: readonly Sample[], periodS: number, sign: 1 | -1): Sample[] {
  const found: Sample[] = [];
  const reach = 0.4 * periodS;
  const first = samples[0]?.time ?? 0;
  const last = samples.at(-1)?.time ?? 0;
  let from = 0;
  for (const sample of samples) {
    // An extreme at the edge of the record may not be one.
    if (sample.time < first + 0.1 * periodS || sample.time > last - 0.1 * periodS) continue;
    while (samples[from]!.time < sample.time - reach) from++;
    let extreme = true;
    for (let i = from; i < samples.length && samples[i]!.time <= sample.time + reach; i++) {
      const difference = sign * (samples[i]!.value - sample.value);
      if (difference > 0 || (difference === 0 && samples[i]!.time < sample.time)) {
        extreme = false;
        break;
      }
    }
    if (extreme) found.push(sample);
  }
  return found;
}
