import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fitColumns, fitLine, removeParabola } from "./fits";
import { cholesky, inverse, solveInPlace, solveLower } from "./linear";
import { normalQuantile, seededNoise, stratifiedNormals } from "./noise";
import { fallingRoot } from "./roots";

const value = fc.double({ min: -10, max: 10, noNaN: true });
const square = (n: number) => fc.array(value, { minLength: n * n, maxLength: n * n });
const column = (n: number) => fc.array(value, { minLength: n, maxLength: n });
const times = (a: ArrayLike<number>, x: ArrayLike<number>) =>
  Array.from({ length: x.length }, (_, i) => {
    let sum = 0;
    for (let j = 0; j < x.length; j++) sum += a[i * x.length + j]! * x[j]!;
    return sum;
  });

describe("linear systems", () => {
  it("what is solved gives the right side back, whatever the order of the rows", () => {
    fc.assert(
      fc.property(square(4), column(4), (a, x) => {
        const right = Float64Array.from(times(a, x));
        const found = Float64Array.from(right);
        if (!solveInPlace(Float64Array.from(a), found)) return;
        const back = times(a, found);
        const size = Math.max(1, ...found.map(Math.abs));
        for (let i = 0; i < 4; i++) expect(Math.abs(back[i]! - right[i]!)).toBeLessThan(1e-9 * size * 100);
      }),
    );
    expect(solveInPlace(Float64Array.from([1, 2, 2, 4]), Float64Array.from([1, 1]))).toBe(false);
    expect([...inverse([0, 2, 4, 0], 2)!]).toEqual([0, 0.25, 0.5, 0]);
  });

  it("a Cholesky factor multiplies back to its matrix, and refuses one that is not positive", () => {
    fc.assert(
      fc.property(square(3), (a) => {
        const spd = new Float64Array(9);
        for (let i = 0; i < 3; i++) {
          for (let j = 0; j < 3; j++) {
            for (let k = 0; k < 3; k++) spd[i * 3 + j] = spd[i * 3 + j]! + a[i * 3 + k]! * a[j * 3 + k]!;
          }
          spd[i * 3 + i] = spd[i * 3 + i]! + 1;
        }
        const factor = cholesky(spd, 3)!;
        const y = solveLower(factor, [1, 2, 3]);
        for (let i = 0; i < 3; i++) {
          let sum = 0;
          for (let k = 0; k <= i; k++) sum += factor[i * 3 + k]! * y[k]!;
          expect(sum).toBeCloseTo(i + 1, 8);
        }
      }),
    );
    expect(cholesky([1, 2, 2, 1], 2)).toBeNull();
  });
});

describe("fits", () => {
  it("find the line and the columns that made the points", () => {
    fc.assert(
      fc.property(value, value, fc.double({ min: 0.1, max: 5, noNaN: true }), (start, slope, tau) => {
        const t = Array.from({ length: 30 }, (_, i) => i);
        const line = fitLine(
          t,
          t.map((x) => start + slope * x),
        );
        expect(line.slope).toBeCloseTo(slope, 8);
        expect(line.residual).toBeLessThan(1e-8);
        const bend = t.map((x) => 1 - Math.exp(-x / (4 * tau)));
        const y = t.map((x, i) => start + slope * x + 2 * bend[i]!);
        const fit = fitColumns([t.map(() => 1), t, bend], y, new Float64Array(30).fill(4))!;
        expect(fit.coefficients[1]).toBeCloseTo(slope, 5);
        expect(fit.coefficients[2]).toBeCloseTo(2, 4);
      }),
    );
    expect(fitLine([3, 3], [1, 5]).slope).toBe(0);
    expect(
      fitColumns(
        [
          [1, 1],
          [1, 1],
        ],
        [1, 2],
        [1, 1],
      ),
    ).toBeNull();
  });

  it("a slope's variance is that of white noise: textbook value for an even grid", () => {
    const t = Array.from({ length: 11 }, (_, i) => i);
    const fit = fitColumns([t.map(() => 1), t], t, new Float64Array(11).fill(1 / 0.25))!;
    // sd2 / sum((t - mean)2) = 0.25 / 110.
    expect(fit.variances[1]).toBeCloseTo(0.25 / 110, 9);
  });

  it("a parabola leaves nothing, and a swing about it stays", () => {
    const values = Float64Array.from({ length: 40 }, (_, i) => 3 + 0.2 * i - 0.01 * i * i);
    const swung = values.map((one, i) => one + Math.sin(i));
    removeParabola(values);
    removeParabola(swung);
    expect(Math.max(...values.map(Math.abs))).toBeLessThan(1e-9);
    expect(Math.max(...swung)).toBeGreaterThan(0.8);
  });
});

describe("roots and noise", () => {
  it("finds where a falling function crosses, wherever it starts", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (at, start) => {
          expect(fallingRoot((x) => at - x + 0.6 * (at ** 2 - x ** 2), 0, 1, 1e-10, start)).toBeCloseTo(at, 8);
        },
      ),
    );
  });

  it("is the same for the same seed, and normal in its quantiles", () => {
    const draws = (seed: number) => Array.from({ length: 5 }, seededNoise(seed).normal);
    expect(draws(7)).toEqual(draws(7));
    expect(draws(7)).not.toEqual(draws(8));
    expect(normalQuantile(0.975)).toBeCloseTo(1.96, 2);
    const members = stratifiedNormals(48, 3).map((draw) => draw());
    // A Latin hypercube has exactly one member in each slice.
    expect(members.filter((x) => x < 0)).toHaveLength(24);
  });
});
