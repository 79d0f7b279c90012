/**
 * Why a reading stands where it does: this very vehicle with its fault beside itself when sound, both solved without instrument errors. Words for it
 * stand in words/mechanisms.ts. Pressures kPa gauge, temperatures degC.
 */
import { channels } from "../readings/channels";
import { type DrillChannel, drillChannels } from "./drill-acts";
import { type DrillCase, truthOfCase } from "./drill-case";
import { type Shown, shownBy } from "./drill-check";
import type { Speed } from "./drill-readings";
import type { CaseFault } from "./drill-troubles";

export interface Mechanism {
  channel: DrillChannel;
  speed: Speed;
  /** This vehicle without the fault. */
  sound: number;
  direction: "above" | "below" | "same";
  /** The cause that does it; null where none is in the vehicle. */
  cause: CaseFault | null;
}

/** Less than this is no difference: kPa low, kPa high, K and %. */
const SAME: Partial<Record<DrillChannel, number>> = { low: 12, high: 45 };
const SAME_OTHER = 1.5;
const scaleOf = (channel: DrillChannel) => SAME[channel] ?? SAME_OTHER;

/** A reading that moves the probability of the truth by this much is explained. */
const DECISIVE = 0.08;

export const isDecisive = (before: number, after: number): boolean => Math.abs(after - before) >= DECISIVE;

export interface Explained {
  faulty: Shown | null;
  sound: Shown | null;
}

export const explain = (given: DrillCase): Explained => ({ faulty: shownBy(given), sound: shownBy(given, true) });

/** The most telling of some new readings ("idle lowKpa"), explained; null where none of them is of the running vehicle. */
export function mechanismOf(given: DrillCase, { faulty, sound }: Explained, news: readonly string[]): Mechanism | null {
  if (faulty === null || sound === null) return null;
  const [cause = null] = truthOfCase(given);
  const found = news.flatMap((one): (Mechanism & { weight: number })[] => {
    const [speed, field] = one.split(" ");
    if (speed !== "idle" && speed !== "fast") return [];
    const channel = drillChannels.find((candidate) => channels[candidate].field === field);
    const [a, b] = [faulty.running[speed], sound.running[speed]];
    if (channel === undefined || a === undefined || b === undefined) return [];
    const difference = a[channel] - b[channel];
    const weight = Math.abs(difference) / scaleOf(channel);
    const direction = weight < 1 ? "same" : difference > 0 ? "above" : "below";
    return [{ channel, speed, sound: b[channel], direction, cause, weight }];
  });
  const [most] = found.sort((a, b) => b.weight - a.weight);
  if (most === undefined) return null;
  const { weight: _, ...mechanism } = most;
  return mechanism;
}
