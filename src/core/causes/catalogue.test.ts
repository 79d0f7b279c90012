import { describe, expect, it } from "vitest";
import { effectsOf } from "../circuit/faults";
import { causeEntry, causes, commonPairs, faultCauses, possible } from "./catalogue";
import { otherRepairs, type Work } from "./work";

const site = { innerVolumeM3: 2.3e-3, displacementM3: 150e-6, place: 0.5 };
const neutral = () => effectsOf([], site);

describe("repairs beside the circuit", () => {
  it("each takes away a cause of its own, and none is without one", () => {
    const mends = (work: Work) => faultCauses.filter((cause) => causeEntry(cause).mendedBy.includes(work));
    for (const repair of otherRepairs) expect(mends(repair), repair).not.toEqual([]);
    expect(mends("fan")).toEqual(["condenser-airflow"]);
    expect(mends("belt")).toEqual(["compressor-not-driven"]);
  });
});

describe("the catalogue of causes", () => {
  it("holds of each what everything else needs: a change to the circuit that grows, work that mends it", () => {
    for (const cause of faultCauses) {
      const entry = causeEntry(cause);
      expect(entry.prior, cause).toBeGreaterThan(0);
      expect(entry.solved.every((one, i) => one > (entry.solved[i - 1] ?? 0) && one <= 1)).toBe(true);
      const [some, much] = [neutral(), neutral()];
      entry.act(some, 0.4, site);
      entry.act(much, 0.9, site);
      expect(some, cause).not.toEqual(neutral());
      expect(much, cause).not.toEqual(some);
      for (const value of Object.values(much)) expect(value, cause).toBeGreaterThanOrEqual(0);
    }
  });

  it("draws severities that are none and worst at the ends of their range", () => {
    for (const cause of faultCauses) {
      for (const uniform of [0, 0.4999, 0.5, 0.86, 0.999]) {
        const drawn = causeEntry(cause).drawSeverity?.(() => uniform) ?? 0.15 + 0.85 * uniform;
        expect(drawn, cause).toBeGreaterThanOrEqual(0);
        expect(drawn, cause).toBeLessThanOrEqual(1);
      }
    }
  });

  it("condemns no part that a vehicle does not have, and pairs only causes that stand in it", () => {
    expect(possible("compressor-low-stroke", { compressor: "fixed" })).toBe(false);
    expect(possible("compressor-low-stroke", { compressor: "variable-internal" })).toBe(true);
    expect(causes.filter((cause) => !possible(cause, { compressor: "fixed" }))).toEqual(["compressor-low-stroke"]);
    for (const { causes: pair } of commonPairs) for (const cause of pair) expect(faultCauses).toContain(cause);
  });
});
