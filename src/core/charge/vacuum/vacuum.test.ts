import { describe, expect, it } from "vitest";
import { airOfLeak, causeOf, simulatedHolds } from "../../../../tests/support/holds";
import { evacuate, type VacuumState, vacuumKpa } from "../../circuit/time/evacuation";
import type { HoldPoint, HoldSetting } from "./hold";
import { judgeHold, moistAbove } from "./judge-hold";
import { holdFor, smallestLeak } from "./sight";
import { MICRON_KPA, vacuumTarget, waterBoilingKpa } from "./target";

const setting: HoldSetting = {
  volumeM3: 3.4e-3,
  coldestWallC: 20,
  altitudeM: 0,
  gauge: "electronic",
  standingKpa: 572,
};

const judged = (points: readonly HoldPoint[], at: HoldSetting = setting) => {
  const answer = judgeHold(points, at);
  if (!answer.ok) throw new Error(answer.issue.code);
  return answer.value;
};

const twoReadings = (startMicron: number, endMicron: number, seconds: number) =>
  judged([
    { time: 0, kpa: startMicron * MICRON_KPA },
    { time: seconds, kpa: endMicron * MICRON_KPA },
  ]);

describe("how deep", () => {
  it.each([
    [0, 0.6113],
    [10, 1.2282],
    [20, 2.3393],
    [40, 7.3849],
  ])("water boils at %f degC under %f kPa (IAPWS-95)", (temperatureC, kpa) => {
    expect(Math.abs(waterBoilingKpa(temperatureC) / kpa - 1)).toBeLessThan(0.003);
  });

  it("is 500 micron unless the workshop chose 1 000, and no needle shows either, at any altitude", () => {
    const sea = vacuumTarget(20, 0, "electronic");
    expect(sea.targetKpa * 10).toBeCloseTo(0.667, 3);
    expect(vacuumTarget(20, 0, "electronic", "micron-1000").targetKpa).toBeCloseTo(2 * sea.targetKpa, 9);
    expect(sea.gaugeSees).toBe(true);
    for (const gauge of ["fine-mechanical", "coarse-mechanical"] as const)
      expect(vacuumTarget(20, 0, gauge).gaugeSees).toBe(false);
    // The air is some 22 kPa thinner at 2000 m: the needle goes less far below zero.
    expect(vacuumTarget(20, 2000, "fine-mechanical").gaugeReadsKpa - sea.gaugeReadsKpa).toBeGreaterThan(20);
  });
});

