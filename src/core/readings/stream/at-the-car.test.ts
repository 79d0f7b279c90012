import { describe, expect, it } from "vitest";
import { usualDay, vehicleOf } from "../../../../tests/support/vehicles";
import type { Fault } from "../../circuit/faults";
import { CircuitSimulation } from "../../circuit/time/simulation";
import { InstrumentSet } from "../../instruments/instrument-set";
import { hoseContent } from "../derive/hose-content";
import { labelDoubts } from "../file/label-check";
import { meaningOf, observationCode, partsOf } from "../observations";
import { followShutOff, judgeShutOff, type ShutOffSample } from "./shut-off";

/** Runs a vehicle for three minutes, stops it, and gives the stream up to `seconds` after the stop. */
function stopped(metering: "expansion-valve" | "orifice-tube", faults: Fault[], seconds: number): ShutOffSample[] {
  const simulation = new CircuitSimulation({
    vehicle: vehicleOf({ metering }),
    conditions: usualDay({ ambientC: 27, rpm: 1500 }),
    faults,
  });
  const set = new InstrumentSet(simulation, { seed: 5, rateHz: 2 });
  const samples: ShutOffSample[] = [];
  simulation.setEngine(true, 1500);
  for (let i = 0; i < (180 + seconds) * 2; i++) {
    if (i === 360) simulation.setEngine(false);
    const { time, rpm, low, high } = set.next();
    samples.push({ time, rpm: rpm!, low: low!, high: high! });
  }
  return samples;
}

describe("the shut-off test", () => {
  it("times the sides from the stream, and judges by metering device", () => {
    const cases: ["expansion-valve" | "orifice-tube", Fault[], ReturnType<typeof judgeShutOff>][] = [
      ["expansion-valve", [], "usual"],
      ["orifice-tube", [], "usual"],
      ["expansion-valve", [{ cause: "metering-stuck-open", severity: 0.9 }], "too-fast"],
    ];
    for (const [metering, faults, verdict] of cases) {
      const state = followShutOff(stopped(metering, faults, 420));
      if (state.state !== "met") throw new Error(`${metering}: ${state.state}`);
      expect(judgeShutOff(metering, state.seconds, true), `${metering} ${state.seconds}`).toBe(verdict);
    }
    const blocked = followShutOff(
      stopped("expansion-valve", [{ cause: "metering-stuck-closed", severity: 0.97 }], 910),
    );
    expect(["never", "met"]).toContain(blocked.state);
    if (blocked.state === "met") expect(blocked.seconds).toBeGreaterThan(600);
  });

  it("says early when they will meet, once it is certain", () => {
    const all = stopped("expansion-valve", [], 420);
    const done = followShutOff(all);
    if (done.state !== "met") throw new Error(done.state);
    const early = all.slice(0, 360 + 2 * 200);
    const state = followShutOff(early);
    if (state.state !== "approaching") throw new Error(state.state);
    expect(Math.abs(state.equalisesAtS / done.seconds - 1)).toBeLessThan(0.35);
    expect(followShutOff(all.slice(0, 300))).toEqual({ state: "running" });
    expect(followShutOff(all.slice(0, 366)).state).toBe("watching");
    expect(followShutOff([])).toEqual({ state: "running" });
  });

  it("does not call sides met that never were apart", () => {
    const flat = Array.from({ length: 60 }, (_, i) => ({ time: i, rpm: i < 30 ? 800 : 0, low: 600, high: 610 }));
    expect(followShutOff(flat).state).toBe("watching");
    expect(judgeShutOff("expansion-valve", 200, false)).toBe("usual");
    // Still apart after a quarter of an hour is seen on sound valves too; after half an hour it is not.
    expect(judgeShutOff("expansion-valve", 900, false)).toBe("usual");
    expect(judgeShutOff("expansion-valve", 1800, false)).toBe("never");
  });
});

it("counts what stands in the hoses: a gram of vapour, tens of grams of liquid", () => {
  const both = hoseContent("R134a", 0, { lengthM: 1.5, temperatureC: 30 }, 600, 1200);
  expect(both.lowG).toBeGreaterThan(0.3);
  expect(both.lowG).toBeLessThan(2);
  expect(both.highLiquidG!).toBeGreaterThan(25);
  expect(both.highLiquidG!).toBeLessThan(40);
  expect(both.highVapourG!).toBeLessThan(2);
  const longer = hoseContent("R134a", 0, { lengthM: 3, temperatureC: 30 }, 600, 1200);
  expect(longer.highLiquidG! / both.highLiquidG!).toBeCloseTo(2, 6);
  expect(hoseContent("R1234yf", 0, { lengthM: 1.5, temperatureC: 30 }, 600, null)).toMatchObject({ highLiquidG: null });
});

it("doubts a label that is not like its kind", () => {
  const belt = { refrigerant: "R134a" as const, compressor: "fixed" as const, evaporators: 1 as const };
  expect(labelDoubts({ ...belt, chargeG: 600 }, 20, "PAG")).toEqual([]);
  expect(labelDoubts({ ...belt, chargeG: 62 }, 20, null).map(({ code }) => code)).toContain("charge-low");
  expect(labelDoubts({ ...belt, chargeG: 1500 }, 20, null)).toMatchObject([{ code: "charge-high" }]);
  expect(labelDoubts({ ...belt, evaporators: 2, chargeG: 1500 }, 20, null)).toEqual([]);
  expect(labelDoubts({ ...belt, chargeG: 600 }, 200, "POE").map(({ code }) => code)).toEqual([
    "tolerance-wide",
    "oil-for-belt",
  ]);
  expect(labelDoubts({ ...belt, compressor: "electric", chargeG: 900 }, 20, "PAG")).toMatchObject([
    { code: "oil-for-electric" },
  ]);
});

it("knows what a sign at a part means, and which parts a vehicle has", () => {
  expect(observationCode({ part: "liquid-line", sign: "sweating" })).toBe("sweating-liquid-line");
  expect(meaningOf({ part: "liquid-line", sign: "sweating" })).toBe("restriction-before");
  expect(meaningOf({ part: "suction-line", sign: "sweating" })).toBeNull();
  expect(meaningOf({ part: "clutch-belt", sign: "not-turning" })).toBe("not-driven");
  expect(partsOf("orifice-tube", "fixed")).toContain("accumulator");
  expect(partsOf("orifice-tube", "fixed")).not.toContain("receiver");
  expect(partsOf("expansion-valve", "fixed")).toContain("receiver");
});
