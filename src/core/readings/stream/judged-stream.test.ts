import { describe, expect, it } from "vitest";
import { streamChannels } from "../channels";
import { judgeStream, type StreamSample } from "./judged-stream";

interface Shown {
  low: (i: number) => number | null;
  high: (i: number) => number | null;
  rpm: number | null;
}

/** Half a minute at 5 Hz. */
const health = ({ low, high, rpm }: Shown) => {
  const none = Object.fromEntries(streamChannels.map((channel) => [channel, null])) as Omit<StreamSample, "time">;
  const samples = Array.from({ length: 151 }, (_, i) => ({ ...none, time: i / 5, low: low(i), high: high(i), rpm }));
  return judgeStream(samples, 0).health;
};
const trembles = (i: number) => 220 + 3 * Math.sin(i * 1.7);
const stands = () => 1020;

describe("a gauge that stands still", () => {
  it("is frozen while the engine runs, and wherever the other gauge trembles", () => {
    expect(health({ low: trembles, high: stands, rpm: 800 })).toMatchObject({ low: "ok", high: "frozen" });
    expect(health({ low: stands, high: () => null, rpm: 800 })).toMatchObject({ low: "frozen", high: "missing" });
    expect(health({ low: trembles, high: stands, rpm: null }).high).toBe("frozen");
    expect(health({ low: trembles, high: stands, rpm: 0 }).high).toBe("frozen");
  });

  it("is believed at rest and under test gas, where a rounded one steps down once in a while", () => {
    expect(health({ low: stands, high: stands, rpm: 0 })).toMatchObject({ low: "ok", high: "ok" });
    expect(health({ low: () => null, high: stands, rpm: null }).high).toBe("ok");
    const slowly = (i: number) => 1020 - Math.floor(i / 70);
    expect(health({ low: slowly, high: stands, rpm: null })).toMatchObject({ low: "ok", high: "ok" });
  });

  it("is impossible beyond what a gauge can show, and then shows no value", () => {
    const judged = health({ low: () => -400, high: trembles, rpm: 800 });
    expect(judged.low).toBe("impossible");
  });
});