describe("judging a hold", () => {
  it("parts leak, moisture and a tight circuit in simulated holds, says so when it cannot, and misses no leak above its limit", () => {
    const holds = simulatedHolds(120, 7);
    const counts = { missed: 0, confused: 0, undecided: 0 };
    for (const hold of holds) {
      const { verdict, smallestGYear } = judged(hold.points, hold.setting);
      const truth = causeOf(hold, smallestGYear, moistAbove("electronic"));
      if (verdict === "tight" && truth.startsWith("leaking")) counts.missed++;
      if ((truth === "moist" && verdict === "leaking") || (truth === "leaking" && verdict === "moist"))
        counts.confused++;
      if (verdict === "undecided") counts.undecided++;
    }
    expect(counts.missed).toBeLessThanOrEqual(0.02 * holds.length);
    expect(counts.confused).toBeLessThanOrEqual(0.05 * holds.length);
    expect(counts.undecided).toBeLessThanOrEqual(0.25 * holds.length);
  });

  it("goes by level and shape, not by the rate alone", () => {
    // 410 to 3 000 micron in half an hour is no vacuum that held, whatever it rose by in a minute.
    const rose = twoReadings(410, 3000, 1800);
    expect(rose.verdict).toBe("undecided");
    expect(rose.probabilities.tight).toBeLessThan(0.02);
    expect(rose.decidedAfterS).toBeGreaterThan(1800);
    // 4 to 32 mbar over a night is a slow rise, and a wet or a leaking circuit.
    expect(["moist", "leaking", "leaking-and-moist", "undecided"]).toContain(twoReadings(3000, 24_000, 54_000).verdict);
    expect(twoReadings(3000, 24_000, 54_000).probabilities.tight).toBeLessThan(0.01);
    expect(twoReadings(300, 700, 1800).verdict).toBe("tight");
    // A leak that makes up the rise counts, though it is smaller than the smallest that two readings show.
    expect(rose.probabilities.leaking + rose.probabilities["leaking-and-moist"]).toBeGreaterThan(0.2);
    // Just above the level of a dry circuit: not tight, whichever gas it was. At the level: nothing is claimed.
    expect(twoReadings(300, 1900, 1800).probabilities.tight).toBeLessThan(0.02);
    const close = twoReadings(300, 1500, 1800);
    expect(close.probabilities.tight).toBeGreaterThan(0.3);
    expect(close.verdict).toBe("undecided");
  });

  it("tells a straight rise from one that flattens at the same end", () => {
    const curve = (rise: (share: number) => number) =>
      Array.from({ length: 31 }, (_, i) => ({ time: 60 * i, kpa: 0.05 + rise(i / 30) }));
    expect(judged(curve((x) => 0.6 * x)).verdict).toBe("leaking");
    expect(judged(curve((x) => 0.6 * (1 - Math.exp(-5 * x)))).verdict).toBe("moist");
    expect(judged(curve((x) => 0.1 * (1 - Math.exp(-4 * x)))).verdict).toBe("tight");
  });

  it("measures a leak that stands alone", () => {
    const leaks = simulatedHolds(60, 11).filter((hold) => causeOf(hold, 1500, moistAbove("electronic")) === "leaking");
    expect(leaks.length).toBeGreaterThan(5);
    for (const { points, setting: at, leakGYear } of leaks) {
      const { low, high } = judged(points, at).leakGYear;
      expect(leakGYear).toBeGreaterThan(0.75 * low);
      expect(leakGYear).toBeLessThan(1.25 * high);
    }
  });

  it("refuses a hold that is too short, a single reading, and a needle that shows nothing of it", () => {
    const [hold] = simulatedHolds(1, 3);
    const { points } = hold!;
    expect(judgeHold(points.slice(0, 1), setting)).toMatchObject({ issue: { code: "too-few" } });
    expect(judgeHold(points.slice(0, 12), setting)).toMatchObject({ issue: { code: "too-short" } });
    expect(judgeHold(points, { ...setting, gauge: "coarse-mechanical" })).toMatchObject({
      issue: { code: "gauge-blind" },
    });
  });

  it("gives the same answer for the same readings", () => {
    const [hold] = simulatedHolds(1, 5);
    expect(judgeHold(hold!.points, hold!.setting)).toEqual(judgeHold(hold!.points, hold!.setting));
  });
});

describe("the smallest leak a hold shows", () => {
  it("falls with length and with a finer gauge, and is larger for two readings than for a trace", () => {
    const lengths = [300, 900, 1800, 3600, 7200].map((s) => smallestLeak(s, setting));
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
    expect(smallestLeak(1800, setting, "ends")).toBeGreaterThan(2 * lengths[2]!);
    expect(smallestLeak(1800, { ...setting, gauge: "fine-mechanical" })).toBeGreaterThan(5 * lengths[2]!);
    const needed = holdFor(100, setting)!;
    expect(smallestLeak(needed, setting)).toBeLessThanOrEqual(100 * 1.001);
    expect(smallestLeak(needed * 0.9, setting)).toBeGreaterThan(100);
  });

  it("includes outgassing and what a sound car loses: no hold finds eight grams a year", () => {
    expect(smallestLeak(86_400, setting)).toBeGreaterThan(15);
    expect(smallestLeak(1800, setting)).toBeGreaterThan(200);
    expect(holdFor(8, setting)).toBeNull();
  });

  it("is the same figure before a hold and after it", () => {
    const [, hold] = simulatedHolds(2, 9);
    const { points, setting: at } = hold!;
    expect(judged(points, at).smallestGYear).toBe(smallestLeak(points.at(-1)!.time, at));
  });

  it("stands beside outgassing that a real pull leaves: more oil, a longer tail", () => {
    const held = (dissolvedKg: number) => {
      const state: VacuumState = { airKpa: 0.3, refrigerantKpa: 20, waterKpa: 0, waterKg: 0, dissolvedKg };
      const at = { volumeM3: 3.4e-3, wallC: 20, atmosphereKpa: 101.3, leakKpaM3S: airOfLeak(0) };
      const run = (seconds: number, pumpOn: boolean) => {
        for (let t = 0; t < seconds; t += 5) evacuate(state, { ...at, pumpOn }, 5);
        return vacuumKpa(state);
      };
      const start = run(1800, true);
      const [half, end] = [run(900, false), run(900, false)];
      return { first: half - start, second: end - half };
    };
    const [little, much] = [held(2e-4), held(8e-4)];
    expect(much.first).toBeGreaterThan(little.first);
    for (const { first, second } of [little, much]) {
      expect(second).toBeGreaterThan(0);
      expect(second).toBeLessThan(first);
    }
  });
});
