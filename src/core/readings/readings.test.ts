import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { saturationAtTemperature } from "../fluids/saturation";
import { deriveValues } from "./derive/derived";
import { workshopInstruments } from "./derive/instruments";
import { propagate } from "./derive/measured";
import { judgeRest, liquidOdds } from "./derive/rest";
import { saturationGaugeKpa } from "./derive/saturation-temperature";
import { parseReadings } from "./file/reading-file";
import { type Sample, streamState } from "./stream/stream-state";

describe("rest reading", () => {
  const at = (soakC: number, altitudeM = 0) => saturationGaugeKpa("R134a", soakC, altitudeM)!;

  it.each([
    ["at-saturation", at(25) + 5, at(25) - 4],
    ["a-little-below", at(22), at(22)],
    // Some 7 K: a cool part and a gauge that errs may do that.
    ["a-little-below", at(25) - 120, at(25) - 124],
    ["vapour-only", at(25) - 175, at(25) - 180],
    ["vapour-only", 30, 32],
    ["open-to-air", 0, 3],
    ["vacuum", -90, -88],
    ["above-saturation", at(25) + 90, at(25) + 80],
    ["unequal", at(25) - 150, at(25) + 100],
  ] as const)("calls %s", (verdict, lowKpa, highKpa) => {
    expect(judgeRest({ refrigerant: "R134a", altitudeM: 0, soakC: 25, lowKpa, highKpa })?.verdict).toBe(verdict);
  });

  it("does not depend on the amount: any charge with liquid left reads the same, so no grams are given", () => {
    const answer = judgeRest({ refrigerant: "R134a", altitudeM: 0, soakC: 25, lowKpa: at(25), highKpa: at(25) })!;
    expect(JSON.stringify(answer)).not.toMatch(/gram|charge/i);
  });

  it("5 K below saturation prove nothing, 8 K all but prove that no liquid is left, and no more than a shut coupler allows", () => {
    const odds = [-3, 0, 3, 5, 6, 7, 8, 12, 25].map(liquidOdds);
    expect(odds).toEqual([...odds].sort((a, b) => b - a));
    expect(liquidOdds(3)).toBe(1);
    expect(liquidOdds(5)).toBeGreaterThan(0.5);
    expect(liquidOdds(8)).toBeLessThan(0.05);
    expect(liquidOdds(25)).toBe(0.02);
  });

  it("knows that a gauge reads higher on a mountain at the same saturation", () => {
    expect(at(25, 2000) - at(25, 0)).toBeCloseTo(101.325 - 79.495, 1); // ISO 2533 table value at 2000 m
    const reading = { refrigerant: "R134a" as const, soakC: 25, lowKpa: at(25, 2000), highKpa: at(25, 2000) };
    expect(judgeRest({ ...reading, altitudeM: 2000 })?.verdict).toBe("at-saturation");
    expect(judgeRest({ ...reading, altitudeM: 2000 })?.margin.value).toBeCloseTo(0, 6);
    expect(judgeRest({ ...reading, altitudeM: 0 })?.margin.value).toBeGreaterThan(20);
  });

  it("with one gauge says what it can and leaves the sides open", () => {
    const answer = judgeRest({ refrigerant: "R1234yf", altitudeM: 0, soakC: 20, lowKpa: 200, highKpa: null });
    expect(answer).toMatchObject({ verdict: "vapour-only", difference: null });
    expect(judgeRest({ refrigerant: "R1234yf", altitudeM: 0, soakC: 20, lowKpa: null, highKpa: null })).toBeNull();
  });

  it("never answers with a number that is not finite, whatever is read", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -101, max: 4000, noNaN: true }),
        fc.double({ min: -30, max: 90, noNaN: true }),
        fc.double({ min: -400, max: 5000, noNaN: true }),
        (kpa, soakC, altitudeM) => {
          const answer = judgeRest({ refrigerant: "R134a", altitudeM, soakC, lowKpa: kpa, highKpa: kpa })!;
          expect(Number.isFinite(answer.margin.value + answer.margin.uncertainty)).toBe(true);
          expect(answer.margin.uncertainty).toBeGreaterThan(0);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe("derived values", () => {
  const reading = {
    refrigerant: "R134a" as const,
    altitudeM: 0,
    ambientC: 30,
    evaporatorAirC: 28,
    lowKpa: 292.8032 - 101.325, // saturated at 0 degC
    highKpa: 1317.9055 - 101.325, // saturated at 50 degC
    ventC: 9,
    suctionLineC: 8,
    liquidLineC: 44,
  };

  it("agrees with the published saturation values", () => {
    const derived = deriveValues(reading);
    expect(derived.superheatK?.value).toBeCloseTo(8, 3);
    expect(derived.subcoolingK?.value).toBeCloseTo(6, 3);
    expect(derived.approachK?.value).toBeCloseTo(20, 3);
    expect(derived.airSplitK?.value).toBeCloseTo(19, 9);
    expect(derived.compressionRatio?.value).toBeCloseTo(1317.9055 / 292.8032, 6);
  });

  it("carries the gauge's error through the slope of the saturation line", () => {
    const derived = deriveValues(reading);
    const above = saturationAtTemperature("R134a", 0.5);
    const below = saturationAtTemperature("R134a", -0.5);
    if (!above.ok || !below.ok) throw new Error("saturation");
    const slope = above.value.pressureKpa - below.value.pressureKpa;
    const expected = Math.hypot(workshopInstruments.clampK, workshopInstruments.lowKpa / slope);
    expect(derived.superheatK?.uncertainty).toBeCloseTo(expected, 2);
  });

  it("gives the liquid a flash margin that is gone exactly where its subcooling is", () => {
    const at = (liquidLineC: number, altitudeM = 0) => deriveValues({ ...reading, liquidLineC, altitudeM });
    // Published saturation pressure of R134a at 40 degC: 1016.59 kPa absolute.
    expect(at(40).flashMarginKpa?.value).toBeCloseTo(1317.9055 - 1016.59, 1);
    expect(at(50).flashMarginKpa?.value).toBeCloseTo(0, 1);
    for (const liquidLineC of [30, 44, 49.5, 50.5, 58]) {
      const { flashMarginKpa, subcoolingK } = at(liquidLineC, 1200);
      expect(Math.sign(flashMarginKpa!.value)).toBe(Math.sign(subcoolingK!.value));
    }
    // A clamp off by its uncertainty, at 50 degC some 33 kPa a kelvin, and the gauge's own, in quadrature.
    const perKelvin = 33.2;
    const expected = Math.hypot(workshopInstruments.clampK * perKelvin, workshopInstruments.highKpa);
    expect(at(50).flashMarginKpa!.uncertainty / expected).toBeCloseTo(1, 1);
    expect(deriveValues({ ...reading, highKpa: null }).flashMarginKpa).toBeNull();
  });

  it("computes nothing from a missing value", () => {
    const derived = deriveValues({ ...reading, lowKpa: null });
    expect(derived).toMatchObject({ superheatK: null, evaporatingC: null, compressionRatio: null });
    expect(derived.subcoolingK).not.toBeNull();
  });

  it("has no evaporating temperature in a deep vacuum rather than a wrong one", () => {
    expect(deriveValues({ ...reading, lowKpa: -101.3 }).evaporatingC).toBeNull();
  });

  it("propagates a product as the sum of relative squares", () => {
    const product = propagate(
      [
        { value: 10, uncertainty: 0.1 },
        { value: 5, uncertainty: 0.2 },
      ],
      (a = 0, b = 0) => a * b,
    );
    expect(product?.uncertainty).toBeCloseTo(50 * Math.hypot(0.01, 0.04), 9);
  });
});

describe("state of a stream", () => {
  const limits = { driftPerMinute: 6, noise: 1.5, swing: 5 };
  const stream = (value: (time: number) => number, seconds = 120): Sample[] =>
    Array.from({ length: seconds * 2 }, (_, i) => ({ time: i / 2, value: value(i / 2) + Math.sin(i * 12.9898) * 1.2 }));

  it("waits until a window is full", () => {
    expect(
      streamState(
        stream(() => 200, 10),
        limits,
      ).state,
    ).toBe("waiting");
  });
  it("calls a noisy constant steady, at its mean", () => {
    const state = streamState(
      stream(() => 200),
      limits,
    );
    expect(state.state).toBe("steady");
    if (state.state === "steady") expect(state.mean).toBeCloseTo(200, 0);
  });
  it("calls an approach settling and says how long it still takes", () => {
    const state = streamState(
      stream((t) => 900 + 300 * Math.exp(-t / 40), 60),
      limits,
    );
    expect(state.state).toBe("settling");
    // Drift 300/40 e^(-t/40) per second falls to 6 a minute at 40 ln(75/1) s = 173 s.
    if (state.state === "settling") {
      expect(state.driftPerMinute).toBeLessThan(-60);
      expect(state.secondsToGo! + 60).toBeGreaterThan(120);
      expect(state.secondsToGo! + 60).toBeLessThan(230);
    }
  });
  it("calls a clutch cycling, with its period and the swing", () => {
    const state = streamState(
      stream((t) => (t % 24 < 14 ? 250 - (t % 24) * 10 : 110 + ((t % 24) - 14) * 14)),
      limits,
    );
    expect(state.state).toBe("cycling");
    if (state.state === "cycling") {
      expect(state.period).toBeGreaterThan(22);
      expect(state.period).toBeLessThan(26);
      expect(state.lowest).toBeLessThan(115);
    }
  });
});

describe("reading file", () => {
  const minimal = {
    format: "evrid.readings",
    version: 1,
    id: "a",
    vehicle: { refrigerant: "R134a", metering: "orifice-tube", compressor: "fixed" },
    conditions: { ambientC: 25 },
  };

  it("reads every development case", () => {
    const text = readFileSync(new URL("../diagnosis/cases-dev.jsonl", import.meta.url), "utf8");
    const results = parseReadings(text);
    expect(results).toHaveLength(60);
    expect(results.every((result) => result.ok)).toBe(true);
  });

  it("names line, field and expectation, and still answers the other lines", () => {
    const broken = { ...minimal, conditions: { ambientC: "warm" } };
    const results = parseReadings(`${JSON.stringify(minimal)}\n${JSON.stringify(broken)}\n\nnonsense\n`);
    expect(results.map((result) => result.ok)).toEqual([true, false, false]);
    expect(results[1]).toMatchObject({ issue: { line: 2, field: "conditions.ambientC" } });
    expect(results[2]).toMatchObject({ issue: { line: 4, expected: "a JSON object" } });
  });

  it("keeps absent apart from zero and refuses what no gauge can show", () => {
    const read = parseReadings(JSON.stringify({ ...minimal, running: [{ lowKpa: 0, highKpa: null }] }))[0]!;
    expect(read.ok && read.value.running?.[0]?.lowKpa).toBe(0);
    expect(read.ok && read.value.running?.[0]?.ventC).toBeUndefined();
    expect(parseReadings(JSON.stringify({ ...minimal, running: [{ lowKpa: 99_999 }] }))[0]?.ok).toBe(false);
    expect(parseReadings("")[0]?.ok).toBe(false);
  });
});
