/** Puts what several live sources say together into one stream: at each tick every channel as it was said last, as long as that is fresh. Times s. */
import { type ChannelId, channelIds } from "../channels";
import type { LiveReadings } from "./live-decoder";

/** A value counts so long; an instrument that sends seldom keeps it for this many of its own intervals. */
const FRESH_S = 3;
const INTERVALS = 3;
const LONGEST_FRESH_S = 20;

export type LiveSample = { time: number } & Record<ChannelId, number | null>;

interface Held {
  value: number;
  atS: number;
  /** Usual time between two values; null before the second. */
  everyS: number | null;
}

export class LiveAssembler {
  private readonly held = new Map<ChannelId, Held>();

  /** Takes readings that arrived at `atS`, on the clock of whoever receives them. */
  take(readings: LiveReadings, atS: number): void {
    for (const channel of channelIds) {
      const value = readings[channel];
      if (value === undefined) continue;
      const before = this.held.get(channel);
      const gap = before === undefined ? null : atS - before.atS;
      const everyS =
        gap === null || gap > LONGEST_FRESH_S ? (before?.everyS ?? null) : 0.7 * (before?.everyS ?? gap) + 0.3 * gap;
      this.held.set(channel, { value, atS, everyS });
    }
  }

  /** Every channel at a moment; null where nothing fresh was said. */
  sample(atS: number): LiveSample {
    const at = (channel: ChannelId) => {
      const held = this.held.get(channel);
      if (held === undefined) return null;
      const fresh = Math.min(Math.max(FRESH_S, INTERVALS * (held.everyS ?? 0)), LONGEST_FRESH_S);
      return atS - held.atS <= fresh ? held.value : null;
    };
    return {
      time: atS,
      ...(Object.fromEntries(channelIds.map((id) => [id, at(id)])) as Record<ChannelId, number | null>),
    };
  }

  /** A source has gone: what it said counts no longer. */
  forget(channels: readonly ChannelId[]): void {
    for (const channel of channels) this.held.delete(channel);
  }
}
