import { describe, expect, it } from "vitest";
import { usualDay, vehicleOf } from "../../../../tests/support/vehicles";
import { CircuitSimulation } from "../../circuit/time/simulation";
import { InstrumentSet } from "../../instruments/instrument-set";
import { seededNoise } from "../../maths/noise";
import { steadyLimits } from "../channels";
import { readBeforeCutOut } from "./cycle-reading";
import { type Sample, streamState } from "./stream-state";

type Kind = "steady" | "settling" | "cycling";

/** A made-up channel whose true state is known by construction. */
function madeUp(kind: Kind, seed: number): { samples: Sample[]; truth: number } {
  const random = seededNoise(seed);
  const limits = steadyLimits.low;
  const rate = [1, 2, 5][Math.floor(random.uniform() * 3)]!;
  const noise = limits.noise * (0.3 + 0.7 * random.uniform());
  const level = 120 + 300 * random.uniform();
  const period = 4 + 40 * random.uniform();
  const swing = 20 + 54 * random.uniform();
  const engaged = 0.3 + 0.4 * random.uniform();
  const lag = 25 + 60 * random.uniform();
  // Still moving by three times what matters, at the end of two and a half minutes.
  const end = 150;
  const distance = ((3 + 8 * random.uniform()) * limits.driftPerMinute * lag) / 60;
  const value = (t: number) => {
    if (kind === "cycling") {
      const phase = (t % period) / period;
      return level + swing * (phase < engaged ? 0.5 - phase / engaged : (phase - engaged) / (1 - engaged) - 0.5);
    }
    return kind === "steady" ? level + 80 * Math.exp(-t / 12) : level + distance * Math.exp((end - t) / lag);
  };
  const samples = Array.from({ length: end * rate }, (_, i) => {
    const time = (i + 1) / rate;
    return { time, value: value(time) + noise * random.normal() };
  });
  return { samples, truth: level };
}

