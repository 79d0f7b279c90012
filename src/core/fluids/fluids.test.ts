import fc from "fast-check";
import { describe, expect, it } from "vitest";
import check from "./check-values.json" with { type: "json" };
import { refrigerants } from "./refrigerants";
import { saturationAtPressure, saturationAtTemperature, saturationRangeC } from "./saturation";
import { stateAt } from "./state";

function value<T>(result: { ok: true; value: T } | { ok: false; issue: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
}

/** Relative distance; enthalpy and entropy of these tables stay well away from zero. */
function apart(found: number, expected: number): number {
  return Math.abs(found / expected - 1);
}

describe.each(refrigerants)("%s against the published check values", (refrigerant) => {
  it.each(check.fluids[refrigerant].saturation.rows)(
    "saturation at %f degC within 0.02 %",
    (T, P, rhoL, rhoV, hL, hV, sL, sV, cpL, cpV) => {
      const found = value(saturationAtTemperature(refrigerant, T!));
      const pairs = [
        [found.pressureKpa, P],
        [found.liquid.densityKgM3, rhoL],
        [found.vapour.densityKgM3, rhoV],
        [found.liquid.enthalpyKjKg, hL],
        [found.vapour.enthalpyKjKg, hV],
        [found.liquid.entropyKjKgK, sL],
        [found.vapour.entropyKjKgK, sV],
        [found.liquid.cpKjKgK, cpL],
        [found.vapour.cpKjKgK, cpV],
      ] as [number, number][];
      for (const [got, want] of pairs) expect(apart(got, want)).toBeLessThan(2e-4);
    },
  );

  it.each(check.fluids[refrigerant].singlePhase.rows)(
    "single phase at %f degC, %f kPa within 0.05 %",
    (T, P, phase, rho, h, s, cp) => {
      const found = value(stateAt(refrigerant, T as number, P as number));
      expect(found.phase).toBe(phase);
      expect(apart(found.densityKgM3, rho as number)).toBeLessThan(5e-4);
      expect(apart(found.enthalpyKjKg, h as number)).toBeLessThan(5e-4);
      expect(apart(found.entropyKjKgK, s as number)).toBeLessThan(5e-4);
      expect(apart(found.cpKjKgK, cp as number)).toBeLessThan(5e-4);
    },
  );

  it("temperature and pressure entry of the saturation line are inverse", () => {
    const { min, max } = saturationRangeC(refrigerant);
    fc.assert(
      fc.property(fc.double({ min, max, noNaN: true }), (temperatureC) => {
        const there = value(saturationAtTemperature(refrigerant, temperatureC));
        const back = value(saturationAtPressure(refrigerant, there.pressureKpa));
        expect(back.temperatureC).toBeCloseTo(temperatureC, 5);
      }),
      { numRuns: 200 },
    );
  });

  it("liquid and vapour have the same Gibbs energy, and the slope obeys Clausius-Clapeyron", () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 85, noNaN: true }), (temperatureC) => {
        const s = value(saturationAtTemperature(refrigerant, temperatureC));
        const above = value(saturationAtTemperature(refrigerant, temperatureC + 0.01));
        const below = value(saturationAtTemperature(refrigerant, temperatureC - 0.01));
        const T = temperatureC + 273.15;
        const latent = s.vapour.enthalpyKjKg - s.liquid.enthalpyKjKg;
        expect(latent).toBeCloseTo(T * (s.vapour.entropyKjKgK - s.liquid.entropyKjKgK), 6);
        const swell = 1 / s.vapour.densityKgM3 - 1 / s.liquid.densityKgM3;
        expect((above.pressureKpa - below.pressureKpa) / 0.02 / (latent / (T * swell))).toBeCloseTo(1, 4);
      }),
      { numRuns: 100 },
    );
  });

  it("answers outside its range with the limit, never with a number", () => {
    for (const T of [Number.NaN, Number.POSITIVE_INFINITY, -150, 250]) {
      expect(saturationAtTemperature(refrigerant, T)).toMatchObject({
        ok: false,
        issue: { code: "temperature-out-of-range" },
      });
      expect(stateAt(refrigerant, T, 100).ok).toBe(false);
    }
    for (const P of [Number.NaN, 0, -5, 1e9]) {
      expect(stateAt(refrigerant, 20, P)).toMatchObject({ ok: false, issue: { code: "pressure-out-of-range" } });
      expect(saturationAtPressure(refrigerant, P).ok).toBe(false);
    }
  });
});

it("gauges cannot part the two refrigerants near 25 degC: within 3 %", () => {
  const a = value(saturationAtTemperature("R134a", 25)).pressureKpa;
  const b = value(saturationAtTemperature("R1234yf", 25)).pressureKpa;
  expect(apart(a, b)).toBeLessThan(0.03);
});
