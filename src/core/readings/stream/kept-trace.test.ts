import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { streamChannels } from "../channels";
import type { StreamSample } from "./judged-stream";
import { courseOfTrace, keptTrace, keptTraceSchema, MOST_KEPT } from "./kept-trace";

const sampleAt = (time: number, low: number | null): StreamSample => ({
  ...(Object.fromEntries(streamChannels.map((channel) => [channel, null])) as Omit<StreamSample, "time">),
  time,
  low,
  high: 1500,
});
const stream = (lowAt: (time: number) => number | null, seconds: number) =>
  Array.from({ length: seconds * 5 + 1 }, (_, i) => sampleAt(i / 5, lowAt(i / 5)));

describe("what is kept of a trace", () => {
  it("ends where it was taken, reaches back no further than the setting, and fits the record", () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 900 }), fc.integer({ min: 0, max: 880 }), (seconds, since) => {
        const kept = keptTrace(
          stream((time) => 150 + time, seconds),
          since,
        );
        if (kept === null) {
          expect(seconds - since).toBeLessThan(4.1);
          return;
        }
        expect(keptTraceSchema.safeParse(kept).success).toBe(true);
        const course = courseOfTrace(kept, "low");
        expect(course.at(-1)).toEqual({ beforeS: 0, value: Math.round(150 + seconds) });
        for (const { beforeS, value } of course) {
          expect(seconds - beforeS).toBeGreaterThanOrEqual(since);
          expect(value).toBeCloseTo(150 + seconds - beforeS, 0);
        }
        expect(course).toHaveLength(Math.min(MOST_KEPT, Math.floor((seconds - since) / 2) + 1));
        expect(courseOfTrace(kept, "vent")).toEqual([]);
      }),
    );
  });

  it("leaves a gap where nothing came, and shows a cycling clutch as it swung", () => {
    const cycling = (time: number) => (time > 40 && time < 50 ? null : 200 + 60 * Math.sin((2 * Math.PI * time) / 14));
    const kept = keptTrace(stream(cycling, 120), 0)!;
    const course = courseOfTrace(kept, "low");
    expect(course.some(({ beforeS }) => beforeS > 71 && beforeS < 78)).toBe(false);
    expect(Math.max(...course.map(({ value }) => value))).toBeGreaterThan(250);
    expect(Math.min(...course.map(({ value }) => value))).toBeLessThan(150);
    expect(keptTrace([], 0)).toBeNull();
  });
});
