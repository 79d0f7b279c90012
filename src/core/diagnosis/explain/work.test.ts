import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { workKinds } from "../../causes/work";
import { CLASSES, causeClasses, classOf } from "../weigh/classes";
import { afterWork } from "./work";

const even = new Array<number>(CLASSES).fill(1 / CLASSES);
const chances = fc
  .array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: CLASSES, maxLength: CLASSES })
  .map((list) => {
    const total = list.reduce((sum, x) => sum + x, 1e-6);
    return list.map((x) => (x + 1e-6 / CLASSES) / total);
  });

describe("what work does to what may be the matter", () => {
  it("keeps all chances together, whatever was done", () => {
    fc.assert(
      fc.property(chances, fc.subarray([...workKinds]), (before, work) => {
        const after = afterWork(before, work, even);
        expect(after.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 6);
        expect([...after].every((p) => p >= 0)).toBe(true);
      }),
    );
  });

  it("takes away what it is done for, one of a pair too, and leaves the rest", () => {
    const only = (...causes: Parameters<typeof classOf>[0]) => {
      const before = new Array<number>(CLASSES).fill(0);
      before[classOf(causes)] = 1;
      return before;
    };
    const weighed = ["charged-by-weight"] as const;
    expect(afterWork(only("undercharge"), weighed, even)[classOf([])]).toBeGreaterThan(0.85);
    expect(afterWork(only("compressor-worn"), weighed, even)[classOf(["compressor-worn"])]).toBeGreaterThan(0.85);
    const pair = afterWork(only("undercharge", "condenser-airflow"), weighed, even);
    expect(pair[classOf(["condenser-airflow"])]).toBeGreaterThan(pair[classOf(["undercharge", "condenser-airflow"])]!);
    expect(causeClasses).toHaveLength(CLASSES);
  });
});
