import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { refrigerants } from "./refrigerants";
import { saturationAtPressure } from "./saturation";
import { stateAt } from "./state";
import { emptySaturationRow, fluidTable } from "./tables";

const LOW = Math.log(50);
const HIGH = Math.log(3000);
const pressures = fc.double({ min: LOW, max: HIGH, noNaN: true }).map(Math.exp);
const temperatures = fc.double({ min: -40, max: 120, noNaN: true });

function value<T>(result: { ok: true; value: T } | { ok: false; issue: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
}

describe.each(refrigerants)("tables of %s against the equation of state", (refrigerant) => {
  const table = fluidTable(refrigerant);

  it("saturation: temperature and pressure within 0.05 %, density 0.1 %, enthalpy 0.1 kJ/kg", () => {
    const row = emptySaturationRow();
    fc.assert(
      fc.property(pressures, (pressure) => {
        const exact = value(saturationAtPressure(refrigerant, pressure));
        table.saturate(pressure, row);
        expect(Math.abs(row.temperatureC - exact.temperatureC)).toBeLessThan(5e-4 * (exact.temperatureC + 273.15));
        expect(Math.abs(table.saturationPressureKpa(exact.temperatureC) / pressure - 1)).toBeLessThan(5e-4);
        expect(Math.abs(row.rhoLiquid / exact.liquid.densityKgM3 - 1)).toBeLessThan(1e-3);
        expect(Math.abs(row.rhoVapour / exact.vapour.densityKgM3 - 1)).toBeLessThan(1e-3);
        expect(Math.abs(row.hLiquid - exact.liquid.enthalpyKjKg)).toBeLessThan(0.1);
        expect(Math.abs(row.hVapour - exact.vapour.enthalpyKjKg)).toBeLessThan(0.1);
      }),
      { numRuns: 400 },
    );
  });

  it("single phases by pressure and enthalpy, and by pressure and temperature", () => {
    fc.assert(
      fc.property(pressures, temperatures, (pressure, temperature) => {
        const exact = value(stateAt(refrigerant, temperature, pressure));
        const { enthalpyKjKg: h } = exact;
        expect(Math.abs(table.temperatureC(pressure, h) - temperature)).toBeLessThan(5e-4 * (temperature + 273.15));
        expect(Math.abs(table.density(pressure, h) / exact.densityKgM3 - 1)).toBeLessThan(1e-3);
        expect(Math.abs(table.entropy(pressure, h) - exact.entropyKjKgK)).toBeLessThan(3e-4);
        const back =
          exact.phase === "liquid"
            ? table.liquidEnthalpyAt(pressure, temperature)
            : table.vapourEnthalpyAt(pressure, temperature);
        expect(Math.abs(back - h)).toBeLessThan(0.1);
        if (exact.phase === "vapour") {
          expect(Math.abs(table.vapourEnthalpyAtEntropy(pressure, exact.entropyKjKgK) - h)).toBeLessThan(0.1);
        }
      }),
      { numRuns: 1500 },
    );
  });

  it("the dome mixes its two sides by mass, and both sides meet it without a step", () => {
    fc.assert(
      fc.property(pressures, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (pressure, quality) => {
        const l = table.liquidEnthalpy(pressure);
        const v = table.vapourEnthalpy(pressure);
        const h = l + quality * (v - l);
        expect(table.quality(pressure, h)).toBeCloseTo(quality, 9);
        expect(table.temperatureC(pressure, h)).toBe(table.saturationTemperatureC(pressure));
        const volume = (1 - quality) / table.liquidDensity(pressure) + quality / table.vapourDensity(pressure);
        expect(table.density(pressure, h) * volume).toBeCloseTo(1, 9);
        for (const edge of [l, v]) {
          const inside = table.density(pressure, edge + (edge === l ? 1e-7 : -1e-7));
          const outside = table.density(pressure, edge + (edge === l ? -1e-7 : 1e-7));
          expect(Math.abs(inside / outside - 1)).toBeLessThan(1e-5);
        }
      }),
      { numRuns: 200 },
    );
  });

  it("says what it covers, and never answers with NaN beyond it", () => {
    expect(table.covers(50)).toBe(true);
    expect(table.covers(5)).toBe(false);
    for (const pressure of [1e-3, 3.2e3, 1e6]) {
      for (const h of [50, 250, 400, 900]) {
        expect(Number.isFinite(table.temperatureC(pressure, h) + table.density(pressure, h))).toBe(true);
      }
    }
  });
});
