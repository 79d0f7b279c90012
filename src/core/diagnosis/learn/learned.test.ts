import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { draws } from "../../../../tests/support/draws";
import { seededNoise } from "../../maths/noise";
import { checkReading } from "../../readings/file/reading-file";
import { CLASSES, causeClasses, OUTPUTS } from "../weigh/classes";
import { FEATURES, featuresOf, VALUE_COUNT } from "../weigh/features";
import { learnedNow } from "../weigh/learned";
import { askEnsemble, readLearned, writeLearned } from "../weigh/network";
import { scaleRow } from "../weigh/scales";
import { presences, weigh } from "../weigh/weigh";
import { judgeLearned } from "./judge-learned";
import { readAs, thoroughnesses } from "./read-as";
import { scalesOf, targetOf, trainMember } from "./train";

describe("the learned committee", () => {
  const fresh = draws(500, 20261126);

  it("is not stale: on fresh tests of today's model it is as good and as calibrated as it was when it was learned", () => {
    const { figures, members } = learnedNow().header;
    const now = judgeLearned(learnedNow(), fresh, seededNoise(5));
    expect(members).toBeGreaterThan(1);
    // Five hundred tests scatter by some 0.07 in log loss, 2 % in calibration and 1.5 % in the share inside.
    expect(now.logLoss).toBeLessThan(figures.logLoss + 0.2);
    expect(now.calibration).toBeLessThan(0.01);
    expect(now.chargeInside).toBeGreaterThan(0.85);
    expect(now.chargeInside).toBeLessThan(0.96);
  });

  it("knows more than how often causes come in, and more the more was read", () => {
    const share = (how: (typeof thoroughnesses)[number]) => {
      const noise = seededNoise(3);
      const right = fresh.filter((test) => {
        const row = featuresOf(readAs(test, noise, how));
        scaleRow(row, learnedNow().scales);
        const { classes } = askEnsemble(learnedNow(), row);
        return classes[targetOf(test).class] === Math.max(...classes);
      });
      return right.length / fresh.length;
    };
    expect(share("everything")).toBeGreaterThan(0.5);
    expect(share("everything")).toBeGreaterThan(share("one-speed"));
    expect(share("one-speed")).toBeGreaterThan(share("hardly-anything") - 0.02);
    expect(share("hardly-anything")).toBeGreaterThan(0.25);
  });

  it("answers any reading that a workshop may write with probabilities of what the vehicle can have", () => {
    const noise = seededNoise(8);
    for (const test of fresh.slice(0, 200)) {
      const reading = readAs(test, noise);
      const checked = checkReading(reading);
      expect(checked.ok, JSON.stringify(checked)).toBe(true);
      const { classes, charge, severities } = weigh(reading);
      expect(classes.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
      expect([...classes].every((p) => p >= 0 && p <= 1)).toBe(true);
      expect(charge).toEqual([...charge].sort((a, b) => a - b));
      for (const quantiles of severities) expect(quantiles).toEqual([...quantiles].sort((a, b) => a - b));
      if (!test.label.compressor.startsWith("variable")) {
        expect(presences({ classes })["compressor-low-stroke"]).toBe(0);
      }
    }
  });

  it("is one file that reads back the same, and refuses what is none of its own", () => {
    const bytes = writeLearned(learnedNow());
    expect(bytes.byteLength).toBeLessThan(1_000_000);
    const again = readLearned(bytes);
    expect(again.header).toEqual(learnedNow().header);
    expect(again.members[0]!.layers[0]!.weights).toEqual(learnedNow().members[0]!.layers[0]!.weights);
    expect(() => readLearned(bytes.slice(0, bytes.length - 40))).toThrow("cut-short");
    expect(() => readLearned(new TextEncoder().encode("PK something else"))).toThrow("not-learned");
  });
});

describe("a row of features", () => {
  it("has a mask for each value, and no reading of nothing", () => {
    const noise = seededNoise(4);
    fc.assert(
      fc.property(fc.constantFrom(...draws(20, 7)), fc.constantFrom(...thoroughnesses), (test, how) => {
        const row = featuresOf(readAs(test, noise, how));
        expect(row).toHaveLength(FEATURES);
        for (let i = 0; i < VALUE_COUNT; i++) {
          expect(row[VALUE_COUNT + i]).toBe(Number.isFinite(row[i]!) ? 1 : 0);
        }
        scaleRow(row, learnedNow().scales);
        expect(row.every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 60, seed: 2 },
    );
  });

  it("does not depend on the order in which the speeds were written", () => {
    const noise = seededNoise(6);
    for (const test of draws(10, 9)) {
      const reading = readAs(test, noise, "everything");
      // Without a speed the first is taken for idle.
      if (reading.running!.some(({ rpm }) => rpm === null)) continue;
      const turned = { ...reading, running: [...reading.running!].reverse() };
      expect(featuresOf(turned)).toEqual(featuresOf(reading));
    }
  });
});

describe("drawing and training", () => {
  it("draws the same tests from the same seed, each of a class that is told apart", () => {
    expect(draws(5, 3)).toEqual(draws(5, 3));
    for (const test of draws(60, 4)) {
      const target = targetOf(test);
      expect(target.class).toBeGreaterThanOrEqual(0);
      expect(causeClasses[target.class]!.length).toBe(test.faults.length);
      expect(test.chargeShare).toBeGreaterThan(0.02);
      expect(test.chargeShare).toBeLessThan(1.75);
    }
    expect(OUTPUTS).toBeGreaterThan(CLASSES);
  });

  it("learns: a pass over few tests lowers the loss, and the same seed learns the same", () => {
    const tests = draws(256, 12);
    const scales = scalesOf(tests, seededNoise(1));
    const losses: number[] = [];
    const options = {
      hidden: [24, 12] as const,
      seed: 1,
      passes: 6,
      onPass: (_: number, loss: number) => losses.push(loss),
    };
    const member = trainMember(tests, scales, options);
    expect(losses.at(-1)!).toBeLessThan(losses[0]! - 0.1);
    expect(trainMember(tests, scales, { ...options, onPass: () => undefined })).toEqual(member);
  });
});
