/** The mixture that says what fits together, from drawn tests: one component for each class, metering device, and half of the severities. */
import { cholesky } from "../../maths/linear";
import { seededNoise } from "../../maths/noise";
import { featuresOf } from "../weigh/features";
import { type Component, distanceOf, POPULATION_VALUES, type Population, standardised } from "../weigh/population";
import type { Scales } from "../weigh/scales";
import type { TrueTest } from "./draw-test";
import { readAs } from "./read-as";

const HONEST = { wild: 0 };
/** A component of fewer tests would be the tests themselves. */
const LEAST_TESTS = 150;
/** Two values seen together less often than this are taken to be independent. */
const LEAST_PAIRS = 40;
/** Share of the variance that is never explained by the other values. */
const RIDGE = 0.02;
/** Honest readings beyond the limit. */
const BEYOND = 1 / 200;
/** Readings that set a limit. */
const LEAST_READINGS = 1500;

const N = POPULATION_VALUES;

function componentOf({ faults, label }: TrueTest): string {
  const [first] = faults;
  const half = first === undefined ? "" : first.severity > 0.5 ? "much" : "some";
  return [...faults.map(({ cause }) => cause), label.metering, half].join(" ");
}

export function fitPopulation(tests: readonly TrueTest[], scales: Scales, seed: number): Population {
  const groups = new Map<string, TrueTest[]>();
  for (const test of tests) {
    const key = componentOf(test);
    const group = groups.get(key);
    if (group) group.push(test);
    else groups.set(key, [test]);
  }
  const components = [...groups.values()]
    .filter(({ length }) => length >= LEAST_TESTS)
    .map((group) => fitComponent(group.map((test, i) => valuesOf(test, scales, seed + i, "everything"))));
  return { components, limits: limitsOf(tests, scales, components, seed + 1) };
}

function valuesOf(test: TrueTest, scales: Scales, seed: number, how?: "everything"): Float64Array {
  const reading = readAs(test, seededNoise(seed), how, HONEST);
  return standardised(featuresOf(reading), scales);
}

/** Moments over the pairs of values that were read together. */
function fitComponent(rows: readonly Float64Array[]): Component {
  const mean = new Float32Array(N);
  for (let i = 0; i < N; i++) {
    const read = rows.flatMap((row) => (Number.isFinite(row[i]!) ? [row[i]!] : []));
    mean[i] = read.length === 0 ? 0 : read.reduce((sum, x) => sum + x, 0) / read.length;
  }
  const whole = new Float64Array(N * N);
  for (let i = 0; i < N; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      let count = 0;
      for (const row of rows) {
        const product = (row[i]! - mean[i]!) * (row[j]! - mean[j]!);
        if (!Number.isFinite(product)) continue;
        sum += product;
        count++;
      }
      if (i === j) whole[i * N + i] = count < LEAST_PAIRS ? 1 : Math.max(sum / count, 0.01) * (1 + RIDGE);
      else if (count >= LEAST_PAIRS) {
        whole[i * N + j] = sum / count;
        whole[j * N + i] = sum / count;
      }
    }
  }
  // Moments of pairs need not be those of any distribution: they are drawn together until they are.
  while (cholesky(whole, N) === null) {
    for (let i = 0; i < N; i++) for (let j = 0; j < N; j++) if (i !== j) whole[i * N + j] = 0.97 * whole[i * N + j]!;
  }
  const covariance = new Float32Array((N * (N + 1)) / 2);
  for (let i = 0; i < N; i++) for (let j = 0; j <= i; j++) covariance[(i * (i + 1)) / 2 + j] = whole[i * N + j]!;
  return { mean, covariance };
}

/** Limits by how many values were read, each from readings with about as many; more values never have a lower limit. */
function limitsOf(tests: readonly TrueTest[], scales: Scales, components: readonly Component[], seed: number) {
  const found: number[][] = Array.from({ length: N + 1 }, () => []);
  const some = tests.slice(0, 40_000);
  for (const [i, test] of some.entries()) {
    const { squared, read } = distanceOf(valuesOf(test, scales, seed + 7 * i), components);
    found[read]!.push(squared);
  }
  const limits = new Float32Array(N + 1);
  for (let n = 0; n <= N; n++) {
    const around: number[] = [];
    for (let width = 0; width <= N && around.length < Math.min(LEAST_READINGS, some.length); width++) {
      for (const other of new Set([n - width, n + width])) around.push(...(found[other] ?? []));
    }
    around.sort((a, b) => a - b);
    const limit = around[Math.floor((1 - BEYOND) * (around.length - 1))] ?? 1;
    limits[n] = Math.max(limit, limits[n - 1] ?? 0, 1e-3);
  }
  return limits;
}
