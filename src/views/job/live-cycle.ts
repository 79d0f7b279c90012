import { readBeforeCutOut } from "@/core/readings/cycle-reading";
import type { ChannelId, TestSetting } from "@/core/records/job";
import type { LiveValues } from "./live";
import { type Rack, seriesOf } from "./rack-context";

/** The running setting while its clutch cycles: how it swings, and every channel just before the clutch lets go. */
export interface LiveCycle {
  cycle: NonNullable<TestSetting["cycle"]>;
  at: (channel: ChannelId) => number | null;
}

/** Whole cycles are read, not the moment; null while it does not cycle or has not for two whole ones. */
export function liveCycle(rack: Pick<Rack, "samples" | "settingSince">, live: LiveValues): LiveCycle | null {
  const { low } = live.states;
  if (low.state !== "cycling" || live.values.high === null) return null;
  const streamOf = (channel: ChannelId) => seriesOf(rack.samples, channel, rack.settingSince);
  const read = readBeforeCutOut(streamOf("low"), low.period);
  if (read === null) return null;
  return {
    cycle: {
      periodS: Math.round(read.periodS * 10) / 10,
      lowMinKpa: Math.round(read.lowMinKpa),
      lowMaxKpa: Math.round(read.lowMaxKpa),
      lowMeanKpa: Math.round(read.lowMeanKpa),
      highEngagedKpa: Math.round(read.engagedMean(streamOf("high")) ?? live.values.high),
    },
    at: (channel) => read.at(streamOf(channel)),
  };
}
