import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { HermiteGrid, HermiteLine } from "./hermite";

const cubic =
  ([a, b, c, d]: readonly number[]) =>
  (x: number) =>
    a! + x * (b! + x * (c! + x * d!));
const coefficient = fc.double({ min: -3, max: 3, noNaN: true });
const four = fc.tuple(coefficient, coefficient, coefficient, coefficient);

describe("cubic Hermite interpolation", () => {
  it("gives a cubic back exactly, and its slope, between nodes and past the border", () => {
    fc.assert(
      fc.property(four, fc.double({ min: -2.2, max: 3.2, noNaN: true }), (coefficients, x) => {
        const f = cubic(coefficients);
        const line = new HermiteLine(-2, 3, 9, 2, (at, into) => {
          into[0] = f(at);
          into[1] = -2 * f(at);
        });
        expect(line.value(0, x)).toBeCloseTo(f(x), 6);
        expect(line.value(1, x)).toBeCloseTo(-2 * f(x), 6);
        const [, b, c, d] = coefficients;
        expect(line.slope(0, x)).toBeCloseTo(b + x * (2 * c + 3 * d * x), 5);
        line.seek(x);
        expect(line.read(1)).toBe(line.value(1, x));
      }),
    );
  });

  it("gives a product of cubics back in two variables", () => {
    fc.assert(
      fc.property(
        four,
        four,
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (p, q, x, y) => {
          const [f, g] = [cubic(p), cubic(q)];
          const grid = new HermiteGrid(0, 4, 7, 6, 1, (at, into) => {
            for (let j = 0; j < 6; j++) into[j] = f(at) * g(j / 5);
          });
          expect(grid.value(0, x, y)).toBeCloseTo(f(x) * g(y), 5);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("errs with the fourth power of the spacing on a smooth function", () => {
    const worst = (nodes: number) => {
      const line = new HermiteLine(0, 3, nodes, 1, (x, into) => {
        into[0] = Math.exp(-x) * Math.sin(3 * x);
      });
      let error = 0;
      for (let x = 0; x <= 3; x += 0.003)
        error = Math.max(error, Math.abs(line.value(0, x) - Math.exp(-x) * Math.sin(3 * x)));
      return error;
    };
    expect(worst(20) / worst(40)).toBeGreaterThan(10);
  });
});
