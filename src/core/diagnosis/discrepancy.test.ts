import { describe, expect, it } from "vitest";
import { usualDay, usualLabel } from "../../../tests/support/vehicles";
import { makePlant } from "../circuit/plant";
import { sizeVehicle } from "../circuit/sizing";
import { solveSteady } from "../circuit/steady";
import { secondsToMeet } from "../circuit/transient";
import { seededNoise } from "../noise";
import { prepare } from "./diagnose";
import { discrepancy, errorModel, estimatedChannels } from "./discrepancy";
import { estimateDiscrepancy, type KnownCase } from "./estimate-discrepancy";
import { LikelihoodEvaluator } from "./likelihood";
import { meetingSeconds } from "./meeting";
import { placeOf } from "./observables";

describe("the error model", () => {
  it("is a covariance: the same both ways, and positive for whatever was read", () => {
    for (const fixed of [true, false]) {
      const { covariance } = errorModel(discrepancy, fixed, [800, 1800], 23);
      for (let i = 0; i < 23; i++)
        for (let j = 0; j < 23; j++) expect(covariance[i * 23 + j]).toBeCloseTo(covariance[j * 23 + i]!, 12);
      const random = seededNoise(5);
      for (let n = 0; n < 200; n++) {
        const vector = Array.from({ length: 23 }, () => random.normal());
        let form = 0;
        for (let i = 0; i < 23; i++)
          for (let j = 0; j < 23; j++) form += vector[i]! * covariance[i * 23 + j]! * vector[j]!;
        expect(form).toBeGreaterThan(0);
      }
    }
  });

  it("finds again the bias and the scatter that made its cases", () => {
    const random = seededNoise(11);
    const reading = {
      format: "evrid.readings" as const,
      version: 1 as const,
      id: "made",
      vehicle: { ...usualLabel(), condenserFan: "electric" as const },
      conditions: { ambientC: 28 },
      running: [{ rpm: 800 }, { rpm: 1800 }],
    };
    const prepared = prepare(reading);
    if (!prepared.ok) throw new Error();
    const { hypotheses, observed } = prepared.value;
    const bias = 2;
    const shared = 1.5;
    const own = 0.8;
    const cases = Array.from({ length: 200 }, (): KnownCase => {
      const values = observed.values.slice();
      for (const name of estimatedChannels) {
        const common = shared * random.normal();
        for (const setting of [0, 1]) {
          const place = placeOf(name, setting, 2);
          values[place] = hypotheses.sound.values[place]! + bias + common + own * random.normal();
        }
      }
      return { reading, observed: { ...observed, values }, hypotheses, causes: ["none"] };
    });
    const found = estimateDiscrepancy(cases, discrepancy);
    for (const c of estimatedChannels.keys()) {
      expect(found.bias.variable!.idle[c]).toBeCloseTo(bias, 0);
      expect(Math.sqrt(found.shared[c]![c]!)).toBeGreaterThan(shared * 0.75);
      expect(Math.sqrt(found.shared[c]![c]!)).toBeLessThan(shared * 1.25);
      expect(Math.sqrt(found.own[c]![c]!)).toBeLessThan(own * 1.3);
    }
  });
});

describe("likelihood", () => {
  it("falls with distance, and stops falling for one reading that is wild", () => {
    const places = [0, 1, 2, 3];
    const zero = new Float64Array(4);
    const unit = new Float64Array(16);
    for (let i = 0; i < 4; i++) unit[i * 4 + i] = 1;
    const evaluator = new LikelihoodEvaluator(places);
    const at = (...read: number[]) =>
      evaluator.evaluate(Float64Array.from(read), zero, zero, { bias: zero, covariance: unit });
    expect(at(0, 0, 0, 0).log).toBeGreaterThan(at(1, 0, 0, 0).log);
    expect(at(1, 0, 0, 0).log).toBeGreaterThan(at(2, 2, 0, 0).log);
    const wild = at(40, 0, 0, 0);
    expect(wild.wild[0]).toBeGreaterThan(0.95);
    expect(at(0, 0, 0, 0).log - wild.log).toBeLessThan(14);
    expect(at(12, 12, 12, 12).log).toBeLessThan(wild.log);
  });
});

describe("how long the sides take to meet", () => {
  it("is what the transient circuit says, within a factor of two and a half, sound or stuck", () => {
    for (const metering of ["expansion-valve", "orifice-tube"] as const) {
      const sized = sizeVehicle(usualLabel({ metering, compressor: "variable-external" }));
      if (!sized.ok) throw new Error();
      for (const faults of [[], [{ cause: "metering-stuck-open" as const, severity: 0.8 }]]) {
        const plant = makePlant(sized.value, usualDay({ rpm: 1800 }), faults);
        const solved = solveSteady(plant);
        if (!solved.ok || solved.value.kind !== "running") throw new Error();
        const ratio =
          meetingSeconds(plant, solved.value.state.superheatK) / secondsToMeet(plant, solved.value.state.point)!;
        expect(ratio, `${metering} ${faults.length}`).toBeGreaterThan(1 / 2.5);
        expect(ratio, `${metering} ${faults.length}`).toBeLessThan(2.5);
      }
    }
  });
});