describe("settling, steady or cycling", () => {
  it("is right in 98 of 100 of 500 made-up streams, and a steady mean is within 2 %", () => {
    const kinds: Kind[] = ["steady", "settling", "cycling"];
    let right = 0;
    const wrong: string[] = [];
    for (let seed = 1; seed <= 500; seed++) {
      const kind = kinds[seed % 3]!;
      const { samples, truth } = madeUp(kind, seed);
      const found = streamState(samples, steadyLimits.low);
      if (found.state === kind) right++;
      else wrong.push(`${seed}: ${kind} taken for ${found.state}`);
      if (found.state === "steady" && kind === "steady") expect(Math.abs(found.mean / truth - 1)).toBeLessThan(0.02);
    }
    expect(right / 500, wrong.join("; ")).toBeGreaterThanOrEqual(0.98);
  });

  it("reads through a needle that trembles by a psi, whatever its rhythm, and sees a clutch of thrice that", () => {
    const psi = 6.895;
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededNoise(seed);
      const period = 3 + 40 * random.uniform();
      const needle = (half: number) =>
        Array.from({ length: 600 }, (_, i) => ({
          time: i / 4,
          value: 210 + half * Math.sin((2 * Math.PI * i) / 4 / period) + 0.8 * random.normal(),
        }));
      const { state } = streamState(needle(psi), steadyLimits.low);
      // Slower than half the window, the same swing is a drift while it lasts; a clutch it never is.
      expect(state, `period ${period}`).not.toBe("cycling");
      if (period < 12) expect(state, `period ${period}`).toBe("steady");
      expect(streamState(needle(3 * psi), steadyLimits.low).state, `period ${period}`).toBe("cycling");
    }
  });

  it("finds the period of a clutch within a tenth", () => {
    for (let seed = 2; seed <= 200; seed += 3) {
      const random = seededNoise(seed);
      random.uniform();
      random.uniform();
      random.uniform();
      const period = 4 + 40 * random.uniform();
      const found = streamState(madeUp("cycling", seed).samples, steadyLimits.low);
      if (found.state === "cycling") expect(Math.abs(found.period / period - 1), `seed ${seed}`).toBeLessThan(0.1);
    }
  });

  const vehicles = (["expansion-valve", "orifice-tube"] as const).flatMap((metering) =>
    (["fixed", "variable-external"] as const).map((compressor) => vehicleOf({ compressor, metering })),
  );

  it("is right on simulated gauges: settling after a start, then steady or cycling as the clutch does", () => {
    let asked = 0;
    let right = 0;
    const wrong: string[] = [];
    for (let seed = 1; seed <= 44; seed++) {
      const vehicle = vehicles[seed % vehicles.length]!;
      const random = seededNoise(seed);
      const ambientC = 19 + 18 * random.uniform();
      const conditions = usualDay({ ambientC, humidityPct: 40, rpm: random.uniform() < 0.5 ? 800 : 1800 });
      const simulation = new CircuitSimulation({ vehicle, conditions, faults: [] });
      const set = new InstrumentSet(simulation, { seed, rateHz: 2 });
      simulation.setEngine(true, conditions.rpm);
      const low: Sample[] = [];
      let swings = 0;
      let before = true;
      let sum = 0;
      for (let i = 0; i < 230 * 2; i++) {
        const sample = set.next();
        low.push({ time: sample.time, value: sample.low! });
        const { clutchIn, lowKpa } = simulation.truth();
        if (i >= 300) {
          if (!clutchIn && before) swings++;
          sum += lowKpa;
        }
        before = clutchIn;
      }
      const truth: Kind = swings >= 2 ? "cycling" : "steady";
      // One cut-out in eighty seconds is neither.
      if (swings === 1) continue;
      const found = streamState(low, steadyLimits.low);
      asked++;
      if (found.state === truth) right++;
      else wrong.push(`${seed}: ${truth} taken for ${found.state}`);
      if (found.state === "steady" && truth === "steady") {
        // The gauge's own class error is not the detector's.
        expect(Math.abs(found.mean - sum / 160)).toBeLessThan(0.02 * (sum / 160 + 101) + 13);
      }
    }
    expect(asked).toBeGreaterThan(30);
    expect(right / asked, wrong.join("; ")).toBeGreaterThanOrEqual(0.98);
  });

  it("reads a cycling clutch just before it lets go", () => {
    const simulation = new CircuitSimulation({
      vehicle: vehicles[0]!,
      conditions: usualDay({ ambientC: 24, humidityPct: 40, blowerPct: 80, rpm: 1800 }),
      faults: [],
    });
    const set = new InstrumentSet(simulation, { seed: 9, rateHz: 5 });
    simulation.setEngine(true, 1800);
    const low: Sample[] = [];
    const high: Sample[] = [];
    let cutOut: { low: number; high: number } | null = null;
    let last = simulation.truth();
    const engaged: number[] = [];
    for (let i = 0; i < 240 * 5; i++) {
      const sample = set.next();
      low.push({ time: sample.time, value: sample.low! });
      high.push({ time: sample.time, value: sample.high! });
      const now = simulation.truth();
      if (last.clutchIn && !now.clutchIn) cutOut = { low: last.lowKpa, high: last.highKpa };
      if (i > 900 && now.clutchIn) engaged.push(now.highKpa);
      last = now;
    }
    const state = streamState(low, steadyLimits.low);
    if (state.state !== "cycling") throw new Error(`taken for ${state.state}`);
    const reading = readBeforeCutOut(low, state.period);
    expect(reading).not.toBeNull();
    expect(reading!.cycles).toBeGreaterThanOrEqual(2);
    expect(Math.abs(reading!.at(low)! - cutOut!.low)).toBeLessThan(35);
    expect(Math.abs(reading!.at(high)! - cutOut!.high)).toBeLessThan(60);
    expect(reading!.lowMinKpa).toBeLessThan(reading!.lowMeanKpa);
    expect(reading!.lowMaxKpa).toBeGreaterThan(reading!.lowMeanKpa);
    const trueMean = engaged.reduce((sum, kpa) => sum + kpa, 0) / engaged.length;
    expect(Math.abs(reading!.engagedMean(high)! - trueMean)).toBeLessThan(60);
  });
});
