/**
 * Stream for drawing: an hour at 5 Hz sample by sample, older ones as minimum and maximum of short blocks, so that no peak is lost. Drawing asks for
 * as many columns as the screen has and gets both extremes of each.
 */

import { type TraceChannel, traceChannels } from "../channels";
import { GAP_S } from "./channel-health";
import type { StreamState } from "./stream-state";

/** One moment to keep; null where there was no reading. Pressures kPa gauge, temperatures degC. */
export type TraceSample = { time: number } & Record<TraceChannel, number | null>;

/** An hour at 5 Hz; as many blocks of older samples again reach back a working day. */
export const WHOLE_SAMPLES = 18_000;
const BLOCK = 60;
const MOST_BLOCKS = 2_400;

/** Something that happened while it streamed, s on the stream's clock. */
export interface TraceEvent {
  time: number;
  kind: "engine" | "taken" | "mark" | "fan" | "clutch";
  text: string;
}

/** A stretch in which the stream as a whole was in one state. */
export interface TraceStretch {
  from: number;
  to: number;
  state: StreamState["state"];
}

const WIDTH = traceChannels.length;

export class TraceStore {
  /** Sample i stands at (first + i) modulo the length. */
  private readonly times = new Float64Array(WHOLE_SAMPLES);
  private readonly values = new Float32Array(WHOLE_SAMPLES * WIDTH);
  private first = 0;
  private kept = 0;
  private readonly blocks: { from: number; to: number; least: Float32Array; most: Float32Array }[] = [];
  readonly events: TraceEvent[] = [];
  readonly stretches: TraceStretch[] = [];

  /** Samples kept whole. */
  get length(): number {
    return this.kept;
  }

  get endS(): number | null {
    return this.kept === 0 ? null : this.times[this.at(this.kept - 1)]!;
  }

  /** Time covered, older blocks included. */
  get startS(): number | null {
    return this.blocks[0]?.from ?? (this.kept === 0 ? null : this.times[this.first]!);
  }

  /** Samples that are kept whole, oldest first. */
  *samples(): Generator<TraceSample> {
    for (let i = 0; i < this.kept; i++) {
      const at = this.at(i);
      const sample = { time: this.times[at]! } as TraceSample;
      for (let c = 0; c < WIDTH; c++) {
        const value = this.values[at * WIDTH + c]!;
        sample[traceChannels[c]!] = Number.isNaN(value) ? null : value;
      }
      yield sample;
    }
  }

  append(samples: readonly TraceSample[]): void {
    for (const sample of samples) {
      if (this.kept === WHOLE_SAMPLES) this.foldOldest();
      const at = this.at(this.kept++);
      this.times[at] = sample.time;
      for (let c = 0; c < WIDTH; c++) this.values[at * WIDTH + c] = sample[traceChannels[c]!] ?? Number.NaN;
    }
  }

  /** Events in order of time; one that repeats the last at the same moment is the same. */
  note(event: TraceEvent): void {
    const last = this.events.at(-1);
    if (last && last.kind === event.kind && last.time === event.time) this.events.pop();
    this.events.push(event);
  }

  noteState(time: number, state: StreamState["state"]): void {
    const last = this.stretches.at(-1);
    if (last && last.state === state && time - last.to < GAP_S * 20) last.to = time;
    else this.stretches.push({ from: last && time - last.to < GAP_S * 20 ? last.to : time, to: time, state });
  }

  /**
   * A channel between two moments as a line of at most two points a column: each column's lowest and highest reading in the
   * order they came, blocks of old samples likewise. A gap longer than a few seconds breaks the line with a NaN.
   */
  line(channel: TraceChannel, fromS: number, toS: number, columns: number): [number, number][] {
    const c = traceChannels.indexOf(channel);
    const points: [number, number][] = [];
    const width = (toS - fromS) / columns;
    let column = -1;
    let least = 0;
    let most = 0;
    let leastAt = 0;
    let mostAt = 0;
    let before = Number.NEGATIVE_INFINITY;
    const flush = () => {
      if (column < 0) return;
      if (leastAt === mostAt) points.push([leastAt, least]);
      else if (leastAt < mostAt) points.push([leastAt, least], [mostAt, most]);
      else points.push([mostAt, most], [leastAt, least]);
      column = -1;
    };
    const take = (time: number, value: number) => {
      const here = Math.floor((time - fromS) / width);
      if (here !== column) {
        flush();
        column = here;
        least = value;
        most = value;
        leastAt = time;
        mostAt = time;
      } else if (value < least) {
        least = value;
        leastAt = time;
      } else if (value > most) {
        most = value;
        mostAt = time;
      }
    };
    const breakIf = (time: number) => {
      // Sparse logs are not gaps: only a silence long against what the store itself holds breaks the line.
      if (before !== Number.NEGATIVE_INFINITY && time - before > GAP_S + 2 * this.usualStepS()) {
        flush();
        points.push([(before + time) / 2, Number.NaN]);
      }
    };
    for (const block of this.blocks) {
      if (block.to < fromS || block.from > toS || Number.isNaN(block.least[c]!)) continue;
      breakIf(block.from);
      take(block.from, block.least[c]!);
      take(block.to, block.most[c]!);
      before = block.to;
    }
    for (let i = this.firstFrom(fromS); i < this.kept; i++) {
      const at = this.at(i);
      const time = this.times[at]!;
      if (time > toS) break;
      const value = this.values[at * WIDTH + c]!;
      if (Number.isNaN(value)) continue;
      breakIf(time);
      take(time, value);
      before = time;
    }
    flush();
    return points;
  }

  private usualStepS(): number {
    return this.kept < 2 ? 0 : (this.endS! - this.times[this.first]!) / (this.kept - 1);
  }

  private at(i: number): number {
    return (this.first + i) % WHOLE_SAMPLES;
  }

  /** First kept sample at or after a moment, by bisection. */
  private firstFrom(time: number): number {
    let below = 0;
    let above = this.kept;
    while (below < above) {
      const middle = (below + above) >> 1;
      if (this.times[this.at(middle)]! < time) below = middle + 1;
      else above = middle;
    }
    return below;
  }

  private foldOldest(): void {
    const least = new Float32Array(WIDTH).fill(Number.NaN);
    const most = new Float32Array(WIDTH).fill(Number.NaN);
    for (let i = 0; i < BLOCK; i++) {
      for (let c = 0; c < WIDTH; c++) {
        const value = this.values[this.at(i) * WIDTH + c]!;
        if (Number.isNaN(value)) continue;
        if (!(least[c]! <= value)) least[c] = value;
        if (!(most[c]! >= value)) most[c] = value;
      }
    }
    this.blocks.push({ from: this.times[this.first]!, to: this.times[this.at(BLOCK - 1)]!, least, most });
    if (this.blocks.length > MOST_BLOCKS) this.blocks.shift();
    this.first = this.at(BLOCK);
    this.kept -= BLOCK;
  }
}
