import { describe, expect, it } from "vitest";
import { madeHolds } from "../../../../tests/support/holds";
import type { HoldSetting } from "./hold";
import { fitHold } from "./hold-fit";
import { holdFor, smallestLeak } from "./sight";
import { vacuumTarget, waterBoilingKpa } from "./target";
import { judgeHold } from "./two-ends";

const setting: HoldSetting = {
  volumeM3: 3.4e-3,
  coldestWallC: 20,
  altitudeM: 0,
  gauge: "electronic",
  standingKpa: 572,
};

describe("how deep", () => {
  it.each([
    [0, 0.6113],
    [10, 1.2282],
    [20, 2.3393],
    [40, 7.3849],
  ])("water boils at %f degC under %f kPa (IAPWS-95)", (temperatureC, kpa) => {
    expect(Math.abs(waterBoilingKpa(temperatureC) / kpa - 1)).toBeLessThan(0.003);
  });

  it("gives the target with a margin, and what a needle shows of it on a mountain", () => {
    const sea = vacuumTarget(20, 0, "fine-mechanical");
    expect(sea.targetKpa).toBeLessThan(0.6 * sea.boilingKpa);
    const high = vacuumTarget(20, 2000, "fine-mechanical");
    expect(high.targetKpa).toBeCloseTo(sea.targetKpa, 12);
    // The air is some 22 kPa thinner at 2000 m: the needle goes less far below zero.
    expect(high.needleKpa - sea.needleKpa).toBeGreaterThan(20);
    expect(vacuumTarget(20, 0, "coarse-mechanical").gaugeSees).toBe(false);
  });

  it.each([
    ["not-deep-enough", 4, 4.1],
    ["held", 0.08, 0.12],
    ["rises", 0.08, 9],
    ["rise-to-water", 0.08, 2.2],
  ] as const)("a hold at 20 degC of which only the ends are known: %s", (verdict, lowestKpa, heldKpa) => {
    expect(judgeHold({ lowestKpa, heldKpa, holdS: 1200, coldestWallC: 20 }).verdict).toBe(verdict);
  });
});

describe("the fit of a hold", () => {
  it("parts leak, moisture and a tight circuit in 200 made-up holds, and measures the leaks", () => {
    const holds = madeHolds(200, 7);
    let right = 0;
    let measured = 0;
    let within = 0;
    for (const { cause, leakGYear, points, setting: at } of holds) {
      const fit = fitHold(points, at);
      if (!fit.ok) throw new Error(fit.issue.code);
      if (fit.value.cause === cause) right++;
      if (leakGYear === 0) continue;
      measured++;
      if (Math.abs(fit.value.leakGYear.median / leakGYear - 1) <= 0.2) within++;
    }
    expect(right / holds.length).toBeGreaterThanOrEqual(0.95);
    expect(within / measured).toBeGreaterThanOrEqual(0.95);
  });

  it("does not say what it cannot see", () => {
    const [hold] = madeHolds(1, 3);
    const { points } = hold!;
    expect(fitHold(points.slice(0, 4), setting)).toMatchObject({ issue: { code: "too-few" } });
    expect(fitHold(points.slice(0, 12), setting)).toMatchObject({ issue: { code: "too-short" } });
    expect(fitHold(points, { ...setting, gauge: "coarse-mechanical" })).toMatchObject({
      issue: { code: "gauge-blind" },
    });
  });

  it("a longer hold and a finer gauge see smaller leaks; the length asked for is just long enough", () => {
    const lengths = [300, 900, 1800, 3600, 7200].map((s) => smallestLeak(s, 0.1, setting));
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
    expect(smallestLeak(1800, 0.1, { ...setting, gauge: "fine-mechanical" })).toBeGreaterThan(lengths[2]! * 10);
    const needed = holdFor(100, 0.1, setting)!;
    expect(smallestLeak(needed, 0.1, setting)).toBeLessThanOrEqual(100 * 1.001);
    expect(smallestLeak(needed * 0.9, 0.1, setting)).toBeGreaterThan(100);
    expect(holdFor(0.001, 0.1, setting)).toBeNull();
  });
});
