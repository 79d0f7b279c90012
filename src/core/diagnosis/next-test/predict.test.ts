import { describe, expect, it } from "vitest";
import { foretold, hiddenReadings, impossible } from "../../../../tests/support/hidden-readings";
import type { ReadingFile } from "../../readings/file/reading-file";
import { judge, prepare } from "../diagnose";
import { observe, placeOf } from "../explain/observables";
import { posteriorWeights } from "../weigh/posterior";
import { weigh } from "../weigh/weigh";
import { predictor } from "./predict";

const coupe: ReadingFile = {
  format: "evrid.readings",
  version: 1,
  id: "coupe",
  vehicle: { refrigerant: "R134a", chargeG: 510, metering: "expansion-valve", compressor: "variable-internal" },
  conditions: { ambientC: 31, humidityPct: 45, airSource: "fresh" },
  running: [{ rpm: 800, lowKpa: 235, highKpa: 1158, ventC: 14 }],
};

function predicting(reading: ReadingFile) {
  const prepared = prepare(reading);
  if (!prepared.ok) throw new Error(prepared.issue.code);
  const { hypotheses } = prepared.value;
  const weights = posteriorWeights(hypotheses, weigh(reading));
  const made = predictor(observe(reading), hypotheses, weights, reading.conditions.ambientC);
  const of = (cause: string) => (i: number) => hypotheses.all[i]!.causes.some((one) => one.cause === cause);
  return { ...made, hypotheses, committee: weights, of };
}

describe("what the next test would read", () => {
  it("lies in its range about as often as that says, is nowhere impossible, and moves with what was read", () => {
    const hidden = hiddenReadings(70, 20);
    expect(hidden.filter((one) => impossible(one))).toEqual([]);
    for (const { range } of hidden) {
      expect(range.low).toBeLessThanOrEqual(range.median);
      expect(range.median).toBeLessThanOrEqual(range.high);
    }
    const inside = hidden.filter(({ read, range }) => read >= range.low && read <= range.high).length / hidden.length;
    expect(inside).toBeGreaterThan(0.82);
    expect(inside).toBeLessThan(0.97);
    expect(new Set(hidden.map(({ name }) => name)).size).toBe(foretold.length);
  });

  it("has no liquid line above condensing, no discharge line below it, and no suction line below what boils", () => {
    // 1 158 kPa condense at 48 degC; 235 kPa boil at 3.
    const { range } = predicting(coupe);
    const at = (name: "liquid" | "discharge" | "suction" | "condenserOutlet") =>
      range(placeOf(name, 0, 2), () => true)!;
    expect(at("liquid").high).toBeLessThan(48.5 + 3.1);
    expect(at("condenserOutlet").high).toBeLessThan(48.5 + 3.1);
    expect(at("discharge").low).toBeGreaterThan(48.5 - 3.1);
    expect(at("suction").low).toBeGreaterThan(3 - 3.1);
  });

  it("follows this car: a high side that is read higher lifts the liquid line that is foretold", () => {
    const liquid = (highKpa: number) =>
      predicting({ ...coupe, running: [{ ...coupe.running![0]!, highKpa }] }).range(
        placeOf("liquid", 0, 2),
        () => true,
      )!.median;
    expect(liquid(1400)).toBeGreaterThan(liquid(1158) + 3);
    expect(liquid(1158)).toBeGreaterThan(liquid(980) + 2);
  });

  it("leaves each cause the probability that the committee gave it: the fit only says how bad it is", () => {
    const { weights, committee, of, hypotheses } = predicting(coupe);
    for (const cause of ["none", "undercharge", "air", "compressor-worn"]) {
      const share = (all: Float64Array) => all.reduce((sum, weight, i) => sum + (of(cause)(i) ? weight : 0), 0);
      expect(share(weights), cause).toBeCloseTo(share(committee), 9);
    }
    expect(weights).not.toEqual(committee);
    expect(weights.length).toBe(hypotheses.all.length);
  });

  it("says at which engine speed, in a range, and calls a test that would read alike a confirmation", () => {
    const { nextTests } = judge(coupe);
    const clamp = nextTests.find(({ test }) => test === "liquid-clamp")!;
    for (const outcome of clamp.outcomes) {
      expect(outcome.rpm).toBe(800);
      expect(outcome.low).toBeLessThan(outcome.high);
    }
    for (const { confirms, outcomes } of nextTests) {
      const [a, b] = outcomes;
      if (confirms) expect(Math.abs(a!.median - b!.median)).toBeLessThan(10);
    }
  });
});
