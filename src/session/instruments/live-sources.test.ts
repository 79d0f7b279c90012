import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import type { Assignment } from "@/core/readings/live/live-decoder";
import type { PortHears } from "@/services/live-ports";
import { type LiveSourceStanding, LiveSources } from "./live-sources";

let nowMs = 0;
beforeEach(() => {
  vi.useFakeTimers();
  nowMs = 0;
});
afterEach(() => vi.useRealTimers());

/** Sources with one port that says what it is told to. */
async function opened(remembered: Assignment | null = null) {
  const samples: SimulatorSample[] = [];
  const marks: string[] = [];
  const told: (readonly LiveSourceStanding[])[] = [];
  const sources = new LiveSources({
    clock: () => nowMs,
    atmosphereKpa: () => 97.7,
    recall: () => remembered,
    onStandings: (standings) => told.push(standings),
    onSample: (sample) => samples.push(sample),
    onMark: (kind, name) => marks.push(`${name} ${kind}`),
  });
  let hears: PortHears | null = null;
  const close = vi.fn();
  await sources.open("bridge", (of) => {
    hears = of;
    return { name: "bridge", close };
  });
  const pass = (ms: number) => {
    nowMs += ms;
    vi.advanceTimersByTime(ms);
  };
  return { sources, samples, marks, told, hears: hears!, close, pass, standing: () => told.at(-1)![0]! };
}

describe("live sources", () => {
  it("put what several lines say into samples of the stream, and send none while nothing comes", async () => {
    const { hears, samples, pass } = await opened();
    (hears as PortHears).onLine("time_s,low_kpa_gauge,high_kpa_gauge");
    (hears as PortHears).onLine("0,200,1300");
    pass(500);
    expect(samples).toHaveLength(1);
    expect(samples[0]).toMatchObject({ low: 200, high: 1300, vent: null, valve: "shut" });
    pass(5000);
    expect(samples).toHaveLength(1);
  });

  it("are told a few times a second, however fast a source sends", async () => {
    const { hears, told, pass, standing } = await opened();
    (hears as PortHears).onLine("340.0 g");
    const before = told.length;
    for (let i = 0; i < 5000; i++) (hears as PortHears).onLine(`${340 + i / 1000} g`);
    expect(told.length - before).toBeLessThan(3);
    pass(500);
    expect(standing().lines).toBe(5001);
  });

  it("count what is wrong, mark each kind once on the trace, and take nothing of it", async () => {
    const { hears, samples, marks, pass, standing } = await opened();
    (hears as PortHears).onLine("time_s,low_kpa_gauge");
    for (const line of ["0,200", "0,999", "0,998", "1,abc", "2,99999"]) (hears as PortHears).onLine(line);
    pass(500);
    expect(samples.map(({ low }) => low)).toEqual([200]);
    expect(standing().troubles).toEqual({ "repeated-time": 2, "not-a-number": 1, impossible: 1 });
    expect(marks).toEqual(["bridge repeated-time", "bridge not-a-number", "bridge impossible"]);
  });

  it("forget the values of a source that is lost, and take it up again", async () => {
    const { hears, samples, marks, pass, standing } = await opened();
    (hears as PortHears).onLine("time_s,low_kpa_gauge");
    (hears as PortHears).onLine("0,200");
    (hears as PortHears).onLost("no-bridge");
    expect(standing()).toMatchObject({ state: "lost", reason: "no-bridge" });
    pass(500);
    expect(samples.at(-1)?.low ?? null).toBeNull();
    (hears as PortHears).onBack();
    (hears as PortHears).onLine("1,210");
    pass(500);
    expect(samples.at(-1)?.low).toBe(210);
    expect(marks).toEqual(["bridge lost", "bridge back"]);
  });

  it("show nothing under a new assignment that was said under the old one", async () => {
    const { sources, hears, samples, pass, standing } = await opened();
    (hears as PortHears).onLine("23.4 C");
    pass(500);
    sources.assign(standing().id, [{ channel: "vent", unit: null }]);
    (hears as PortHears).onLine("12.0 C");
    pass(500);
    expect(samples.at(-1)).toMatchObject({ vent: 12 });
    sources.assign(standing().id, [{ channel: "ambient", unit: null }]);
    (hears as PortHears).onLine("13.0 C");
    pass(500);
    expect(samples.at(-1)).toMatchObject({ vent: null, ambient: 13 });
  });

  it("close a port that arrives after they were closed", async () => {
    const { sources, close } = await opened();
    sources.close();
    expect(close).toHaveBeenCalledOnce();
    const late = vi.fn();
    await sources.open("late", async () => {
      sources.close();
      return { name: "late", close: late };
    });
    expect(late).toHaveBeenCalled();
  });

  it("read a Bluetooth device like any other, whichever value comes first, and its pressure against the barometer", async () => {
    const { sources, hears, samples, pass, standing } = await opened();
    const says = hears as PortHears;
    says.onValue("humidity", 41);
    says.onValue("temperature", 29.5);
    says.onValue("pressure", 397.7);
    says.onValue("battery", 64);
    pass(500);
    expect(samples.at(-1)).toMatchObject({ humidity: 41, ambient: 29.5, low: null, vacuumKpa: null });
    expect(standing().batteryPct).toBe(64);
    // The sensor stands on the low side's hose: 397.7 kPa absolute is 300 kPa over the barometer.
    const at = standing().assignment.findIndex(({ word }) => word === "air_pressure");
    sources.assign(
      1,
      standing().assignment.map((one, i) => (i === at ? { ...one, channel: "low" as const } : one)),
    );
    says.onValue("pressure", 397.7);
    pass(500);
    expect(samples.at(-1)!.low).toBeCloseTo(300, 6);
    expect(samples.at(-1)).toMatchObject({ ambient: 29.5 });
  });

  it("take up what this device remembers of a source once it has said its name", async () => {
    const { hears, samples, pass } = await opened([{ channel: "vent", unit: null, word: "T" }]);
    (hears as PortHears).onLine("T 8.5 C");
    pass(500);
    expect(samples.at(-1)).toMatchObject({ vent: 8.5, ambient: null });
  });
});
