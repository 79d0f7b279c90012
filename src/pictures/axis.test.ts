import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fromBase } from "@/core/units/units";
import { courseOf, logScale, plainScale, quantityScale, thinned } from "./axis";

describe("the axis of all drawings", () => {
  it("ends on round numbers of the unit it is shown in, with every value inside", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 400, noNaN: true }),
        fc.double({ min: 50, max: 3000, noNaN: true }),
        fc.constantFrom("kPa" as const, "bar" as const, "psi" as const),
        (least, span, unit) => {
          const most = least + span;
          const scale = quantityScale({ least, most, from: 300, to: 40, unit, steps: 5 });
          expect(scale.most).toBeGreaterThanOrEqual(most - 1e-6);
          expect(scale.least).toBeLessThanOrEqual(least + 1e-6);
          expect(scale.at(scale.least)).toBeCloseTo(300, 6);
          expect(scale.at(scale.most)).toBeCloseTo(40, 6);
          const [first, second] = scale.ticks.map(({ value }) => fromBase(value, unit));
          const step = second! - first!;
          expect(["1", "2", "5"]).toContain(step.toExponential(6).replace(/\.?0*e.*/, ""));
          for (const { text } of scale.ticks) expect(text).not.toMatch(/NaN|undefined/);
        },
      ),
    );
  });

  it("rises where the drawing rises, and holds what lies beyond its ends", () => {
    const up = plainScale({ least: 0, most: 10, from: 100, to: 0 });
    expect(up(7)).toBeLessThan(up(3));
    expect(plainScale({ least: 0, most: 10, from: 100, to: 0 }, true)(25)).toBe(0);
    const decades = logScale({ least: 0.01, most: 100, from: 200, to: 0 });
    expect(decades(1)).toBeCloseTo(100, 9);
    expect(decades(0)).toBeCloseTo(200, 9);
  });

  it("draws a course through its points, and thins a long one without losing its end", () => {
    expect(courseOf([])).toBe("");
    expect(
      courseOf([
        [1, 2],
        [3.04, 4],
      ]),
    ).toBe("M1,2L3,4");
    const many = Array.from({ length: 1001 }, (_, i) => i);
    const some = thinned(many, 100);
    expect(some.length).toBeLessThanOrEqual(102);
    expect(some.at(-1)).toBe(1000);
    expect(thinned([1, 2, 3], 100)).toEqual([1, 2, 3]);
  });
});
