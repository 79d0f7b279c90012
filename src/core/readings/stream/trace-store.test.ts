import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { traceChannels } from "../channels";
import { type TraceSample, TraceStore, WHOLE_SAMPLES } from "./trace-store";

function sample(time: number, low: number | null, rest = 20): TraceSample {
  const all = Object.fromEntries(traceChannels.map((channel) => [channel, rest]));
  return { ...all, time, low } as TraceSample;
}

const extremes = (points: [number, number][]) => {
  const values = points.map(([, value]) => value).filter((value) => !Number.isNaN(value));
  return [Math.min(...values), Math.max(...values)];
};

describe("trace store", () => {
  it("draws no more than two points a column and loses no extreme, whatever streams", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -90, max: 3000 }), { minLength: 1, maxLength: 900 }),
        fc.integer({ min: 3, max: 200 }),
        (values, columns) => {
          const store = new TraceStore();
          store.append(values.map((value, i) => sample(i / 5, value)));
          const points = store.line("low", 0, values.length / 5, columns);
          expect(points.length).toBeLessThanOrEqual(2 * columns);
          expect(extremes(points)).toEqual([Math.min(...values), Math.max(...values)]);
          const times = points.map(([time]) => time);
          expect(times).toEqual([...times].sort((a, b) => a - b));
        },
      ),
    );
  });

  it("keeps an hour at 5 Hz sample by sample, and every spike of the hours before it", () => {
    const store = new TraceStore();
    const hours = 3;
    const spike = (i: number) => (i === 777 ? 2900 : i === 9001 ? -80 : 250 + (i % 7));
    for (let i = 0; i < hours * 18_000; i += 50) {
      store.append(Array.from({ length: 50 }, (_, k) => sample((i + k) / 5, spike(i + k))));
    }
    expect(store.length).toBeGreaterThan(WHOLE_SAMPLES - 100);
    expect(store.startS).toBe(0);
    expect(extremes(store.line("low", 0, hours * 3600, 400))).toEqual([-80, 2900]);
    // The last hour holds no spike, and is not troubled by those before.
    expect(extremes(store.line("low", (hours - 1) * 3600, hours * 3600, 400))).toEqual([250, 256]);
  });

  it("breaks the line at a gap instead of drawing through it, and leaves the channels that went on whole", () => {
    const store = new TraceStore();
    for (let i = 0; i < 300; i++) store.append([sample(i / 5, i > 100 && i < 200 ? null : 240)]);
    expect(store.line("low", 0, 60, 300).filter(([, value]) => Number.isNaN(value))).toHaveLength(1);
    expect(store.line("vent", 0, 60, 300).some(([, value]) => Number.isNaN(value))).toBe(false);
    // One reading every ten seconds is a slow log, not a row of gaps.
    const slow = new TraceStore();
    for (let i = 0; i < 50; i++) slow.append([sample(i * 10, 240)]);
    expect(slow.line("low", 0, 500, 300).some(([, value]) => Number.isNaN(value))).toBe(false);
  });

  it("joins equal states into stretches without holes between them", () => {
    const store = new TraceStore();
    for (let t = 1; t <= 10; t++) store.noteState(t, t < 6 ? "settling" : "steady");
    expect(store.stretches).toEqual([
      { from: 1, to: 5, state: "settling" },
      { from: 5, to: 10, state: "steady" },
    ]);
  });
});
