import { describe, expect, it } from "vitest";
import { draws } from "../../../../tests/support/draws";
import { seededNoise } from "../../maths/noise";
import type { ReadingFile } from "../../readings/file/reading-file";
import { fitPopulation } from "../learn/fit-population";
import { readAs } from "../learn/read-as";
import { learnedNow } from "./learned";
import { distanceOf, misfitOf, POPULATION_VALUES } from "./population";

const misfit = (reading: ReadingFile) => misfitOf(reading, learnedNow().scales, learnedNow().population);

describe("whether readings fit together", () => {
  const fresh = draws(400, 4711);

  it("passes all but about one honest reading in two hundred, whatever is the matter with the car", () => {
    const noise = seededNoise(2);
    const beyond = fresh.filter((test) => misfit(readAs(test, noise, undefined, { wild: 0 })) > 1).length;
    // Two are expected of four hundred; ten would be one time in ten thousand.
    expect(beyond).toBeLessThan(10);
  });

  it("knows a half open coupler on a test with clamps more often than not", () => {
    const noise = seededNoise(3);
    const slipped = fresh.slice(0, 200).flatMap((test) => {
      const reading = readAs(test, noise, "everything", { wild: 0 });
      const [first, ...others] = reading.running!;
      if (first?.highKpa == null || first.lowKpa == null || first.highKpa < 900) return [];
      return [{ ...reading, running: [{ ...first, highKpa: first.lowKpa + 60 }, ...others] }];
    });
    const found = slipped.filter((reading) => misfit(reading) > 1).length;
    expect(slipped.length).toBeGreaterThan(50);
    expect(found / slipped.length).toBeGreaterThan(0.5);
  });

  it("says nothing of a reading in which nothing was read, and never a number that is none", () => {
    const reading = readAs(fresh[0]!, seededNoise(5), "hardly-anything");
    const bare: ReadingFile = { ...reading, running: [], rest: null, equalise: null };
    expect(Number.isFinite(misfit(bare))).toBe(true);
    const wild = { ...reading, running: [{ rpm: 800, lowKpa: 3900, highKpa: -100, ventC: 180, suctionLineC: -40 }] };
    expect(misfit(wild)).toBeGreaterThan(1);
    expect(Number.isFinite(misfit(wild))).toBe(true);
  });

  it("is nearer to the middle of a component than anything beside it", () => {
    const { components } = learnedNow().population;
    const [one] = components;
    const middle = Float64Array.from(one!.mean);
    expect(distanceOf(middle, components)).toEqual({ squared: 0, read: POPULATION_VALUES });
    const beside = middle.map((value, i) => (i === 0 ? value + 0.5 : value));
    expect(distanceOf(beside, [one!]).squared).toBeGreaterThan(0);
  });

  it("is fitted from drawn tests to limits that grow with what is read", () => {
    // Reads the same cars again and again: each reading is drawn anew.
    const sound = fresh.filter(({ faults, label }) => faults.length === 0 && label.metering === "expansion-valve");
    const many = Array.from({ length: Math.ceil(200 / sound.length) }, () => sound).flat();
    const population = fitPopulation(many, learnedNow().scales, 1);
    expect(population.components).toHaveLength(1);
    const limits = [...population.limits];
    expect(limits).toEqual([...limits].sort((a, b) => a - b));
    expect(limits).toHaveLength(POPULATION_VALUES + 1);
  });
});
