import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import { logChannels } from "@/core/readings/channels";
import { LogGatherer } from "@/core/readings/file/log-columns";
import type { LogSample } from "@/core/readings/file/log-import";
import { playLog } from "./log-player";

const nothing = Object.fromEntries(logChannels.map((id) => [id, null])) as Omit<LogSample, "time">;
const moments: LogSample[] = Array.from({ length: 20 }, (_, i) => ({
  ...nothing,
  time: i,
  low: i === 5 ? null : 200 + i,
  high: 900,
  ambient: 28,
  rpm: 800,
}));

const gatherer = new LogGatherer();
for (const moment of moments) gatherer.push(moment);
const log = gatherer.take();

describe("playing a log", () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  it("hands on each moment once, in order, when it is due; gaps stay gaps", () => {
    const seen: SimulatorSample[] = [];
    const ended = vi.fn();
    const player = playLog(log, (batch) => seen.push(...batch), ended);
    vi.advanceTimersByTime(4000);
    expect(seen.map(({ time }) => time)).toEqual([0, 1, 2, 3, 4]);
    player.setPace(10);
    vi.advanceTimersByTime(1000);
    expect(seen.at(-1)!.time).toBe(14);
    expect(seen.find(({ time }) => time === 5)!.low).toBeNull();
    expect(ended).not.toHaveBeenCalled();
    vi.advanceTimersByTime(2000);
    expect(seen).toHaveLength(20);
    expect(new Set(seen.map(({ time }) => time)).size).toBe(20);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it("is silent once it is closed", () => {
    const seen: SimulatorSample[] = [];
    const player = playLog(
      log,
      (batch) => seen.push(...batch),
      () => undefined,
    );
    vi.advanceTimersByTime(1000);
    player.close();
    const count = seen.length;
    vi.advanceTimersByTime(60_000);
    expect(seen).toHaveLength(count);
  });
});
